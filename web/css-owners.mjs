// Classes of CSS belong to their component. A module `X.module.css` is X.tsx's own or, named after its folder, shared by
// that feature; what stands in `shared/` is for all. Alone `shared/theme.css` gives names that every component may write.
// Each class that a component takes stands in its module, and each class of a module is taken.
import { readdirSync, readFileSync } from 'node:fs';
import { basename, dirname, join, relative, resolve } from 'node:path';
import ts from 'typescript';

const THEME = join('src', 'shared', 'theme.css');
const OTHERS = /^(ant-|react-|cm-)/; // of libraries
const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
  );
const all = files('src');
const problems = [];
const camel = (name) => name.replace(/-([a-z0-9])/g, (_, letter) => letter.toUpperCase());
const feature = (file) => /src\/features\/([^/]+)\//.exec(file)?.[1] ?? 'shared';
const plain = (sheet) => readFileSync(sheet, 'utf8').replace(/\/\*[^]*?\*\//g, '');
const selectors = (sheet) =>
  [...plain(sheet).matchAll(/(^|[{};])\s*([^{};@]+)\{/g)].map((match) => match[2]);
const classes = (text) => [...text.matchAll(/\.([a-zA-Z][\w-]*)/g)].map((match) => match[1]);

const everyones = new Set(selectors(THEME).flatMap(classes));
const modules = new Map();
for (const sheet of all.filter((file) => file.endsWith('.css') && file !== THEME)) {
  if (!sheet.endsWith('.module.css')) {
    problems.push(`${sheet} is no module: its names would be anybody's`);
    continue;
  }
  const twin = [...modules.keys()].find((other) => basename(other) === basename(sheet));
  if (twin) problems.push(`${sheet} and ${twin} give their classes the same names`);
  const own = new Set();
  for (const selector of selectors(sheet)) {
    for (const [, outside] of selector.matchAll(/:global\(([^)]*)\)/g)) {
      for (const name of classes(outside)) {
        if (!OTHERS.test(name) && !everyones.has(name))
          problems.push(`${sheet} reaches for .${name}, which is another component's`);
      }
    }
    for (const name of classes(selector.replace(/:global\([^)]*\)/g, ''))) {
      if (OTHERS.test(name)) problems.push(`${sheet}: .${name} is a library's: :global(.${name})`);
      own.add(camel(name));
    }
  }
  modules.set(sheet, { own, used: new Set() });
}

for (const file of all.filter((name) => /\.tsx?$/.test(name))) {
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
    ts.ScriptKind.TSX,
  );
  const imported = new Map();
  for (const line of source.statements.filter(ts.isImportDeclaration)) {
    if (!line.moduleSpecifier.text.endsWith('.module.css')) continue;
    const sheet = relative('.', resolve(dirname(file), line.moduleSpecifier.text));
    const component = basename(sheet).replace('.module.css', '');
    if (!modules.has(sheet)) problems.push(`${file} imports ${sheet}, which is not there`);
    else imported.set(line.importClause.name.text, sheet);
    if (feature(sheet) !== 'shared' && feature(sheet) !== feature(file))
      problems.push(`${file} takes classes of another feature: ${sheet}`);
    if (/^[A-Z]/.test(component) && basename(file) !== `${component}.tsx`)
      problems.push(`${file} takes classes of another component: ${sheet}`);
  }
  const visit = (node) => {
    if (
      (ts.isPropertyAccessExpression(node) || ts.isElementAccessExpression(node)) &&
      imported.has(node.expression.getText())
    ) {
      const { own, used } = modules.get(imported.get(node.expression.getText()));
      if (ts.isPropertyAccessExpression(node)) {
        if (!own.has(node.name.text))
          problems.push(`${file}: ${node.getText()} stands in no sheet`);
        used.add(node.name.text);
      } else own.forEach((name) => used.add(name)); // by a name that is computed
    }
    if (ts.isJsxAttribute(node) && node.name.getText() === 'className') {
      const text = node.initializer?.getText() ?? '';
      const written = ts.isStringLiteral(node.initializer ?? node)
        ? [text]
        : (text.replace(/\$\{[^}]*\}/g, ' ').match(/`[^`]*`/g) ?? []);
      for (const name of written.join(' ').match(/[a-zA-Z][\w-]*/g) ?? [])
        if (!everyones.has(name)) problems.push(`${file}: class ${name} stands in no sheet`);
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
}
for (const [sheet, { own, used }] of modules)
  for (const name of own) if (!used.has(name)) problems.push(`${sheet}: .${name} is never taken`);

if (problems.length > 0) {
  console.error(problems.join('\n'));
  process.exit(1);
}
