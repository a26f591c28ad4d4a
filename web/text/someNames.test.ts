import { someNames } from './someNames';

test('a dozen names are spelled out, more are counted', () => {
  expect(someNames(['a', 'b'])).toBe('a b');
  const many = Array.from({ length: 15 }, (_, i) => `g${i}`);
  expect(someNames(many)).toBe('g0 g1 g2 g3 g4 g5 g6 g7 g8 g9 g10 g11 and 3 more');
});
