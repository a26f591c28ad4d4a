import { COLOURS } from './colours';

/** Relative luminance of a colour (WCAG 2.2, "relative luminance"). */
function luminance(hex: string): number {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => {
    const share = parseInt(hex.slice(i, i + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours (WCAG 2.2, "contrast ratio"). */
function contrast(a: string, b: string): number {
  const [dark = 0, light = 0] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (light + 0.05) / (dark + 0.05);
}

type Name = keyof typeof COLOURS;
const GROUNDS: readonly Name[] = ['paper', 'sheet', 'sunk'];

test('the formula gives what the standard says of black on white, and of a colour on itself', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast('#777777', '#777777')).toBe(1);
  // The grey that is known to just miss 4.5:1 on white.
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
});

describe.each([
  ['day', 0],
  ['night', 1],
] as const)('by %s', (_, desk) => {
  const ratio = (a: Name, b: Name) => contrast(COLOURS[a][desk], COLOURS[b][desk]);
  test.each(['ink', 'faded', 'hand', 'snag', 'good'] as const)('%s can be read on every ground', (name) => {
    for (const ground of GROUNDS) expect([ground, ratio(name, ground) >= 4.5]).toEqual([ground, true]);
  });
  test('what stands on tints can be read', () => {
    for (const [text, tint] of [
      ['ink', 'handSoft'],
      ['ink', 'snagSoft'],
      ['snag', 'snagSoft'],
      ['hand', 'handSoft'],
      ['paper', 'hand'],
      ['paper', 'ink'],
    ] as const)
      expect([text, tint, ratio(text, tint) >= 4.5]).toEqual([text, tint, true]);
  });
  test('the ring around what has the focus is seen on every ground and tint', () => {
    for (const ground of [...GROUNDS, 'handSoft', 'snagSoft'] as const)
      expect([ground, ratio('hand', ground) >= 3]).toEqual([ground, true]);
  });
});
