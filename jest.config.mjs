import { BOUND_IN_PACKAGES } from './scripts/jestTransform.mjs';

/** Unit tests run as ES modules, transformed by swc; browsers are Playwright's. */
export default {
  testEnvironment: 'node',
  // Whole pages are read in some tests, on machines that are busy.
  testTimeout: 60_000,
  roots: [
    '<rootDir>/core',
    '<rootDir>/cli',
    '<rootDir>/api',
    '<rootDir>/server',
    '<rootDir>/web',
    '<rootDir>/demo',
    '<rootDir>/scripts',
  ],
  testMatch: ['**/*.test.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '\\.tsx?$': '<rootDir>/scripts/jestTransform.mjs' },
  // The same for packages that are CommonJS (see jestTransform).
  sandboxInjectedGlobals: BOUND_IN_PACKAGES,
  setupFiles: ['fake-indexeddb/auto'],
  testSequencer: '<rootDir>/scripts/longestFirst.mjs',
};
