import { scaling } from '../../../foundations/geometry/affine';
import { transformContours } from '../../../foundations/geometry/contour';
import { glyphFileNames } from '../../../type/names/fileNames';
import { svgDocument } from '../../../readers/svg/pathData';
import type { FontData } from '../fontData';
import { verticalMetrics } from '../metricTables';

/**
 * Each letter with ink as an SVG document, by its file's name: its advance width and the font's height are the view, so that letters laid
 * side by side stand as they do in the font. User unit: em unit.
 */
export function lettersSvg(font: FontData): Map<string, string> {
  const fileName = glyphFileNames();
  const { ascent, descent } = verticalMetrics(font);
  const files = new Map<string, string>();
  for (const { name, contours, advance } of font.glyphs) {
    if (contours.length === 0) continue;
    const view = { x: 0, y: -ascent, width: advance, height: ascent + descent };
    files.set(`${fileName(name)}.svg`, svgDocument(transformContours(contours, scaling(1, -1)), view, name));
  }
  return files;
}
