import { LANGUAGE_SAMPLES } from './languageSamples';
import { betweenText, PANGRAM, pairText, wordsText } from './spacingStrings';

test('the pangram has every letter', () => {
  const letters = new Set(PANGRAM.toLowerCase());
  expect([...'abcdefghijklmnopqrstuvwxyz'].filter((c) => !letters.has(c))).toEqual([]);
});

test('a letter stands between straight and round ones of its kind', () => {
  expect(betweenText('a')).toContain('nnannaooaoo');
  expect(betweenText('R')).toContain('HHRHHROOROO');
  expect(betweenText('7')).toContain('0070071171'.slice(0, 6));
  expect(betweenText(',')).toContain('nn,nn');
});

test('words hold the letter, pairs stand among letters of their kinds', () => {
  expect(
    wordsText('e')
      .split(' ')
      .every((w) => w.includes('e')),
  ).toBe(true);
  expect(wordsText('E')).toContain('E');
  expect(pairText('T', 'o')).toBe('HTon OToo ToTo');
});

test('samples need letters that English has not, each in its own language', () => {
  const beyond = (text: string) =>
    new Set([...text].filter((c) => c.normalize('NFD').length > 1 || /[ßæøłđþðıœ]/.test(c)));
  for (const [name, text] of LANGUAGE_SAMPLES) {
    if (name === 'English') expect(beyond(text).size).toBe(0);
    else expect(beyond(text).size).toBeGreaterThan(2);
    expect(text.length).toBeGreaterThan(50);
  }
});
