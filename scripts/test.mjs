// npm test: installs what is missing, then formatting, lint, types, layers, unit tests, and journeys in Chromium.
// Ends with the number of tests that passed and failed, all kinds together.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureDebianPackages, ensurePackages, root, run } from './setup.mjs';

ensurePackages();
ensureDebianPackages();
mkdirSync(join(root, 'test-results'), { recursive: true });

const bin = (name) => join(root, 'node_modules', '.bin', name);
let passed = 0;
let failed = 0;

/** A check without tests of its own counts as one. */
function check(name, command, args) {
  console.log(`\n== ${name}`);
  const good = run(command, args) === 0;
  if (good) passed++;
  else failed++;
  console.log(`${name}: ${good ? 'good' : 'FAILED'}`);
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

check('Formatting', bin('prettier'), ['--check', '--log-level=warn', '.']);
check('Lint', bin('eslint'), ['.']);
for (const project of ['core/tsconfig.json', 'web/tsconfig.json', 'tsconfig.json']) {
  check(`Types of ${project}`, bin('tsc'), ['-p', project]);
}
check('Layers', bin('depcruise'), [
  ...['core', 'web', 'server', 'cli', 'demo', 'e2e', 'testing', 'bench'],
  '--config',
  '.dependency-cruiser.cjs',
  '--output-type',
  'err',
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
