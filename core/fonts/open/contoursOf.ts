import { nth } from '../../foundations/lists/nth';
import { reverseContour, type Contour } from '../../foundations/geometry/contour';
import type { FontFile } from '../opentype/read/readFont';

/** Contours as documents have them, outer ones against the clock: TrueType's run the other way (OpenType, 'glyf'). */
export const contoursOf = (font: FontFile, glyph: number): readonly Contour[] => {
  const own = nth(font.contours, glyph);
  return font.outlines === 'ttf' ? own.map(reverseContour) : own;
};
