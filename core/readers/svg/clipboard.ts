import { z } from 'zod';
import { scaling } from '../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { contourSchema } from '../../foundations/geometry/contourSchema';
import { contoursBox } from '../../foundations/geometry/measure';
import { svgDocument } from './pathData';

const copied = z.object({ copied: z.array(contourSchema) });

/**
 * Contours (em units, y up) as an SVG picture for the clipboard: any program can paste it, and its metadata hold the very
 * points, so that nothing is lost between letters.
 */
export function copiedSvg(contours: readonly Contour[]): string {
  const flipped = transformContours(contours, scaling(1, -1));
  const box = contoursBox(flipped) ?? { xMin: 0, yMin: 0, xMax: 1, yMax: 1 };
  const view = {
    x: Math.floor(box.xMin),
    y: Math.floor(box.yMin),
    width: Math.max(1, Math.ceil(box.xMax) - Math.floor(box.xMin)),
    height: Math.max(1, Math.ceil(box.yMax) - Math.floor(box.yMin)),
  };
  const points = JSON.stringify({ copied: contours.map(({ of: _, ...c }) => c) });
  return svgDocument(flipped, view, 'copied').replace(/<\/svg>\s*$/, `<metadata>${points}</metadata></svg>`);
}

/** The points in what `copiedSvg` made; null for any other text. */
export function copiedContours(text: string): Contour[] | null {
  const json = /<metadata>(\{"copied":.*?\})<\/metadata>/s.exec(text)?.[1];
  if (!json) return null;
  try {
    const read = copied.safeParse(JSON.parse(json));
    return read.success ? read.data.copied : null;
  } catch {
    return null;
  }
}
