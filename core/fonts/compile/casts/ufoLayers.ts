// Unified Font Object 3 (unifiedfontobject.org), layercontents.plist and layerinfo.plist: a layer for each colour.
import type { Paint, Rgb } from '../../../foundations/geometry/paint';
import type { Doc } from '../../../project/document/schema';
import type { FontGlyph } from '../../features/fontGlyphs';
import { layersInFont } from '../colours';
import type { FontData } from '../fontData';

export interface UfoLayer {
  readonly name: string;
  readonly folder: string;
  /** Red, green, blue and alpha, 0 to 1, as UFO writes them. */
  readonly colour: string;
  /** What letters have in this colour, as they stand in the font. */
  readonly glyphs: readonly FontGlyph[];
}

/** The colour that stands for a paint: a gradient's where it is half way. */
function colourOf(paint: Paint): Rgb {
  if (paint.kind === 'flat') return paint.rgb;
  const middle = paint.stops.reduce((a, b) => (Math.abs(b.at - 0.5) < Math.abs(a.at - 0.5) ? b : a));
  return middle.rgb;
}

const hexOf = (rgb: Rgb): string =>
  rgb.map((v) => Math.round(v).toString(16).padStart(2, '0').toUpperCase()).join('');

/** Colours of a font's letters, in the order in which they are first seen; none for a font of one ink. */
export function colourLayers(font: FontData, doc: Doc): UfoLayer[] {
  const layers = new Map<string, { readonly rgb: Rgb; readonly glyphs: Map<string, FontGlyph> }>();
  for (const glyph of font.glyphs) {
    const row = doc.glyphs[glyph.id];
    for (const { paint, contours } of row ? layersInFont(doc, row) : []) {
      const rgb = colourOf(paint);
      const layer = layers.get(hexOf(rgb)) ?? { rgb, glyphs: new Map<string, FontGlyph>() };
      layers.set(hexOf(rgb), layer);
      const before = layer.glyphs.get(glyph.name)?.contours ?? [];
      layer.glyphs.set(glyph.name, {
        ...glyph,
        codePoints: [],
        anchors: [],
        parts: [],
        contours: [...before, ...contours],
      });
    }
  }
  return [...layers].map(([hex, { rgb, glyphs }]) => ({
    name: `colour ${hex}`,
    folder: `glyphs.colour_${hex}`,
    colour: [...rgb.map((v) => Number((v / 255).toFixed(4))), 1].join(','),
    glyphs: [...glyphs.values()],
  }));
}
