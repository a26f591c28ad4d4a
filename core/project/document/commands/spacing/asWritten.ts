import { median } from '../../../../foundations/raster/histogram';
import type { Draft } from '../../changes/diff';
import { inkWidth } from '../../queries/metrics';
import type { GlyphRow } from '../../schema';

/** White at both sides of a drawing, px of its sheet. */
interface White {
  readonly left: number;
  readonly right: number;
}

/**
 * White that a page itself shows, by the drawings' pieces, given to letters that nobody has fitted or spaced yet, and its word space
 * (px; undefined = not known) to the spaces.
 */
export function spaceAsWritten(
  d: Draft,
  spaces: readonly GlyphRow[],
  white: ReadonlyMap<string, White | undefined>,
  wordPx: number | undefined,
): void {
  const scales: number[] = [];
  for (const glyph of d.all('glyphs')) {
    const found = glyph.source && white.get(glyph.source.pieceId);
    if (!found || !glyph.source || glyph.spacing !== 'first') continue;
    const { a, b } = glyph.source.transform;
    const scale = Math.hypot(a, b);
    scales.push(scale);
    const [left, right] = [Math.round(found.left * scale), Math.round(found.right * scale)];
    // A bearing may never pass the other: very thin letters keep a little advance.
    const lacking = Math.max(0, 1 - inkWidth(glyph) - left - right);
    d.put('glyphs', { ...glyph, bearings: { left, right: right + Math.ceil(lacking) } });
  }
  if (wordPx === undefined || scales.length === 0) return;
  const half = Math.max(0, Math.round(wordPx * median(scales)) / 2);
  for (const space of spaces)
    if (space.spacing === 'first' && space.contours.length === 0)
      d.put('glyphs', { ...space, bearings: { left: half, right: half } });
}
