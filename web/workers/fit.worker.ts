import { expose } from 'comlink';
import { fitFont, type FittedFont } from '../../core/fit/fitFont';
import { profileOf } from '../../core/fit/profiles';
import type { Contour } from '../../core/geometry/contour';
import { flattenContour } from '../../core/geometry/measure';
import { fail, ok, type Result } from '../../core/problems/problem';

export interface LetterToFit {
  readonly glyphId: string;
  readonly char: string;
  readonly contours: readonly Contour[];
}

/** Curves are flattened to this, 1/1000 em. */
const FLAT = 0.5;

const api = {
  /** Fits letters given in em units; the answer's letters are those with ink, named by their place in the list. */
  fit(
    letters: readonly LetterToFit[],
    unitsPerEm: number,
  ): Result<{ readonly fitted: FittedFont; readonly glyphIds: readonly string[] }> {
    const k = 1000 / unitsPerEm;
    const known = letters.flatMap(({ glyphId, char, contours }) => {
      const polygons = contours.map((c) =>
        flattenContour(c, FLAT / k).map((p) => ({ x: k * p.x, y: k * p.y })),
      );
      const profile = profileOf(char, polygons);
      return profile ? [{ glyphId, profile }] : [];
    });
    const fitted = fitFont(known.map((l) => l.profile));
    return fitted
      ? ok({ fitted, glyphIds: known.map((l) => l.glyphId) })
      : fail({ code: 'fit-needs-letters' });
  },
};
export type FitApi = typeof api;
expose(api);
