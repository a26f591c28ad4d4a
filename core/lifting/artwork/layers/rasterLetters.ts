import { glyphNameOf } from '../../../type/names/glyphNames';
import type { Box } from '../../../foundations/geometry/measure';
import type { Picture } from '../../../foundations/raster/picture';
import { characterOfLayer } from './layerNames';
import { composed } from './compose';
import { rowsOfLayers } from './layerRows';
import type { OpenRaster } from './openRaster';

/** A letter painted on a layer of its own, named as its file would be. */
export interface RasterLetter {
  /** Glyph name, with what tells a further form: "A", "ampersand", "a.ss01". */
  readonly name: string;
  readonly picture: Picture;
}

/** Paint fainter than this is a layer's haze, of 255. */
const SEEN_ALPHA = 8;
/** Clear ground kept about a letter, px. */
const MARGIN_PX = 6;

/**
 * The letters of a layered picture whose layers are named after them, hidden ones too: each cut out of its layer, all equally high and
 * on one line, so that they keep their sizes and places. None when fewer than two layers (or not the only one) are named so.
 */
export function rasterLetters(raster: OpenRaster): RasterLetter[] {
  const named = raster.layers.flatMap((layer) => {
    const letter = characterOfLayer(layer.name);
    return letter ? [{ layer, char: letter.char!, variant: letter.variant }] : [];
  });
  if (named.length < Math.min(2, raster.layers.length)) return [];
  // One layer at a time: only its letter is held.
  const cut = named.flatMap(({ layer, char, variant }) => {
    const part = layer.painted();
    const own = part && paintedBox(part.picture);
    if (!part || !own) return [];
    const tight = cropped(part.picture, own);
    const box = {
      xMin: own.xMin + part.x,
      xMax: own.xMax + part.x,
      yMin: own.yMin + part.y,
      yMax: own.yMax + part.y,
    };
    return [{ char, name: fileName(char, variant), box, tight }];
  });
  const foot = new Map<number, number>();
  for (const row of rowsOfLayers(cut)) for (const i of row.members) foot.set(i, row.footY);
  const above = Math.max(0, ...cut.map((c, i) => foot.get(i)! - c.box.yMin));
  const below = Math.max(0, ...cut.map((c, i) => c.box.yMax - foot.get(i)!));
  return cut.map(({ name, box, tight }, i): RasterLetter => {
    const height = Math.ceil(above + below) + 2 * MARGIN_PX;
    const y = Math.round(MARGIN_PX + above - (foot.get(i)! - box.yMin));
    const canvas = { width: tight.width + 2 * MARGIN_PX, height };
    return { name, picture: composed(canvas, [{ picture: tight, x: MARGIN_PX, y, opacity: 1 }]) };
  });
}

const fileName = (char: string, variant: string | null): string => {
  const name = [...char].map((c) => glyphNameOf(c.codePointAt(0)!)).join('_');
  return variant === null ? name : `${name}.${variant}`;
};

/** What of a picture is painted, px; null for a clear one. */
function paintedBox({ width, height, data }: Picture): Box | null {
  let [xMin, yMin, xMax, yMax] = [width, height, -1, -1];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      if (data[(y * width + x) * 4 + 3]! <= SEEN_ALPHA) continue;
      if (x < xMin) xMin = x;
      if (x > xMax) xMax = x;
      if (y < yMin) yMin = y;
      yMax = y;
    }
  return xMax < 0 ? null : { xMin, yMin, xMax: xMax + 1, yMax: yMax + 1 };
}

function cropped(p: Picture, { xMin, yMin, xMax, yMax }: Box): Picture {
  const [width, height] = [xMax - xMin, yMax - yMin];
  const data = new Uint8Array(width * height * 4);
  for (let y = 0; y < height; y++) {
    const from = ((yMin + y) * p.width + xMin) * 4;
    data.set(p.data.subarray(from, from + width * 4), y * width * 4);
  }
  return { width, height, data };
}
