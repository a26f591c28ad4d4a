/**
 * Counts what keeps the house in order and compares it with the limits below: `npm run house` prints all, with `--list WHAT` the
 * places of one count. `npm test` fails when a count grows beyond its limit; a limit is only ever lowered.
 */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import ts from 'typescript';

const LONGEST_FUNCTION = 60;
const LONGEST_COMPONENT = 150;
const LONGEST_FILE = 300;
const MOST_PARAMETERS = 5;

/** How many of each there may be. */
const LIMITS = {
  'functions over 60 lines': 2,
  'components over 150 lines': 0,
  'functions of more than 5 parameters': 43,
  'files over 300 lines': 5,
  'non-null assertions': 2105,
  'double casts': 12,
  'tolerances without a name': 40,
  'disabled lint rules': 9,
  'modules told apart by capitals only': 0,
};
/** Lines of tests to 100 lines of code, at least. Journeys count for the web. */
const SHARES = { core: 30, web: 30, 'cli and server': 40 };

const sources = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter(
    (f) => /^(core|web|server|cli|api|demo|bench|testing|e2e)\/.*\.tsx?$/.test(f) && !f.includes('/data/'),
  );
const isTest = (file) => /\.test\.tsx?$|^e2e\/|^testing\/|^(core|web)\/testing\//.test(file);

const found = Object.fromEntries(Object.keys(LIMITS).map((k) => [k, []]));
const lines = new Map();

/** Two such are one to systems that don't tell capitals apart, and the wrong one is imported. */
const places = new Map();
for (const file of sources) {
  const module = file.replace(/\.tsx?$/, '');
  const other = places.get(module.toLowerCase());
  if (other) found['modules told apart by capitals only'].push(`${other} and ${module}`);
  places.set(module.toLowerCase(), module);
}

const isFunction = (node) =>
  ts.isFunctionDeclaration(node) ||
  ts.isFunctionExpression(node) ||
  ts.isArrowFunction(node) ||
  ts.isMethodDeclaration(node) ||
  ts.isConstructorDeclaration(node);

const nameOf = (node) => (node.name ?? node.parent?.name)?.getText?.() ?? 'a function';

function look(file) {
  const text = readFileSync(file, 'utf8');
  const kind = file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS;
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, kind);
  const lineOf = (pos) => source.getLineAndCharacterOfPosition(pos).line + 1;
  lines.set(file, text.split('\n').length - 1);
  const note = (what, node, more) => found[what].push(`${file}:${lineOf(node.getStart())} ${more}`);
  if (isTest(file)) return;
  if (lines.get(file) > LONGEST_FILE) found['files over 300 lines'].push(`${file} ${lines.get(file)}`);
  for (const m of text.matchAll(/eslint-disable/g))
    found['disabled lint rules'].push(`${file}:${lineOf(m.index)}`);
  const visit = (node) => {
    if (isFunction(node) && node.body) {
      const long = lineOf(node.body.getEnd()) - lineOf(node.getStart()) + 1;
      const name = nameOf(node);
      if (long > LONGEST_FUNCTION) note('functions over 60 lines', node, `${name} ${long}`);
      const component = file.endsWith('x') && /^[A-Z]/.test(name);
      if (component && long > LONGEST_COMPONENT) note('components over 150 lines', node, `${name} ${long}`);
      if (node.parameters.length > MOST_PARAMETERS)
        note('functions of more than 5 parameters', node, `${name} ${node.parameters.length}`);
    }
    if (ts.isNonNullExpression(node)) note('non-null assertions', node, node.getText().slice(0, 60));
    if (ts.isAsExpression(node) && ts.isAsExpression(node.expression))
      note('double casts', node, node.getText().slice(0, 60));
    if (ts.isNumericLiteral(node) && /e-/.test(node.getText()) && ts.findAncestor(node, isFunction))
      note('tolerances without a name', node, node.getText());
    ts.forEachChild(node, visit);
  };
  visit(source);
}
sources.forEach(look);

const sum = (files) => files.reduce((n, f) => n + lines.get(f), 0);
const share = (test, code) => (100 * sum(sources.filter(test))) / sum(sources.filter(code));
const within = (...folders) => new RegExp(`^(${folders.join('|')})/`);
const of = (re) => [(f) => re.test(f) && isTest(f), (f) => re.test(f) && !isTest(f)];
const shares = {
  core: share(...of(within('core'))),
  web: share((f) => within('web', 'e2e').test(f) && isTest(f), of(within('web'))[1]),
  'cli and server': share(...of(within('cli', 'server'))),
};

const wanted = process.argv[process.argv.indexOf('--list') + 1];
if (process.argv.includes('--list')) console.log((found[wanted] ?? []).join('\n'));
const over = [];
for (const [what, limit] of Object.entries(LIMITS)) {
  const n = found[what].length;
  console.log(`${String(n).padStart(6)}  ${what} (at most ${limit})`);
  if (n > limit) over.push(what);
}
for (const [what, least] of Object.entries(SHARES)) {
  console.log(
    `${shares[what].toFixed(1).padStart(6)}  lines of test to 100 of code: ${what} (at least ${least})`,
  );
  if (shares[what] < least) over.push(`tests of ${what}`);
}
if (over.length > 0) {
  console.error(
    `Beyond the limit: ${over.join(', ')}. Names of the places: node scripts/house.mjs --list "..."`,
  );
  process.exitCode = 1;
}
