import { unionBox, type Box } from '../../foundations/geometry/measure';
import type { Doc } from '../../project/document/schema';
import { buildCff } from '../opentype/cff/cff';
import { buildCharstring } from '../opentype/cff/charstring';
import { buildGpos } from '../opentype/layout/gpos';
import { buildGsub } from '../opentype/layout/gsub';
import { buildGdef } from '../opentype/layout/gdef';
import { buildSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../opentype/sfnt';
import { buildCmap } from '../opentype/tables/cmap';
import { buildGlyfLoca, buildGlyph, GASP_SMOOTH, PREP_DROPOUT, quadBox } from '../opentype/tables/glyf';
import { buildHmtx } from '../opentype/tables/hmtx';
import { MAXP_CFF, MAXP_TRUETYPE } from '../opentype/tables/maxp';
import { buildName } from '../opentype/tables/name';
import { buildPost2, buildPost3 } from '../opentype/tables/post';
import type { FontGlyph } from '../features/fontGlyphs';
import { fontData, type FontData } from './fontData';
import { fontNames, labelNames, postScriptName } from './fontNames';
import { buildHead, buildHhea, buildOs2, hMetrics, postHead } from './metricTables';
import { quadContours } from './quadContours';

export type OutlineFormat = 'otf' | 'ttf';

export interface CompileOptions {
  readonly format: OutlineFormat;
  readonly styleId: string;
  /** Seconds since 1970 for head.created and head.modified; the same time gives the same bytes. */
  readonly nowUnixS: number;
}

/** One style of a project as a font file. Same document, same options: same bytes. */
export function compileFont(doc: Doc, options: CompileOptions): Uint8Array {
  const data = fontData(doc, options.styleId);
  const font = options.format === 'otf' ? data : withQuadBoxes(data);
  const tables = new Map<string, Uint8Array>();
  const outlines = options.format === 'otf' ? cffTables(font) : trueTypeTables(font);
  for (const [tag, data] of outlines.tables) tables.set(tag, data);
  tables.set('head', buildHead(font, options.nowUnixS, outlines.longOffsets));
  tables.set('hhea', buildHhea(font));
  tables.set('hmtx', buildHmtx(hMetrics(font)));
  tables.set('OS/2', buildOs2(font));
  const labels = labelNames(font.layout.gsub.features);
  const names = fontNames({ ...font.casting, style: font.style.name });
  tables.set('name', buildName(new Map([...names, ...labels.texts])));
  tables.set('cmap', buildCmap(font.mapping));
  const gpos = buildGpos(font.layout.gpos);
  if (gpos) tables.set('GPOS', gpos);
  const gsub = buildGsub(font.layout.gsub, labels.ids);
  if (gsub) tables.set('GSUB', gsub);
  const gdef = buildGdef(font.layout.kinds, font.layout.carets);
  if (gdef) tables.set('GDEF', gdef);
  return buildSfnt(options.format === 'otf' ? SFNT_CFF : SFNT_TRUETYPE, tables);
}

/**
 * The same font with boxes as 'glyf' states them, over handles too: rasterisers take the left bearing and the glyph's
 * xMin for the same thing (head.flags bit 1). They differ from the outline's box by rounding at most.
 */
function withQuadBoxes(font: FontData): FontData {
  const glyphs = font.glyphs.map((g) => {
    const box = g.box && glyfOf(g).box;
    return box === null || JSON.stringify(box) === JSON.stringify(g.box) ? g : boxed(g, box);
  });
  return { ...font, glyphs, box: glyphs.reduce<Box | null>((b, g) => unionBox(b, g.box), null) ?? font.box };
}

function boxed(glyph: FontGlyph, box: Box): FontGlyph {
  const changed = { ...glyph, box };
  glyfs.set(changed, glyfOf(glyph));
  return changed;
}

interface OutlineTables {
  readonly tables: ReadonlyMap<string, Uint8Array>;
  readonly longOffsets: boolean;
}

/** The most frequent advance: glyphs that have it needn't say so in their charstring. */
function commonAdvance(glyphs: readonly FontGlyph[]): number {
  const counts = new Map<number, number>();
  for (const g of glyphs) counts.set(g.advance, (counts.get(g.advance) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1] || a[0] - b[0])[0]?.[0] ?? 0;
}

const charstrings = new WeakMap<FontGlyph, { key: string; bytes: Uint8Array }>();

function charstringOf(glyph: FontGlyph, widths: { defaultWidth: number; nominalWidth: number }): Uint8Array {
  const key = `${widths.defaultWidth}/${widths.nominalWidth}`;
  const known = charstrings.get(glyph);
  if (known?.key === key) return known.bytes;
  const bytes = buildCharstring(glyph.contours, glyph.advance, widths);
  charstrings.set(glyph, { key, bytes });
  return bytes;
}

function cffTables(font: FontData): OutlineTables {
  const { casting, style, glyphs } = font;
  const widths = { defaultWidth: commonAdvance(glyphs), nominalWidth: NOMINAL_WIDTH };
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
    charstrings: glyphs.map((g) => charstringOf(g, widths)),
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

interface MadeGlyf {
  readonly bytes: Uint8Array;
  readonly box: Box | null;
  readonly points: number;
  readonly contours: number;
}

const glyfs = new WeakMap<FontGlyph, MadeGlyf>();

function glyfOf(glyph: FontGlyph): MadeGlyf {
  const known = glyfs.get(glyph);
  if (known) return known;
  const contours = quadContours(glyph.contours);
  const made = {
    bytes: buildGlyph(contours),
    box: quadBox(contours),
    points: contours.flat().length,
    contours: contours.length,
  };
  glyfs.set(glyph, made);
  return made;
}

function trueTypeTables(font: FontData): OutlineTables {
  const parts = font.glyphs.map(glyfOf);
  const { glyf, loca, long } = buildGlyfLoca(parts.map((p) => p.bytes));
  const most = (key: 'points' | 'contours') => Math.max(0, ...parts.map((p) => p[key]));
  const maxp = MAXP_TRUETYPE.build({
    version: 0x00010000,
    numGlyphs: parts.length,
    maxPoints: most('points'),
    maxContours: most('contours'),
    maxCompositePoints: 0,
    maxCompositeContours: 0,
    maxZones: 2,
    maxTwilightPoints: 0,
    maxStorage: 0,
    maxFunctionDefs: 0,
    maxInstructionDefs: 0,
    maxStackElements: 1,
    maxSizeOfInstructions: 0,
    maxComponentElements: 0,
    maxComponentDepth: 0,
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
