import { letterBeside } from './letterCaret';

test('arrows go from letter to letter over spaces and breaks, and stop at both ends', () => {
  const text = ' ab\n c ';
  expect(letterBeside(text, null, 'ArrowRight')).toBe(1);
  expect(letterBeside(text, 1, 'ArrowRight')).toBe(2);
  expect(letterBeside(text, 2, 'ArrowRight')).toBe(5);
  expect(letterBeside(text, 5, 'ArrowRight')).toBeNull();
  expect(letterBeside(text, 5, 'ArrowLeft')).toBe(2);
  expect(letterBeside(text, 1, 'ArrowLeft')).toBeNull();
});

test('Home and End lead to the first and last letter; other keys nowhere', () => {
  expect([letterBeside('ab ', 0, 'End'), letterBeside(' ab', 2, 'Home')]).toEqual([1, 1]);
  expect(letterBeside('ab', 0, 'Enter')).toBeNull();
  expect(letterBeside('  ', null, 'ArrowRight')).toBeNull();
});

test('characters of two units are one step', () => {
  const text = 'a\u{1F600}b';
  expect(letterBeside(text, 0, 'ArrowRight')).toBe(1);
  expect(letterBeside(text, 1, 'ArrowRight')).toBe(3);
  expect(letterBeside(text, 3, 'ArrowLeft')).toBe(1);
});
