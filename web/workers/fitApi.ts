import { fitFont, type FitOptions, type FittedFont } from '../../core/type/fit/fitFont';
import { faultyJoins, type FaultyJoin } from '../../core/type/fit/joinCheck';
import { profilesOf, type LetterToFit } from '../../core/type/fit/lettersToFit';
import type { Profile } from '../../core/type/fit/profiles';
import { styleOf } from '../../core/type/fit/style';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';

/** A fit with the glyphs that its letters stand for. */
export interface GlyphFit {
  readonly fitted: FittedFont;
  readonly glyphIds: readonly string[];
}

/** Profiles of the letters asked for last: checking joins again and again needs only the distances anew. */
let last: readonly Profile[] = [];

/** What the fitting worker does. */
export const fitApi = {
  /** Fits letters given in em units; the answer's letters are those with ink, named by their place in the list. */
  fit(letters: readonly LetterToFit[], unitsPerEm: number, options: FitOptions): Result<GlyphFit> {
    const known = profilesOf(letters, unitsPerEm);
    last = known.map((l) => l.profile);
    const fitted = fitFont(last, options);
    return fitted
      ? ok({ fitted, glyphIds: known.map((l) => l.glyphId) })
      : fail({ code: 'fit-needs-letters' });
  },
  /** Joins of the letters fitted last that don't hold, at distances box to box in 1/1000 em, row after row. */
  joins(distances: Float64Array): Result<readonly FaultyJoin[]> {
    const style = styleOf(last);
    return ok(style ? faultyJoins(style, (i, j) => distances[i * last.length + j]!) : []);
  },
};
export type FitApi = typeof fitApi;
