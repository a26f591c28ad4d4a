import { scaling } from '../../../foundations/geometry/affine';
import { transformContours } from '../../../foundations/geometry/contour';
import { transformPaint } from '../../../foundations/geometry/paint';
import { placedLayers } from '../../../project/document/queries/metrics';
import type { Doc } from '../../../project/document/schema';
import { glyphFileNames } from '../../../type/names/fileNames';
import { svgDocument, svgLayers } from '../../../readers/svg/pathData';
import type { FontData } from '../fontData';
import { verticalMetrics } from '../lineMetrics';
import { lettersToGive } from './lettersToGive';

/**
 * Each letter with ink as an SVG document, by its file's name: its advance width and the font's height are the view, so that letters laid
 * side by side stand as they do in the font; colours as they were drawn. User unit: em unit.
 */
export function lettersSvg(doc: Doc, font: FontData): Map<string, string> {
  const fileName = glyphFileNames();
  const { ascent, descent } = verticalMetrics(font);
  const files = new Map<string, string>();
  const down = scaling(1, -1);
  for (const { id, name, contours, advance } of lettersToGive(font)) {
    const view = { x: 0, y: -ascent, width: advance, height: ascent + descent };
    const row = doc.glyphs[id];
    const layers = row ? placedLayers(row) : [];
    const drawn = layers.map((l) => ({
      paint: transformPaint(l.paint, down),
      contours: transformContours(l.contours, down),
    }));
    files.set(
      `${fileName(name)}.svg`,
      layers.length > 0 ? svgLayers(drawn, view) : svgDocument(transformContours(contours, down), view, name),
    );
  }
  return files;
}
