// npm test: installs what is missing, then formatting, lint, types, layers, unit tests, and journeys in Chromium.
// Ends with the number of tests that passed and failed, all kinds together.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebianPackages, ensurePackages, root, run } from './setup.mjs';

ensurePackages();
ensureDebianPackages();
mkdirSync(join(root, 'test-results'), { recursive: true });

const bin = (name) => join(root, 'node_modules', '.bin', name);
let passed = 0;
let failed = 0;

/** Runs a command and gives its status and all that it printed, so that two at a time don't talk at once. */
function quietly(command, args) {
  return new Promise((end) => {
    let printed = '';
    const child = spawn(command, args, { cwd: root });
    for (const stream of [child.stdout, child.stderr]) stream.on('data', (text) => (printed += text));
    child.on('error', (error) => end({ status: 1, printed: error.message }));
    child.on('close', (status) => end({ status, printed }));
  });
}

/** A check without tests of its own counts as one. */
async function check([name, command, ...args]) {
  const { status, printed } = await quietly(command, args);
  if (status === 0) passed++;
  else failed++;
  console.log(`\n== ${name}: ${status === 0 ? 'good' : 'FAILED'}`);
  if (printed.trim() !== '') console.log(printed.trimEnd());
}

/** Checks one after the other. */
async function inTurn(checks) {
  for (const one of checks) await check(one);
}

/** Numbers from a test runner's JSON report; a run that left none, or none at all, is a failure. */
function count(name, status, file, read) {
  const numbers = existsSync(file) ? read(JSON.parse(readFileSync(file, 'utf8'))) : { passed: 0, failed: 1 };
  passed += numbers.passed;
  failed += numbers.failed;
  if (status !== 0 && numbers.failed === 0) failed++;
  if (numbers.passed === 0 && numbers.failed === 0) failed++;
  console.log(`${name}: ${numbers.passed} passed, ${numbers.failed} failed`);
}

const layered = ['core', 'web', 'server', 'cli', 'api', 'demo', 'e2e', 'testing', 'bench'];
// Each works on one core: two lanes for two.
await Promise.all([
  inTurn([
    ['Types', bin('tsc'), '-p', 'tsconfig.json'],
    ['Types of the core', bin('tsc'), '-p', 'core/tsconfig.json'],
    // As packing makes them, so that a type that can't be written down is found before it.
    [
      'Types of the library',
      bin('tsc'),
      '-p',
      'tsconfig.pack.json',
      '--emitDeclarationOnly',
      'false',
      '--noEmit',
    ],
    ['Unused exports', bin('knip')],
    ['House', 'node', 'scripts/house.mjs'],
    ['Tables of folders', 'node', 'scripts/layersTable.mjs', '--check'],
    ['Layers', bin('depcruise'), ...layered, '--config', '.dependency-cruiser.cjs', '--output-type', 'err'],
  ]),
  inTurn([
    ['Lint', bin('eslint'), '.'],
    ['Formatting', bin('prettier'), '--check', '--log-level=warn', '.'],
    ['Build', process.execPath, join(root, 'scripts', 'build.mjs')],
  ]),
]);

console.log('\n== Unit tests');
const jestReport = join(root, 'test-results', 'jest.json');
rmSync(jestReport, { force: true });
const jestStatus = run(bin('jest'), ['--json', `--outputFile=${jestReport}`, '--silent', '--maxWorkers=2'], {
  env: { ...process.env, NODE_OPTIONS: '--experimental-vm-modules --no-warnings' },
});
count('Unit tests', jestStatus, jestReport, (r) => ({
  passed: r.numPassedTests,
  failed: r.numFailedTests + r.numRuntimeErrorTestSuites,
}));

console.log('\n== Journeys');
const e2eReport = join(root, 'test-results', 'e2e.json');
rmSync(e2eReport, { force: true });
const e2eStatus = run(bin('playwright'), ['test']);
count('Journeys', e2eStatus, e2eReport, (r) => ({
  passed: r.stats.expected + r.stats.flaky,
  failed: r.stats.unexpected,
}));

console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 ? 0 : 1);
