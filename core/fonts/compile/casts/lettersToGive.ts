import { NOTDEF } from '../../../project/document/newProject';
import type { FontGlyph } from '../../features/fontGlyphs';
import type { FontData } from '../fontData';

/** Letters that are given one by one as drawings: those with ink, without the sign for a missing character. */
export const lettersToGive = (font: FontData): FontGlyph[] =>
  font.glyphs.filter((g) => g.contours.length > 0 && g.name !== NOTDEF);
