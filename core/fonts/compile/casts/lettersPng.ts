import { compose } from '../../../foundations/geometry/affine';
import { contoursBox, unionBox, type Box } from '../../../foundations/geometry/measure';
import { placedLayers } from '../../../project/document/queries/colours';
import type { Doc } from '../../../project/document/schema';
import { glyphFileNames } from '../../../type/names/fileNames';
import type { FontData } from '../fontData';
import { placeInFont } from '../compileGlyph';
import { verticalMetrics } from '../lineMetrics';
import { drawPictures, NO_PICTURES, readyPictures, type PictureBytes } from '../pictures';
import { lettersToGive } from './lettersToGive';
import { black, Canvas, emToPx } from './letterPng';

/** Heights of pictures of letters when none are asked for: of a line of the font, px. */
export const PNG_SIZES: readonly number[] = [256, 1024];

/**
 * Each letter with ink as PNG on clear ground, in its colours or black, by its file's name in a folder for each size: as wide as its
 * advance (more where its ink hangs over) and as high as a line of the font, so that letters laid side by side stand on one line.
 */
export function lettersPng(
  doc: Doc,
  font: FontData,
  sizes: readonly number[],
  bytes: PictureBytes = NO_PICTURES,
): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  const { ascent, descent } = verticalMetrics(font);
  for (const size of sizes) {
    const fileName = glyphFileNames();
    const perUnit = size / (ascent + descent);
    for (const glyph of lettersToGive(font)) {
      if (!glyph.box) continue;
      const row = doc.glyphs[glyph.id];
      const coloured = row ? placedLayers(doc, row) : [];
      const layers = coloured.length > 0 ? coloured : [black(glyph.contours)];
      // Lines and shadows around a letter may reach further than its ink.
      const reach = layers.reduce<Box>((b, l) => unionBox(b, contoursBox(l.contours)) ?? b, glyph.box);
      const left = Math.min(0, reach.xMin);
      const right = Math.max(glyph.advance, reach.xMax);
      const canvas = new Canvas(Math.max(1, Math.ceil((right - left) * perUnit)), size);
      const map = emToPx(perUnit, left, ascent);
      const pictures = row && readyPictures(doc, row, bytes);
      if (row && pictures) drawPictures(canvas, pictures, compose(map, placeInFont(row)));
      else for (const layer of layers) canvas.paint(layer, map);
      files.set(`${size}/${fileName(glyph.name)}.png`, canvas.png());
    }
  }
  return files;
}
