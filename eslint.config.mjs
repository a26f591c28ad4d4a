import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** What core must never touch: it runs in workers, the server, the command line and tests alike. */
const NOT_IN_CORE = [
  'document',
  'window',
  'navigator',
  'localStorage',
  'process',
  'Buffer',
  'require',
  'setTimeout',
  'fetch',
  'performance',
];

export default tseslint.config(
  {
    ignores: [
      'dist',
      'coverage',
      'node_modules',
      'test-results',
      'core/type/names/data',
      'core/lifting/shapes/data',
      '.dependency-cruiser.cjs',
    ],
  },
  ...tseslint.configs.recommended,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-expressions': 'off',
      // Taking a field out of an object leaves a name that nobody uses.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/no-explicit-any': 'error',
      eqeqeq: 'error',
      'max-lines': ['error', { max: 400, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', ...NOT_IN_CORE],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'time comes in as a parameter' },
        { object: 'Math', property: 'random', message: 'randomness comes in as a parameter' },
      ],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // Types are checked together with the tests, which know Node: what runs in a browser has none of it.
    files: ['web/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts', 'web/testing/**'],
    rules: {
      'no-restricted-globals': ['error', 'process', 'Buffer', 'require', 'global', 'setImmediate'],
      'no-restricted-imports': ['error', { patterns: ['node:*'] }],
    },
  },
  { files: ['**/*.test.ts'], rules: { 'max-lines': ['error', { max: 600 }] } },
);
