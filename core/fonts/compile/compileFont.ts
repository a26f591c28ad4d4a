import { unionBox, type Box } from '../../foundations/geometry/measure';
import type { Doc } from '../../project/document/schema';
import { markSetsOf } from '../opentype/layout/flags';
import { buildGdef } from '../opentype/layout/gdef';
import { buildGpos } from '../opentype/layout/gpos';
import { buildGsub } from '../opentype/layout/gsub';
import { buildSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../opentype/sfnt';
import { buildCmap } from '../opentype/tables/cmap';
import { buildHmtx } from '../opentype/tables/hmtx';
import { buildMeta } from '../opentype/tables/meta';
import { buildName } from '../opentype/tables/name';
import { writtenScripts } from '../opentype/layout/scripts';
import { cffTables } from './cffOutlines';
import { fontColours } from './colours';
import { fontData, type FontData } from './fontData';
import { familyStat } from './familyStat';
import { fontNames, NameIds, namesInLanguages } from './fontNames';
import type { FontLayout } from '../features/planLayout';
import { buildHead, buildHhea, buildOs2, hMetrics } from './metricTables';
import type { OutlineTables } from './outlineTables';
import { picturedLetters, pictureTable, type PictureBytes } from './pictures';
import { withLeaning } from './leaning';
import { inTrueType, trueTypeTables } from './trueTypeOutlines';

export type OutlineFormat = 'otf' | 'ttf';

export interface CompileOptions {
  readonly format: OutlineFormat;
  readonly styleId: string;
  /** Seconds since 1970 for head.created and head.modified; the same time gives the same bytes. */
  readonly nowUnixS: number;
  /** Made to be kept: as small as it can be, at the cost of some time. */
  readonly small?: boolean;
  /** Where drawings that are kept as pictures come from; without, letters are their outlines. */
  readonly pictures?: PictureBytes;
  /** Px of an em that pictures are made for; those of a font to keep when not said. */
  readonly pictureSizes?: readonly number[];
}

/** One style of a project as a font file. Same document, same options: same bytes. */
export function compileFont(project: Doc, options: CompileOptions): Uint8Array {
  const doc = withLeaning(project);
  const plain = fontData(doc, options.styleId);
  const names = new NameIds(
    fontNames({ ...plain.casting, style: plain.style.name, madeUnixS: options.nowUnixS }),
    namesInLanguages(plain.casting, plain.style.name),
  );
  const stat = familyStat(doc, plain.style, names);
  // Programs for print and design are the ones that read colours as SVG only.
  const letters = options.pictures ? picturedLetters(doc, plain, options.pictures) : [];
  const asPictures = new Set(letters.map((l) => l.glyph));
  const colours = fontColours(doc, plain, options.format === 'otf', asPictures);
  const data = colours ? withGlyphs(plain, colours.glyphs) : plain;
  const more = new Map(colours?.tables(names) ?? []);
  if (stat) more.set('STAT', stat);
  if (letters.length > 0)
    more.set('sbix', pictureTable(letters, plain.unitsPerEm, data.glyphs.length, options.pictureSizes));
  if (options.format === 'otf')
    return buildSfnt(SFNT_CFF, fontTables(data, cffTables(data, options.small), { ...options, names, more }));
  const made = inTrueType(data);
  return buildSfnt(SFNT_TRUETYPE, fontTables(made.font, trueTypeTables(made), { ...options, names, more }));
}

/** A font with glyphs behind its letters, which may be larger than they are. */
const withGlyphs = (font: FontData, glyphs: FontData['glyphs']): FontData => ({
  ...font,
  glyphs: [...font.glyphs, ...glyphs],
  box: glyphs.reduce<Box>((box, g) => unionBox(box, g.box) ?? box, font.box),
});

/** What tables of a font are made of besides its glyphs. */
export interface TableParts {
  readonly nowUnixS: number;
  readonly names: NameIds;
  /** Tables of this kind of font alone. */
  readonly more: ReadonlyMap<string, Uint8Array>;
  /** Deltas that anchors and kerning point at, in a variable font. */
  readonly places?: Uint8Array | null;
}

/** All tables of a font by tag. Names of its features take ids of `names`. */
export function fontTables(
  font: FontData,
  outlines: OutlineTables,
  { nowUnixS, names, more, places = null }: TableParts,
): Map<string, Uint8Array> {
  const tables = new Map([...outlines.tables, ...more]);
  // Names of features take their ids before the table of names is written.
  const labels = names.labels(font.layout.gsub.features);
  tables.set('head', buildHead(font, nowUnixS, outlines.longOffsets));
  tables.set('hhea', buildHhea(font));
  tables.set('hmtx', buildHmtx(hMetrics(font)));
  tables.set('OS/2', buildOs2(font));
  tables.set('cmap', buildCmap(font.mapping, font.layout.variants));
  tables.set('name', buildName(names.texts, names.others));
  const scripts = writtenScripts(font.mapping.keys()).join(', ');
  if (scripts !== '') tables.set('meta', buildMeta(new Map(['dlng', 'slng'].map((tag) => [tag, scripts]))));
  const layout = {
    ...layoutTables(font.layout, labels),
    GDEF: buildGdef(font.layout.kinds, font.layout.carets, {
      places,
      markSets: markSetsOf([font.layout.gsub, font.layout.gpos]),
    }),
  };
  for (const [tag, table] of Object.entries(layout)) if (table) tables.set(tag, table);
  return tables;
}

interface LayoutTables {
  readonly GPOS: Uint8Array | null;
  readonly GSUB: Uint8Array | null;
}

/** Layout in bytes, with the name ids it was made for: outlines of another kind leave it as it is. */
const laidOut = new WeakMap<FontLayout, { readonly ids: string; readonly made: LayoutTables }>();

function layoutTables(layout: FontLayout, labels: ReadonlyMap<string, number>): LayoutTables {
  const ids = JSON.stringify([...labels]);
  const known = laidOut.get(layout);
  if (known?.ids === ids) return known.made;
  const markSets = markSetsOf([layout.gsub, layout.gpos]);
  const made = {
    GPOS: buildGpos(layout.gpos, { markSets }),
    GSUB: buildGsub(layout.gsub, { labels, markSets }),
  };
  laidOut.set(layout, { ids, made });
  return made;
}
