import type { Contour } from '../../foundations/geometry/contour';
import { flattenContour } from '../../foundations/geometry/measure';
import { profileOf, type Profile } from './profiles';

/** A letter as its glyph has it, em units. */
export interface LetterToFit {
  readonly glyphId: string;
  readonly char: string;
  readonly contours: readonly Contour[];
}

/** Curves are flattened to this, 1/1000 em. */
const FLAT = 0.5;

/** Profiles of letters with ink, with the glyphs that they stand for. */
export function profilesOf(
  letters: readonly LetterToFit[],
  unitsPerEm: number,
): { readonly glyphId: string; readonly profile: Profile }[] {
  const k = 1000 / unitsPerEm;
  return letters.flatMap(({ glyphId, char, contours }) => {
    const polygons = contours.map((c) =>
      flattenContour(c, FLAT / k).map((p) => ({ x: k * p.x, y: k * p.y })),
    );
    const profile = profileOf(char, polygons);
    return profile ? [{ glyphId, profile }] : [];
  });
}
