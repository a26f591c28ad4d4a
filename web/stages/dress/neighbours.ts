import { advanceOf, placedContours } from '../../../core/project/document/queries/metrics';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import type { Contour } from '../../../core/foundations/geometry/contour';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';

interface Neighbour {
  readonly contours: readonly Contour[];
  /** Where its origin lies beside the letter in hand, em units. */
  readonly x: number;
}

/** The letters before and after this one where it first stands in the running line, else in the alphabet. */
export function neighbours(doc: Doc, glyph: GlyphRow): { before: Neighbour | null; after: Neighbour | null } {
  const have = glyphByCodePoint(doc);
  const text = [...projectOf(doc).runningText].map((c) => have.get(c.codePointAt(0)!) ?? null);
  const list = text.some((g) => g?.id === glyph.id) ? text : drawnGlyphs(doc);
  const i = list.findIndex((g) => g?.id === glyph.id);
  const before = list[i - 1] ?? null;
  const after = list[i + 1] ?? null;
  return {
    before: before && { contours: placedContours(before), x: -advanceOf(before) },
    after: after && { contours: placedContours(after), x: advanceOf(glyph) },
  };
}
