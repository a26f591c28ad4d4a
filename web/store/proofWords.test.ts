import { wordsWith } from './proofWords';

const WORDS = ['eel', 'steep', 'wheel', 'tide', 'ate', 'Ta'];

test('words with a letter or a pair, capitals where words begin or are all capitals', () => {
  expect(wordsWith(WORDS, 'ee')).toEqual(['eel', 'steep', 'wheel']);
  expect(wordsWith(WORDS, 'Ti')).toEqual(['Tide']);
  expect(wordsWith(WORDS, 'AT')).toEqual(['ATE']);
  expect(wordsWith(WORDS, 'W')).toEqual(['Wheel']);
  expect(wordsWith(WORDS, 'qq')).toEqual([]);
});

test('a page is not longer than somebody reads', () => {
  expect(
    wordsWith(
      Array.from({ length: 500 }, (_, i) => `e${i}`),
      'e',
    ),
  ).toHaveLength(120);
});
