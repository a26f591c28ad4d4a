import { counted } from './counted';

test('one thing is told as one', () => {
  expect([0, 1, 2].map((n) => counted(n, 'piece'))).toEqual(['0 pieces', '1 piece', '2 pieces']);
  expect(counted(1, 'letter stands', 'letters stand')).toBe('1 letter stands');
  expect(counted(3, 'letter stands', 'letters stand')).toBe('3 letters stand');
});
