import sequencer from '@jest/test-sequencer';

/** Known to take longest, for a machine where none was timed yet. */
const LONG = [
  'persistence/kills',
  'cli/cli',
  'practice/practice',
  'artwork/hostile',
  'trace/tips',
  'boolean/combine',
];

/** Order of the unit tests: the longest first, so that no core waits for the last one at the end. */
export default class LongestFirst extends sequencer {
  sort(tests) {
    const rank = ({ path }) => {
      const at = LONG.findIndex((name) => path.includes(`/${name}.test`));
      return at < 0 ? LONG.length : at;
    };
    return [...super.sort(tests)].sort((a, b) => rank(a) - rank(b));
  }
}
