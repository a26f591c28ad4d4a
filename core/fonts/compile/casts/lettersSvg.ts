import { compose, scaling } from '../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { transformPaint } from '../../../foundations/geometry/paint';
import { placedLayers } from '../../../project/document/queries/colours';
import { picturedGlyph } from '../../../project/document/queries/pictures';
import type { Doc, GlyphRow } from '../../../project/document/schema';
import { glyphFileNames } from '../../../type/names/fileNames';
import { svgDocument, svgLayers, svgPicture, type SvgImage } from '../../../readers/svg/pathData';
import type { FontData } from '../fontData';
import { placeInFont } from '../compileGlyph';
import { NO_PICTURES, type PictureBytes } from '../pictures';
import { verticalMetrics } from '../lineMetrics';
import { lettersToGive } from './lettersToGive';

/**
 * Each letter with ink as an SVG document, by its file's name: its advance width and the font's height are the view, so that letters laid
 * side by side stand as they do in the font; colours as they were drawn. User unit: em unit.
 */
export function lettersSvg(doc: Doc, font: FontData, bytes: PictureBytes = NO_PICTURES): Map<string, string> {
  const fileName = glyphFileNames();
  const { ascent, descent } = verticalMetrics(font);
  const files = new Map<string, string>();
  const down = scaling(1, -1);
  for (const { id, name, contours, advance } of lettersToGive(font)) {
    const view = { x: 0, y: -ascent, width: advance, height: ascent + descent };
    const row = doc.glyphs[id];
    const layers = row ? placedLayers(doc, row) : [];
    const drawn = layers.map((l) => ({
      paint: transformPaint(l.paint, down),
      contours: transformContours(l.contours, down),
    }));
    const pictured = row && svgPictures(doc, row, bytes);
    files.set(
      `${fileName(name)}.svg`,
      pictured
        ? svgPicture(pictured.images, pictured.plain, view)
        : layers.length > 0
          ? svgLayers(drawn, view)
          : svgDocument(transformContours(contours, down), view, name),
    );
  }
  return files;
}

/** A letter that is kept as pictures as images and outlines, y down; null when it has none, or one is not at hand. */
function svgPictures(
  doc: Doc,
  row: GlyphRow,
  bytes: PictureBytes,
): { readonly images: readonly SvgImage[]; readonly plain: readonly Contour[] } | null {
  const pictured = picturedGlyph(doc, row);
  const map = compose(scaling(1, -1), placeInFont(row));
  const images = pictured?.pictures.flatMap((p): SvgImage[] => {
    const png = bytes(p.pictureId);
    return png ? [{ png, widthPx: p.widthPx, heightPx: p.heightPx, map: compose(map, p.map) }] : [];
  });
  if (!pictured || images?.length !== pictured.pictures.length) return null;
  return { images, plain: transformContours(pictured.plain, map) };
}
