import { gradientOver } from '../../../foundations/geometry/fill';
import type { Contour } from '../../../foundations/geometry/contour';
import { colourKey, type ColourLayer, type Paint, type Rgb } from '../../../foundations/geometry/paint';
import { innerLine, shadowOf, withOuterLine } from '../../../outlines/dress/effects';
import { NOTDEF, projectOf } from '../newProject';
import type { Colouring, Doc, GlyphRow } from '../schema';
import { inkBox, placed } from './metrics';

const NO_LAYERS: readonly ColourLayer[] = [];

/** How letters of a glyph's style are painted; null = in the ink of the text. */
const colouringOf = (doc: Doc, glyph: GlyphRow): Colouring | null =>
  doc.styles[glyph.styleId]?.colouring ?? null;

/**
 * A glyph's colours from the lowest to the top, in the space of its contours: its own, or those that its style gives to all letters, which
 * are drawn around its outline as it is now. None for a letter in the ink of the text.
 */
export function layersOf(doc: Doc, glyph: GlyphRow): readonly ColourLayer[] {
  if (glyph.layers.length > 0) return glyph.layers;
  const colouring = colouringOf(doc, glyph);
  if (!colouring || glyph.contours.length === 0 || glyph.name === NOTDEF) return NO_LAYERS;
  return paintedLayers(glyph, colouring, projectOf(doc).lines.capHeight);
}

/** How far lines and shadows of a colouring reach below and above the ink, whole em units. */
export function beyondInk(colouring: Colouring | null): { readonly down: number; readonly up: number } {
  const line = colouring?.outer ? Math.ceil(colouring.outer.width) : 0;
  const y = colouring?.shadow?.y ?? 0;
  return { down: line + Math.max(0, Math.ceil(-y)), up: line + Math.max(0, Math.ceil(y)) };
}

/** Whether a glyph shows colours. */
export const isColoured = (doc: Doc, glyph: GlyphRow): boolean =>
  glyph.layers.length > 0 ||
  (colouringOf(doc, glyph) !== null && glyph.contours.length > 0 && glyph.name !== NOTDEF);

/** The project with a style's letters in the ink of the text, whatever colours they have; the same when they have none. */
export function withoutColours(doc: Doc, styleId: string): Doc {
  const coloured = Object.values(doc.glyphs).filter((g) => g.styleId === styleId && isColoured(doc, g));
  const style = doc.styles[styleId];
  if (coloured.length === 0 || !style) return doc;
  const plain = Object.fromEntries(coloured.map((g) => [g.id, { ...g, layers: [] }]));
  return {
    ...doc,
    glyphs: { ...doc.glyphs, ...plain },
    styles: { ...doc.styles, [styleId]: { ...style, colouring: null } },
  };
}

/** Its colours as they stand in the font. */
export const placedLayers = (doc: Doc, glyph: GlyphRow): ColourLayer[] => placed(glyph, layersOf(doc, glyph));

/** Layers made so far, so that what is compiled of them is kept as well: outlines and colourings are immutable. */
const made = new WeakMap<GlyphRow['contours'], WeakMap<Colouring, Map<number, readonly ColourLayer[]>>>();

function paintedLayers(glyph: GlyphRow, colouring: Colouring, capHeight: number): readonly ColourLayer[] {
  const byColouring =
    made.get(glyph.contours) ?? new WeakMap<Colouring, Map<number, readonly ColourLayer[]>>();
  made.set(glyph.contours, byColouring);
  const byHeight = byColouring.get(colouring) ?? new Map<number, readonly ColourLayer[]>();
  byColouring.set(colouring, byHeight);
  const layers = byHeight.get(capHeight) ?? paint(glyph, colouring, capHeight);
  byHeight.set(capHeight, layers);
  return layers;
}

function paint(glyph: GlyphRow, colouring: Colouring, capHeight: number): ColourLayer[] {
  const { contours } = glyph;
  const { fill, outer, inner, shadow } = colouring;
  const flat = (rgb: Rgb): Paint => ({ kind: 'flat', rgb });
  const whole = outer
    ? shaped(contours, `outer ${outer.width}`, (cs) => withOuterLine(cs, outer.width))
    : contours;
  // Kept like the other shapes, so that what is compiled of it is kept with it.
  const ink = shaped(contours, 'ink', (cs) => cs.filter((c) => c.closed));
  const layers: ColourLayer[] = [];
  if (shadow) {
    const key = `shadow ${outer?.width ?? 0} ${shadow.x} ${shadow.y} ${shadow.deep}`;
    const cast = shaped(contours, key, () => shadowOf(whole, shadow.x, shadow.y, shadow.deep));
    layers.push({ paint: flat(shadow.rgb), contours: cast });
  }
  if (outer) layers.push({ paint: flat(outer.rgb), contours: whole });
  layers.push({ paint: fillOf(glyph, fill, capHeight), contours: ink });
  if (inner) {
    const key = `inner ${inner.inset} ${inner.width}`;
    const line = shaped(contours, key, (cs) => innerLine(cs, inner.inset, inner.width));
    if (line.length > 0) layers.push({ paint: flat(inner.rgb), contours: line });
  }
  return layers;
}

/** Shapes drawn around outlines so far: another colour needs none of them anew. The last few of each outline are kept. */
const shapes = new WeakMap<readonly Contour[], Map<string, readonly Contour[]>>();
const MOST_SHAPES = 6;

function shaped(
  contours: readonly Contour[],
  key: string,
  make: (contours: readonly Contour[]) => readonly Contour[],
): readonly Contour[] {
  const known = shapes.get(contours) ?? new Map<string, readonly Contour[]>();
  shapes.set(contours, known);
  const there = known.get(key);
  if (there) return there;
  const shape = make(contours);
  known.set(key, shape);
  const [oldest] = known.keys();
  if (known.size > MOST_SHAPES && oldest !== undefined) known.delete(oldest);
  return shape;
}

/**
 * A fill over a letter: gradients go over its width and the height of capitals, so that letters beside one another have the same colour at the
 * same height.
 */
function fillOf(glyph: GlyphRow, fill: Colouring['fill'], capHeight: number): Paint {
  if (fill.kind === 'flat') return fill;
  const box = inkBox(glyph);
  const [x0, x1] = box ? [box.xMin, box.xMax] : [0, 0];
  return gradientOver({ xMin: x0, yMin: 0, xMax: x1, yMax: capHeight }, fill.deg, fill.stops);
}

/** A colour of a font, and how many letters show it. */
export interface FontColour {
  readonly rgb: Rgb;
  readonly letters: number;
}

const coloursOfPaint = (paint: Paint): readonly Rgb[] =>
  paint.kind === 'flat' ? [paint.rgb] : paint.stops.map((s) => s.rgb);

/** The colours of a style's letters, given as its view, in the order in which they are first seen. */
export function coloursOf(doc: Doc): FontColour[] {
  const { styleId } = projectOf(doc);
  const counts = new Map<string, { rgb: Rgb; letters: number }>();
  const count = (colours: readonly Rgb[]) => {
    for (const [key, rgb] of new Map(colours.map((c) => [colourKey(c), c]))) {
      const known = counts.get(key) ?? { rgb, letters: 0 };
      known.letters++;
      counts.set(key, known);
    }
  };
  const colouring = doc.styles[styleId]?.colouring ?? null;
  const common = colouring ? coloursOfColouring(colouring) : [];
  for (const g of Object.values(doc.glyphs)) {
    if (g.layers.length > 0) count(g.layers.flatMap((l) => coloursOfPaint(l.paint)));
    else if (colouring && g.contours.length > 0 && g.name !== NOTDEF) count(common);
  }
  return [...counts.values()];
}

/** The colours of a colouring, from the top to the lowest. */
function coloursOfColouring({ fill, outer, inner, shadow }: Colouring): Rgb[] {
  const filling = fill.kind === 'flat' ? [fill.rgb] : fill.stops.map((s) => s.rgb);
  return [...filling, ...[inner, outer, shadow].flatMap((part) => (part ? [part.rgb] : []))];
}
