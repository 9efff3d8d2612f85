// Each class of a feature's style sheet is its own: defined in one sheet, used within one feature.
// Names that could be anybody's (row, head) are nobody's.
import { readdirSync, readFileSync } from 'node:fs';
import { basename, join, relative } from 'node:path';

const ANYBODYS = new Set([
  'row',
  'rows',
  'head',
  'item',
  'list',
  'title',
  'content',
  'box',
  'left',
  'right',
  'active',
]);
const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
  );
const all = files('src');
const feature = (file) => /src\/features\/([^/]+)\//.exec(file)?.[1] ?? 'shared';
const owners = new Map();
const problems = [];
for (const sheet of all.filter((file) => file.endsWith('.css'))) {
  const plain = readFileSync(sheet, 'utf8')
    .replace(/\/\*[^]*?\*\//g, '')
    .replace(/\{[^{}]*\}/g, '{}');
  // the first class of each selector is what it styles; later ones may be another's within it
  for (const name of new Set(
    [...plain.matchAll(/(?:^|[,}])\s*\.([a-z][\w-]*)/gm)].map((m) => m[1]),
  )) {
    if (name.startsWith('ant-') || name.startsWith('react-')) continue;
    const before = owners.get(name);
    if (before && before !== sheet) problems.push(`.${name} stands in ${before} and in ${sheet}`);
    owners.set(name, sheet);
    if (ANYBODYS.has(name))
      problems.push(`.${name} in ${sheet} could be anybody's: name it after its component`);
  }
}
for (const file of all.filter((name) => name.endsWith('.tsx'))) {
  const text = readFileSync(file, 'utf8');
  const used = [...text.matchAll(/className=(?:"([^"]*)"|\{`([^`]*)`\}|\{([^}]*)\})/g)].flatMap(
    (match) =>
      (
        match[1] ??
        match[2] ??
        (match[3].match(/'[^']*'/g) ?? []).join(' ').replaceAll("'", '')
      ).split(/[\s${}]+/),
  );
  for (const name of new Set(used)) {
    const sheet = owners.get(name);
    if (sheet && feature(sheet) !== 'shared' && feature(sheet) !== feature(file)) {
      problems.push(`${relative('.', file)} uses .${name} of ${basename(sheet)}`);
    }
  }
}
if (problems.length > 0) {
  console.error(problems.join('\n'));
  process.exit(1);
}
