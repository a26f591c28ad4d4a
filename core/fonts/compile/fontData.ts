import { unionBox, type Box } from '../../foundations/geometry/measure';
import { blankGlyph, castingOf, NOTDEF, projectOf, SPACE_BEARINGS } from '../../project/document/newProject';
import type { CastingRow, Doc, GlyphRow, Lines, StyleRow } from '../../project/document/schema';
import { glyphNameOf } from '../../type/names/glyphNames';
import { beyondInk } from '../../project/document/queries/colours';
import { fontGlyphs, type FontGlyph } from '../features/fontGlyphs';
import { leaningByName } from '../features/byName';
import { kernedAsUpright, kerningData } from '../features/kerning';
import { planLayout, type FontLayout } from '../features/planLayout';
import { typedCodePoints } from '../features/typedNames';
import type { Kerning } from '../opentype/layout/model';
import { compileGlyph } from './compileGlyph';
import { withSharedParts } from './sharedParts';
import { isInFont, showsNothing } from '../../project/document/queries/inFont';
import { rulesOf } from '../../project/document/queries/rulesOf';

/** All that the tables are made from, independent of the outline format. */
export interface FontData {
  readonly glyphs: readonly FontGlyph[];
  /** Code point to glyph index. */
  readonly mapping: ReadonlyMap<number, number>;
  readonly kerning: Kerning;
  /** What is done with letters when a text is set. */
  readonly layout: FontLayout;
  readonly box: Box;
  /** Lowest and highest ink of all styles of the family, which share their line metrics. */
  readonly reach: { readonly low: number; readonly high: number };
  readonly unitsPerEm: number;
  readonly lines: Lines;
  /** From one baseline to the next, ems. */
  readonly lineSpacing: number;
  readonly style: StyleRow;
  readonly casting: CastingRow;
}

/** Glyph order: .notdef, then by first code point, then by name (OpenType, "Recommendations": .notdef is glyph 0). */
function inFontOrder(glyphs: readonly GlyphRow[]): GlyphRow[] {
  const key = (g: GlyphRow) => (g.name === NOTDEF ? -1 : (g.codePoints[0] ?? Infinity));
  return [...glyphs].sort((a, b) => key(a) - key(b) || (a.name < b.name ? -1 : 1));
}

/**
 * Letters that names are typed with and that nobody drew. A name can only be found by letters that the font has; so that a
 * word that isn't a name doesn't vanish, they look like `.notdef`, and a space between words is as wide as one.
 */
function lettersOfNames(glyphs: readonly GlyphRow[]): GlyphRow[] {
  const typed = new Set<number>();
  for (const g of glyphs) for (const name of typedCodePoints(g.typed)) for (const cp of name) typed.add(cp);
  if (typed.size === 0) return [];
  for (const g of glyphs) for (const cp of g.codePoints) typed.delete(cp);
  const notdef = glyphs.find((g) => g.name === NOTDEF);
  return [...typed].map((cp) => letterOfNames(cp, notdef));
}

/** Rows made once for each `.notdef`, so that what is compiled of them is kept as well. */
const boxLetters = new WeakMap<object, Map<number, GlyphRow>>();
const WITHOUT_NOTDEF = {};
function letterOfNames(cp: number, notdef: GlyphRow | undefined): GlyphRow {
  const known = boxLetters.get(notdef ?? WITHOUT_NOTDEF) ?? new Map<number, GlyphRow>();
  boxLetters.set(notdef ?? WITHOUT_NOTDEF, known);
  const name = glyphNameOf(cp);
  const blank = { ...blankGlyph(name, name, [cp], notdef?.styleId), bearings: SPACE_BEARINGS };
  const row =
    known.get(cp) ??
    (notdef && !showsNothing(cp)
      ? { ...blank, contours: notdef.contours, bearings: notdef.bearings }
      : blank);
  known.set(cp, row);
  return row;
}

/** The rows of a style that its font has, in its order. */
export function rowsInFont(doc: Doc, styleId: string): GlyphRow[] {
  const drawn = Object.values(doc.glyphs).filter((g) => g.styleId === styleId && isInFont(g));
  return inFontOrder([...drawn, ...lettersOfNames(drawn)]);
}

/** How far all styles reach with what is drawn around their letters, em units. */
function reachOf(doc: Doc): { low: number; high: number } {
  let [low, high] = [0, 0];
  for (const g of Object.values(doc.glyphs)) {
    const box = isInFont(g) ? compileGlyph(g).box : null;
    if (!box) continue;
    const { down, up } = beyondInk(doc.styles[g.styleId]?.colouring ?? null);
    low = Math.min(low, box.yMin - down);
    high = Math.max(high, box.yMax + up);
  }
  return { low, high };
}

/** What a document's styles are made of: one casting asks for the same in several formats. */
const gathered = new WeakMap<Doc, Map<string, FontData>>();

/** Gathers one style of a project for compiling. The same document gives the same object. */
export function fontData(doc: Doc, styleId: string): FontData {
  const ofDoc = gathered.get(doc) ?? new Map<string, FontData>();
  gathered.set(doc, ofDoc);
  const font = ofDoc.get(styleId) ?? gather(doc, styleId);
  ofDoc.set(styleId, font);
  return font;
}

function gather(doc: Doc, styleId: string): FontData {
  const project = projectOf(doc);
  const rows = rowsInFont(doc, styleId);
  const glyphs = withSharedParts(doc, rows, rows.map(compileGlyph));
  const font = fontGlyphs(glyphs);
  const kerning = kernedAsUpright(kerningData(doc, styleId, font.byId), leaningByName(glyphs));
  const box = glyphs.reduce<Box | null>((b, g) => unionBox(b, g.box), null);
  return {
    glyphs,
    mapping: font.mapping,
    kerning,
    layout: planLayout(font, rulesOf(doc, styleId), kerning),
    box: box ?? { xMin: 0, yMin: 0, xMax: 0, yMax: 0 },
    reach: reachOf(doc),
    unitsPerEm: project.unitsPerEm,
    lines: project.lines,
    lineSpacing: project.lineSpacing,
    style: doc.styles[styleId]!,
    casting: castingOf(doc),
  };
}
