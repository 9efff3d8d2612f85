// All that people read stands in src/words: no text of the interface outside it, no key without a text,
// no text without a use, and each call gives the arguments that its template takes.
import { parse } from '@formatjs/icu-messageformat-parser';
import { readdirSync, readFileSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';

const words = JSON.parse(readFileSync('src/words/en.json', 'utf8'));
const READ = new Set(
  'title label aria-label placeholder alt note sentence button okText cancelText suffix notFoundContent'.split(
    ' ',
  ),
);
const TECHNICAL =
  /^(className|style|key|viewBox|d|href|src|to|rel|type|autoComplete|data-.*|aria-(live|controls|describedby|current|haspopup|expanded)|role|id|size|variant)$/;
// what looks like words and is none: names of fonts, encodings, keys, programs, selectors
const NO_WORDS = [
  /^(ArrowUp|ArrowDown|ArrowLeft|ArrowRight|PageUp|PageDown|Home|End|Enter|Escape|Delete)$/,
  /^(UTF|ISO|KOI8|Shift_JIS|windows)-?/,
  /Liberation Sans/,
  /^(Edge|Firefox|Safari|Android|iOS|Windows|macOS|Linux)$/,
  /^\(prefers-|^select … from …$|^input, button|^en-GB$|^use strict$/,
  /^(\.[a-z]|\[data-)/,
  /^(named|https?):/,
  / is null$/, // of an expression
  /^[\w-]+\/[\w+-]+(;[\w=-]+)?$/,
];
const files = (folder) =>
  readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
    entry.isDirectory() ? files(join(folder, entry.name)) : [join(folder, entry.name)],
  );
const problems = [];
const used = new Set();

function argumentsOf(elements, found = new Set()) {
  for (const element of elements) {
    if (element.type === 0 || element.type === 7) continue; // literal, number sign
    if (element.value) found.add(element.value);
    for (const option of Object.values(element.options ?? {})) argumentsOf(option.value, found);
  }
  return found;
}

const templates = new Map();
for (const [key, text] of Object.entries(words)) {
  try {
    templates.set(key, argumentsOf(parse(text, { ignoreTag: true })));
  } catch (failure) {
    problems.push(`src/words/en.json: ${key} is no template: ${failure.message}`);
  }
}

/** Whether a string where any may stand reads as words: several of them, or one with a capital. */
const wordy = (text) =>
  !NO_WORDS.some((none) => none.test(text)) &&
  (/\p{L}{2,}[ ,.:]+\p{L}/u.test(text) ||
    /^\p{Lu}\p{Ll}+$/u.test(text) ||
    / \p{Ll}{2,}/u.test(text));

/** Where any letters are read: a property such as a label, a child of an element, what a column renders. */
function isRead(node) {
  const { parent, child } = around(node);
  return (
    (ts.isPropertyAssignment(parent) &&
      parent.name !== child &&
      READ.has(parent.name.getText().replaceAll(/['"]/g, ''))) ||
    (ts.isJsxExpression(parent) && !ts.isJsxAttribute(parent.parent)) ||
    (ts.isArrowFunction(parent) &&
      ts.isPropertyAssignment(parent.parent) &&
      parent.parent.name.getText() === 'render')
  );
}

/** What a string is given to, past conditions and what is put together of several. */
function around(node) {
  let { parent } = node;
  let child = node;
  while (
    ts.isParenthesizedExpression(parent) ||
    ts.isConditionalExpression(parent) ||
    (ts.isBinaryExpression(parent) && /^(\?\?|\|\||&&|\+)$/.test(parent.operatorToken.getText()))
  ) {
    child = parent;
    parent = parent.parent;
  }
  return { parent, child };
}

function isTechnical(node) {
  let { parent, child } = around(node);
  if (ts.isJsxExpression(parent)) parent = parent.parent;
  if (ts.isJsxAttribute(parent)) return TECHNICAL.test(parent.name.getText());
  return (
    (ts.isPropertyAssignment(parent) && parent.name === child) ||
    ts.isImportDeclaration(parent) ||
    ts.isExportDeclaration(parent) ||
    ts.isLiteralTypeNode(parent) ||
    ts.isCaseClause(parent) ||
    (ts.isBinaryExpression(parent) && /===|!==/.test(parent.operatorToken.getText())) ||
    (ts.isCallExpression(parent) &&
      (parent.expression.kind === ts.SyntaxKind.ImportKeyword ||
        /^(call|\w+\.(get|has|set|test|startsWith|includes|split|join|querySelector|closest))$/.test(
          parent.expression.getText(),
        )))
  );
}

for (const file of files('src').filter((name) => /\.tsx?$/.test(name))) {
  if (/src\/(api\/schema\.ts|words\/)/.test(file)) continue;
  const source = ts.createSourceFile(
    file,
    readFileSync(file, 'utf8'),
    ts.ScriptTarget.Latest,
    true,
  );
  const at = (node) =>
    `${relative('.', file)}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`;
  const outside = (node, text) =>
    problems.push(`${at(node)} says “${text.trim()}”: it belongs into src/words/en.json`);
  const visit = (node) => {
    if (ts.isCallExpression(node) && node.expression.getText() === 'say') {
      const [key, given] = node.arguments;
      if (!key || !ts.isStringLiteral(key))
        problems.push(`${at(node)}: the key must be written out`);
      else {
        used.add(key.text);
        const names = new Set(
          given && ts.isObjectLiteralExpression(given)
            ? given.properties.map((property) => property.name.getText())
            : [],
        );
        const wanted = templates.get(key.text) ?? new Set();
        for (const name of wanted)
          if (!names.has(name)) problems.push(`${at(node)}: ${key.text} misses “${name}”`);
        for (const name of names)
          if (!wanted.has(name)) problems.push(`${at(node)}: ${key.text} takes no “${name}”`);
      }
      given && ts.forEachChild(given, visit);
      return;
    }
    if (ts.isJsxText(node) && /\p{L}{2}/u.test(node.text)) outside(node, node.text);
    if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer)) {
      const { text } = node.initializer;
      if (
        (READ.has(node.name.getText()) ||
          (!TECHNICAL.test(node.name.getText()) && / /.test(node.initializer.text))) &&
        /\p{L}{2}/u.test(text) &&
        !NO_WORDS.some((none) => none.test(text))
      )
        outside(node, text);
      return;
    }
    const text =
      ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)
        ? node.text
        : ts.isTemplateExpression(node)
          ? [node.head.text, ...node.templateSpans.map((span) => span.literal.text)]
              .join('')
              .replace(/<\/?\w+>/g, '')
          : '';
    if (
      text !== '' &&
      (wordy(text) || (/\p{L}{2}/u.test(text) && isRead(node))) &&
      !/^\/|\/api\/|=|%|\bspan\b|px/.test(text) &&
      !isTechnical(node)
    )
      outside(node, text);
    ts.forEachChild(node, visit);
  };
  visit(source);
}
for (const key of Object.keys(words))
  if (!used.has(key)) problems.push(`src/words/en.json: nothing says ${key}`);
if (problems.length > 0) {
  console.error(problems.join('\n'));
  process.exit(1);
}
