import { expect } from '@playwright/test';
import {
  hasFontTools,
  hasSanitizer,
  parseWithOpentype,
  readWithFontTools,
  sanitize,
  shape,
} from '../../testing/outsideReaders';

export const BILL = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;!?\'"()&-';

/** What every cast font has to hold, asked of parsers outside the project. */
export function expectGoodFont(
  bytes: Uint8Array,
  format: 'otf' | 'ttf',
  lines: { capHeight: number; xHeight: number },
): void {
  const font = parseWithOpentype(bytes);
  for (const char of BILL) {
    const glyph = font.charToGlyph(char);
    expect(glyph.index, `glyph of ${char}`).toBeGreaterThan(0);
    expect(glyph.path.commands.length, `outline of ${char}`).toBeGreaterThan(3);
  }
  const top = (char: string) => font.charToGlyph(char).getBoundingBox().y2;
  // All flat letters together reach the lines; a hand's H and x are a little higher or lower than most.
  expect(Math.abs(top('H') - lines.capHeight)).toBeLessThanOrEqual(18);
  expect(Math.abs(top('x') - lines.xHeight)).toBeLessThanOrEqual(18);
  const text = 'Leave the sluice a hand open, said old Quill; 1234 & "so on" (twice)!';
  const shaped = shape(bytes, text);
  expect(shaped.filter((g) => g.gid === 0)).toEqual([]);
  expect(shaped).toHaveLength(text.length);
  if (hasSanitizer) expect(sanitize(bytes, `font.${format}`)).toBe('');
  if (!hasFontTools) return;
  const { winding } = readWithFontTools(bytes, `font.${format}`);
  const outer = format === 'otf' ? 1 : -1;
  // Letters with one outer contour and their number of counters.
  for (const [name, counters] of [
    ['O', 1],
    ['o', 1],
    ['B', 2],
    ['H', 0],
    ['e', 1],
  ] as const) {
    const signs = winding[name]!.map(Math.sign);
    expect(
      signs.filter((s) => s === outer),
      `outer contours of ${name}`,
    ).toHaveLength(1);
    expect(
      signs.filter((s) => s === -outer),
      `counters of ${name}`,
    ).toHaveLength(counters);
  }
}
