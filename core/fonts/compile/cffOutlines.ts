import type { FontGlyph } from '../features/fontGlyphs';
import { buildCff } from '../opentype/cff/cff';
import { charstringBytes, charstringParts, type CharstringParts } from '../opentype/cff/charstring';
import { withSubroutines } from '../opentype/cff/subroutines';
import { MAXP_CFF } from '../opentype/tables/maxp';
import { buildPost3 } from '../opentype/tables/post';
import type { FontData } from './fontData';
import { postScriptName } from './fontNames';
import { postHead } from './metricTables';
import type { OutlineTables } from './outlineTables';

/** The most frequent advance: glyphs that have it needn't say so in their charstring. */
function commonAdvance(glyphs: readonly FontGlyph[]): number {
  const counts = new Map<number, number>();
  for (const g of glyphs) counts.set(g.advance, (counts.get(g.advance) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0] ?? 0;
}

/** Charstrings made so far, by their glyph: rows are immutable, so an unchanged letter is never written twice. */
const charstrings = new WeakMap<FontGlyph, { key: string; parts: CharstringParts; bytes: Uint8Array }>();

function charstringOf(glyph: FontGlyph, widths: { defaultWidth: number; nominalWidth: number }) {
  const key = `${widths.defaultWidth}/${widths.nominalWidth}`;
  const known = charstrings.get(glyph);
  if (known?.key === key) return known;
  const parts = charstringParts(glyph.contours, glyph.advance, widths);
  const made = { key, parts, bytes: charstringBytes(parts) };
  charstrings.set(glyph, made);
  return made;
}

/** `small`: drawing steps that come again are written once, which takes a while. */
export function cffTables(font: FontData, small = false): OutlineTables {
  const { casting, style, glyphs } = font;
  const widths = { defaultWidth: commonAdvance(glyphs), nominalWidth: NOMINAL_WIDTH };
  const made = glyphs.map((g) => charstringOf(g, widths));
  const written = small
    ? withSubroutines(made.map((m) => m.parts))
    : { charstrings: made.map((m) => m.bytes), subroutines: [] };
  const cff = buildCff({
    postScriptName: postScriptName(casting.family, style.name),
    version: casting.version,
    notice: casting.copyright,
    fullName: `${casting.family} ${style.name}`,
    familyName: casting.family,
    weight: style.name,
    unitsPerEm: font.unitsPerEm,
    box: {
      xMin: Math.floor(font.box.xMin),
      yMin: Math.floor(font.box.yMin),
      xMax: Math.ceil(font.box.xMax),
      yMax: Math.ceil(font.box.yMax),
    },
    glyphNames: glyphs.map((g) => g.name),
    ...written,
    ...widths,
  });
  return {
    tables: new Map([
      ['CFF ', cff],
      ['maxp', MAXP_CFF.build({ version: 0x00005000, numGlyphs: glyphs.length })],
      ['post', buildPost3(postHead(font))],
    ]),
    longOffsets: false,
  };
}

/** Widths are written as differences from this: most letters' fit in one or two bytes. */
const NOMINAL_WIDTH = 600;
