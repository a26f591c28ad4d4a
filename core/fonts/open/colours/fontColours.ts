import type { Affine } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import {
  colourKey,
  transformPaint,
  type ColourLayer,
  type Paint,
  type Rgb,
} from '../../../foundations/geometry/paint';
import type { PaletteRow } from '../../../project/document/rows/colours';
import {
  readColr,
  type PaletteColour,
  type ReadColourLayer,
  type ReadFill,
} from '../../opentype/read/readColr';
import { readCpal, type ReadPalette } from '../../opentype/read/readCpal';
import type { FontFile } from '../../opentype/read/readFont';
import { nameOf } from '../../opentype/read/readName';
import { contoursOf } from '../contoursOf';
import { svgLayers } from './svgColours';

/** Colours of a font's letters, glyphs by index, in font units. */
export interface OpenedColours {
  readonly layers: ReadonlyMap<number, readonly ColourLayer[]>;
  /** Glyphs that are there to be filled alone. */
  readonly drawnWith: ReadonlySet<number>;
  readonly palettes: readonly PaletteRow[];
  /** What can't be taken along, in plain words. */
  readonly leftOut: readonly string[];
}

const NONE: OpenedColours = { layers: new Map(), drawnWith: new Set(), palettes: [], leftOut: [] };
/** Colour of the text within a letter of colours. */
const TEXT: Rgb = [0, 0, 0];

const read = new WeakMap<FontFile, OpenedColours>();

/** The colours of a font, of its layers or else of its drawings in SVG. RangeError where tables are cut off. */
export function coloursOf(font: FontFile): OpenedColours {
  const known = read.get(font);
  if (known) return known;
  const [colr, cpal, svg] = ['COLR', 'CPAL', 'SVG '].map((tag) => font.tables.get(tag));
  const made = colr && cpal ? ofLayers(font, readCpal(cpal), readColr(colr)) : svg ? { ...NONE, ...svgLayers(svg, font.head.unitsPerEm) } : NONE;
  read.set(font, made);
  return made;
} // prettier-ignore

function ofLayers(
  font: FontFile,
  palettes: readonly ReadPalette[],
  { glyphs, leftOut }: ReturnType<typeof readColr>,
): OpenedColours {
  const told = new Set(leftOut);
  const [drawn] = palettes;
  const rgbOf = ({ index, alpha }: PaletteColour): Rgb => {
    const colour = index === null ? null : drawn?.colours[index];
    if (index === null) told.add('the colour of the text within letters (it is black)');
    if (alpha * (colour?.alpha ?? 1) < 1) told.add('colours that let through what is beneath');
    return colour?.rgb ?? TEXT;
  };
  const outlineOf = (g: number) => (g < font.contours.length ? contoursOf(font, g) : []);
  const layers = new Map(
    [...glyphs].map(([glyph, list]) => [glyph, list.flatMap((l) => layerOf(l, outlineOf, rgbOf) ?? [])] as const),
  );
  return {
    layers,
    drawnWith: new Set([...glyphs.values()].flatMap((list) => list.map((l) => l.glyph))),
    palettes: palettes.slice(1).map((p, i) => paletteRow(font, p, drawn, i)),
    leftOut: [...told],
  };
} // prettier-ignore

function layerOf(
  { glyph, map, fillMap, fill }: ReadColourLayer,
  outlineOf: (glyph: number) => readonly Contour[],
  rgbOf: (colour: PaletteColour) => Rgb,
): ColourLayer | null {
  const contours = transformContours(outlineOf(glyph), map);
  return contours.length === 0 ? null : { paint: paintOf(fill, fillMap, rgbOf), contours };
}

function paintOf(fill: ReadFill, map: Affine, rgbOf: (colour: PaletteColour) => Rgb): Paint {
  if (fill.kind === 'flat') return { kind: 'flat', rgb: rgbOf(fill) };
  const stops = fill.stops.map((s) => ({ at: s.at, rgb: rgbOf(s) })).sort((a, b) => a.at - b.at);
  const [only, more] = stops;
  if (!only || !more) return { kind: 'flat', rgb: only?.rgb ?? TEXT };
  if (fill.kind === 'linear') return transformPaint({ kind: 'linear', from: fill.from, to: fill.to, stops }, map);
  // Stops run from the inner circle on; ours from the middle.
  const { centre, inner, radius } = fill;
  const outwards = stops.map((s) => ({ ...s, at: radius > 0 ? (inner + s.at * (radius - inner)) / radius : s.at }));
  return transformPaint({ kind: 'radial', centre, radius: Math.max(1, radius), stops: outwards }, map);
} // prettier-ignore

/** Another palette, by the colours that it puts in place of those of the first. */
function paletteRow(font: FontFile, p: ReadPalette, drawn: ReadPalette | undefined, i: number): PaletteRow {
  const named = p.nameId === null ? undefined : nameOf(font.names, p.nameId)?.trim();
  const pairs = p.colours.flatMap(({ rgb }, k) => {
    const was = drawn?.colours[k]?.rgb;
    return was && colourKey(was) !== colourKey(rgb) ? [[colourKey(was), [...rgb] as [number, number, number]] as const] : [];
  });
  return { id: `palette ${i + 1}`, name: named || `Palette ${i + 2}`, ground: p.ground, colours: Object.fromEntries(pairs) };
} // prettier-ignore
