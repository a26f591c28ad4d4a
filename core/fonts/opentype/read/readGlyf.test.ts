// Outlines held against HarfBuzz's (package harfbuzzjs), of an open font (@fontsource/karla).
import { outlineAt } from '../../../../testing/outsideReaders';
import { openTtf } from '../../../../testing/openFonts';
import { openFont } from '../../open/openFont';
import { parseSfnt } from '../sfnt';
import { HHEA } from '../tables/hhea';
import { readFont } from './readFont';
import { wholeContours } from './readGlyf';

/** The font with every third glyph set elsewhere than its outline lies, letters of parts and their parts among them. */
function movedFont(): Uint8Array {
  const bytes = openTtf('karla').slice();
  const { tables } = parseSfnt(bytes);
  const hmtx = tables.get('hmtx') ?? new Uint8Array(0);
  const { numberOfHMetrics } = HHEA.parse(tables.get('hhea') ?? new Uint8Array(0));
  const view = new DataView(hmtx.buffer, hmtx.byteOffset, hmtx.byteLength);
  for (let i = 0; i < numberOfHMetrics; i += 3)
    view.setInt16(4 * i + 2, view.getInt16(4 * i + 2) + 40 + (i % 7));
  return bytes;
}

/** Least and greatest x of points and handles; null without any. */
const across = (xs: readonly number[]) => (xs.length === 0 ? null : [Math.min(...xs), Math.max(...xs)]);

test('ink that lies elsewhere than its left bearing says is set where the bearing says, of letters of parts too', () => {
  const bytes = movedFont();
  const font = readFont(bytes);
  const opened = font.ok ? openFont(font.value, { id: 'a', family: 'A', nowMs: 0 }) : font;
  if (!font.ok || !opened.ok) throw new Error('not read');
  const { glyf, glyphNames, metrics } = font.value;
  expect(glyf.filter((g) => g.parts.length > 0).length).toBeGreaterThan(50);
  const rows = new Map(Object.values(opened.value.doc.glyphs).map((g) => [g.name, g]));
  glyf.forEach((glyph, i) => {
    const numbers = outlineAt(bytes, i, {}).match(/-?[\d.]+/g) ?? [];
    const theirs = across(numbers.flatMap((n, k) => (k % 2 === 0 ? [Number(n)] : [])));
    const ours = across(wholeContours(glyf, i).flatMap((c) => c.map((p) => p.x)));
    expect([i, ours]).toEqual([i, theirs]);
    if (glyph.box && i > 0 && !glyph.parts.some((p) => p.setsMetrics))
      expect(rows.get(glyphNames[i] ?? '')?.bearings.left).toBeCloseTo(metrics[i]?.leftBearing ?? NaN, 0);
  });
});
