import { addExtremes } from '../../foundations/geometry/addExtremes';
import { scaling } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { contoursBox } from '../../foundations/geometry/measure';
import {
  colourKey,
  transformPaint,
  type ColourLayer,
  type Paint,
  type Rgb,
} from '../../foundations/geometry/paint';
import { mergeOverlaps } from '../../outlines/boolean/pieces';
import { projectOf } from '../../project/document/newProject';
import { layersOf } from '../../project/document/queries/colours';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { svgFragment } from '../../readers/svg/pathData';
import type { FontGlyph } from '../features/fontGlyphs';
import { buildColr, type ColourGlyph, type PaletteFill } from '../opentype/tables/colr';
import { buildCpal, PALETTE_USE, type Palette } from '../opentype/tables/cpal';
import { buildSvgGlyphs } from '../opentype/tables/svgGlyphs';
import { EXTREME_EXCESS_EM, placeInFont, roundContours } from './compileGlyph';
import type { FontData } from './fontData';
import type { NameIds } from './fontNames';

/** Colours of a font: glyphs that only layers are filled in, to stand behind all others, and what fills them. */
export interface FontColours {
  readonly glyphs: readonly FontGlyph[];
  readonly tables: (names: NameIds) => ReadonlyMap<string, Uint8Array>;
}

/** A letter's layers as they stand in the font, whole units. */
interface PlacedLayer {
  readonly paint: Paint;
  readonly contours: readonly Contour[];
}

const placed = new WeakMap<GlyphRow, WeakMap<readonly ColourLayer[], readonly PlacedLayer[]>>();

/** A letter's paints as they stand in the font, from the lowest to the top. */
export function layersInFont(doc: Doc, row: GlyphRow): readonly PlacedLayer[] {
  const layers = layersOf(doc, row);
  const byLayers = placed.get(row) ?? new WeakMap<readonly ColourLayer[], readonly PlacedLayer[]>();
  placed.set(row, byLayers);
  const known = byLayers.get(layers);
  if (known) return known;
  const map = placeInFont(row);
  const made = layers.map(({ paint, contours }): PlacedLayer => ({
    paint: transformPaint(paint, map),
    contours: shapeInFont(row, contours),
  }));
  byLayers.set(layers, made);
  return made;
}

/** Shapes by the letter that they are in, so that another colour for one is no other shape. */
const inFont = new WeakMap<GlyphRow, WeakMap<readonly Contour[], readonly Contour[]>>();

function shapeInFont(row: GlyphRow, contours: readonly Contour[]): readonly Contour[] {
  const known = inFont.get(row) ?? new WeakMap<readonly Contour[], readonly Contour[]>();
  inFont.set(row, known);
  const there = known.get(contours);
  if (there) return there;
  const closed = transformContours(contours, placeInFont(row)).filter((c) => c.closed);
  const merged = rightDirections(mergeOverlaps(closed)).map((c) => addExtremes(c, EXTREME_EXCESS_EM));
  const made = roundContours(merged);
  known.set(contours, made);
  return made;
}

/** Glyphs by shape, so that what is compiled of them is kept as well. */
const layerGlyphs = new WeakMap<readonly Contour[], FontGlyph>();

function glyphOfLayer({ contours }: PlacedLayer, name: string, advance: number): FontGlyph {
  const known = layerGlyphs.get(contours);
  if (known?.name === name && known.advance === advance) return known;
  const box = contoursBox(contours);
  const made = { id: '', name, codePoints: [], contours, advance, box, typed: [], parts: [], anchors: [] };
  layerGlyphs.set(contours, made);
  return made;
}

/** Colours in the order in which they are first seen, each once. */
class ColourList {
  readonly colours: Rgb[] = [];
  private readonly known = new Map<string, number>();

  indexOf(rgb: Rgb): number {
    const [r, g, b] = rgb;
    const whole: Rgb = [Math.round(r), Math.round(g), Math.round(b)];
    const at = this.known.get(whole.join()) ?? this.colours.push(whole) - 1;
    this.known.set(whole.join(), at);
    return at;
  }
}

function fillOf(paint: Paint, colours: ColourList): PaletteFill {
  if (paint.kind === 'flat') return { kind: 'flat', colour: colours.indexOf(paint.rgb) };
  const stops = paint.stops.map((s) => ({ at: s.at, colour: colours.indexOf(s.rgb) }));
  return { kind: 'gradient', of: paint, stops };
}

/** A name for a layer's glyph that no letter has. */
function paintNames(taken: ReadonlySet<string>): () => string {
  let n = 0;
  return () => {
    do n++;
    while (taken.has(`paint${n}`));
    return `paint${n}`;
  };
}

/** The colours of a font's letters; null when all are of one ink. `svg`: also as SVG documents. `without`: glyphs that are shown otherwise. */
export function fontColours(
  doc: Doc,
  font: FontData,
  svg: boolean,
  without: ReadonlySet<number> = new Set(),
): FontColours | null {
  const colours = new ColourList();
  const nextName = paintNames(new Set(font.glyphs.map((g) => g.name)));
  const glyphs: FontGlyph[] = [];
  const documents = new Map<number, string>();
  const grounds: Rgb[] = [];
  const painted = font.glyphs.flatMap((glyph, index): ColourGlyph[] => {
    const row = doc.glyphs[glyph.id];
    const layers =
      row && !without.has(index) ? layersInFont(doc, row).filter((l) => l.contours.length > 0) : [];
    if (layers.length === 0) return [];
    documents.set(index, svgDocumentOf(index, layers));
    for (const { paint } of layers.slice(0, 1)) if (paint.kind === 'flat') grounds.push(paint.rgb);
    const records = layers.map((layer) => {
      const at = font.glyphs.length + glyphs.push(glyphOfLayer(layer, nextName(), glyph.advance)) - 1;
      return { glyph: at, fill: fillOf(layer.paint, colours) };
    });
    return [{ glyph: index, layers: records }];
  });
  if (painted.length === 0) return null;
  const tables = (names: NameIds) => {
    const drawn = { colours: colours.colours, use: usesOf(grounds), nameId: names.idOf('As drawn') };
    const palettes = [drawn, ...otherPalettes(doc, colours.colours, names)];
    const made = new Map([
      ['COLR', buildColr(painted)],
      ['CPAL', buildCpal(palettes)],
    ]);
    return svg ? made.set('SVG ', buildSvgGlyphs(documents)) : made;
  };
  return { glyphs, tables };
}

/** The project's palettes: colours that one says nothing of are as they were drawn. */
const otherPalettes = (doc: Doc, drawn: readonly Rgb[], names: NameIds): Palette[] =>
  projectOf(doc).palettes.map(({ name, ground, colours }) => ({
    colours: drawn.map((rgb) => colours[colourKey(rgb)] ?? rgb),
    use: PALETTE_USE[ground],
    nameId: names.idOf(name),
  }));

/** A letter's layers in SVG's space: y down, the baseline at 0. */
const svgDocumentOf = (glyph: number, layers: readonly PlacedLayer[]): string =>
  svgFragment(
    `glyph${glyph}`,
    layers.map(({ paint, contours }) => {
      const down = scaling(1, -1);
      return { paint: transformPaint(paint, down), contours: transformContours(contours, down) };
    }),
  );

/** Contrast of what can be told from its ground: WCAG 2.1, 1.4.11 "Non-text contrast". */
const TOLD_APART = 3;

/** Relative luminance (WCAG 2.1, definition), 0 for black to 1 for white. */
function luminance(rgb: Rgb): number {
  const [r, g, b] = rgb.map((v) => {
    const s = v / 255;
    return s <= 0.03928 ? s / 12.92 : ((s + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Grounds on which what lies lowest in each letter can be told: bits of paletteTypes. */
function usesOf(grounds: readonly Rgb[]): number {
  const contrast = (a: number, b: number) => (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
  const on = (ground: number) => grounds.every((rgb) => contrast(luminance(rgb), ground) >= TOLD_APART);
  return (on(1) ? PALETTE_USE.light : 0) | (on(0) ? PALETTE_USE.dark : 0);
}
