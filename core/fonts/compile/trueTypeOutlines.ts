import { unionBox, type Box } from '../../foundations/geometry/measure';
import type { FontGlyph } from '../features/fontGlyphs';
import {
  buildGlyfLoca,
  buildGlyph,
  GASP_SMOOTH,
  PREP_DROPOUT,
  quadBox,
  type QuadContour,
} from '../opentype/tables/glyf';
import { buildCompositeGlyph, type GlyphPart } from '../opentype/tables/compositeGlyph';
import { MAXP_TRUETYPE } from '../opentype/tables/maxp';
import { buildPost2 } from '../opentype/tables/post';
import type { FontData } from './fontData';
import { postHead } from './metricTables';
import type { OutlineTables } from './outlineTables';
import { quadContours } from './quadContours';

/** A glyph's outline as 'glyf' has it. */
export interface MadeGlyf {
  readonly bytes: Uint8Array;
  readonly box: Box | null;
  readonly points: number;
  readonly contours: number;
  /** Glyphs that it is put together of; 0 for an outline of its own. */
  readonly parts: number;
}

/** `overlaps`: contours may overlap. */
export const madeGlyf = (contours: readonly QuadContour[], overlaps = false): MadeGlyf => ({
  bytes: buildGlyph(contours, overlaps),
  box: quadBox(contours),
  points: contours.flat().length,
  contours: contours.length,
  parts: 0,
});

const glyfs = new WeakMap<FontGlyph, MadeGlyf>();

function glyfOf(glyph: FontGlyph): MadeGlyf {
  const made = glyfs.get(glyph) ?? madeGlyf(quadContours(glyph.contours));
  glyfs.set(glyph, made);
  return made;
}

/** Outlines of a font's glyphs; letters of parts name their parts. */
function glyfsOf(glyphs: readonly FontGlyph[]): MadeGlyf[] {
  const index = new Map(glyphs.map((g, i) => [g.id, i]));
  return glyphs.map((g) => {
    const parts = g.parts.flatMap(({ id, dx, dy }) => {
      const glyph = index.get(id);
      const part = glyph === undefined ? undefined : glyphs[glyph];
      return glyph !== undefined && part ? [{ glyph, dx, dy, made: glyfOf(part) }] : [];
    });
    return g.parts.length > 0 && parts.length === g.parts.length ? composite(parts) : glyfOf(g);
  });
}

/** `overlaps`: parts may overlap. */
export function composite(
  parts: readonly (GlyphPart & { readonly made: MadeGlyf })[],
  overlaps = false,
): MadeGlyf {
  const sum = (of: 'points' | 'contours') => parts.reduce((n, p) => n + p.made[of], 0);
  const box = parts.reduce<Box | null>((b, p) => unionBox(b, movedBox(p.made.box, p)), null);
  const counts = { points: sum('points'), contours: sum('contours'), parts: parts.length };
  return { bytes: box ? buildCompositeGlyph(parts, box, overlaps) : new Uint8Array(0), box, ...counts };
}

const movedBox = (box: Box | null, { dx, dy }: GlyphPart): Box | null =>
  box && { xMin: box.xMin + dx, xMax: box.xMax + dx, yMin: box.yMin + dy, yMax: box.yMax + dy };

/** Outlines of a font as TrueType has them, and the font with boxes as they are there. */
export interface TrueTypeFont {
  readonly font: FontData;
  readonly outlines: readonly MadeGlyf[];
}

/**
 * A font with boxes as 'glyf' states them, over handles too: rasterisers take the left bearing and the glyph's
 * xMin for the same thing (head.flags bit 1). They differ from the outline's box by rounding at most.
 */
export function inTrueType(font: FontData, outlines = glyfsOf(font.glyphs)): TrueTypeFont {
  const glyphs = font.glyphs.map((g, i) => {
    const box = g.box && (outlines[i]?.box ?? null);
    return box === null || JSON.stringify(box) === JSON.stringify(g.box) ? g : boxed(g, box);
  });
  const box = glyphs.reduce<Box | null>((b, g) => unionBox(b, g.box), null);
  return { font: { ...font, glyphs, box: box ?? font.box }, outlines };
}

function boxed(glyph: FontGlyph, box: Box): FontGlyph {
  const changed = { ...glyph, box };
  const made = glyfs.get(glyph);
  if (made) glyfs.set(changed, made);
  return changed;
}

export function trueTypeTables({ font, outlines: parts }: TrueTypeFont): OutlineTables {
  const { glyf, loca, long } = buildGlyfLoca(parts.map((p) => p.bytes));
  const [composites, simple] = [parts.filter((p) => p.parts > 0), parts.filter((p) => p.parts === 0)];
  const most = (of: readonly MadeGlyf[], key: 'points' | 'contours' | 'parts') =>
    of.reduce((n, p) => Math.max(n, p[key]), 0);
  const maxp = MAXP_TRUETYPE.build({
    version: 0x00010000,
    numGlyphs: parts.length,
    maxPoints: most(simple, 'points'),
    maxContours: most(simple, 'contours'),
    maxCompositePoints: most(composites, 'points'),
    maxCompositeContours: most(composites, 'contours'),
    maxZones: 2,
    maxTwilightPoints: 0,
    maxStorage: 0,
    maxFunctionDefs: 0,
    maxInstructionDefs: 0,
    maxStackElements: 1,
    maxSizeOfInstructions: 0,
    maxComponentElements: most(composites, 'parts'),
    maxComponentDepth: composites.length > 0 ? 1 : 0,
  });
  return {
    tables: new Map([
      ['glyf', glyf],
      ['loca', loca],
      ['maxp', maxp],
      ['gasp', GASP_SMOOTH],
      ['prep', PREP_DROPOUT],
      [
        'post',
        buildPost2(
          postHead(font),
          font.glyphs.map((g) => g.name),
        ),
      ],
    ]),
    longOffsets: long,
  };
}
