import { thickened } from '../../core/outlines/dress/thickened';
import { measureIcon } from '../../core/type/seat/iconMeasures';
import { skeletonOfOutline, type OutlineSkeleton } from '../../core/tracing/centreline/skeletonOfOutline';
import { wordSvg, type WordSvg } from '../../core/fonts/compile/wordSvg';
import { withCastWeights } from '../../core/project/document/commands/family/castWeights';
import { inStyle, stylesInOrder } from '../../core/project/document/queries/styles';
import { compileVariable } from '../../core/fonts/compile/variable/compileVariable';
import { agreement, type Agreement } from '../../core/fonts/compile/variable/agreement';
import { restyledGlyph, type Restyling } from '../../core/project/document/commands/family/restyledGlyph';
import { inCut } from '../../core/project/document/commands/family/cuts';
import type { CastCut, Doc, GlyphRow } from '../../core/project/document/schema';
import {
  cleanUp,
  type CleanedUp,
  type CleanUp,
  type CleanUpSettings,
} from '../../core/outlines/dress/cleanUp';
import { penOutline, type PenShape } from '../../core/outlines/dress/grow';
import { regainWeight } from '../../core/outlines/dress/regainWeight';
import { stemOf } from '../../core/outlines/dress/stems';
import type { Contour } from '../../core/foundations/geometry/contour';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';

export interface OutlineOf {
  readonly glyphId: string;
  readonly contours: readonly Contour[];
}

/** A letter with another stem, and the stem's width before and after, em units. */
export interface Stemmed {
  readonly contours: readonly Contour[];
  readonly from: number;
  readonly to: number;
}

export interface VaryingFont {
  readonly bytes: Uint8Array;
}

/** Words set in a style. */
export interface InStyle {
  readonly name: string;
  readonly drawn: WordSvg;
}

/** What the drawing bench’s worker does. */
export const dressApi = {
  /** One letter cleaned, null when there is nothing to clean; letters come one by one, so that the caller can stop between them. */
  clean(kind: CleanUp, contours: readonly Contour[], settings: CleanUpSettings): Result<CleanedUp | null> {
    const made = cleanUp(kind, contours, settings);
    return ok(made.contours === contours ? null : made);
  },
  /** The outline that a pen leaves along lines. */
  pen: (lines: readonly Contour[], pen: PenShape): Result<Contour[]> => ok(penOutline(lines, pen)),
  /** Words set in a project's font as one drawing. */
  word: (doc: Doc, text: string, how: 'united' | 'parted'): Result<WordSvg> => ok(wordSvg(doc, text, how)),
  /** Words set in each style of a family, or of one of its cuts, and in each weight that is cast along, in their order. */
  inStyles(doc: Doc, text: string, cut: CastCut | null): Result<readonly InStyle[]> {
    const family = withCastWeights(inCut(doc, cut));
    return ok(
      stylesInOrder(family).map(({ id, name }) => ({
        name,
        drawn: wordSvg(inStyle(family, id), text, 'united'),
      })),
    );
  },
  /** What of a family varies with its weight, and what can't. */
  agreement: (doc: Doc): Result<Agreement> => ok(agreement(doc)),
  /** The styles of a family that differ in weight as one variable font. */
  variable(doc: Doc): Result<VaryingFont> {
    const made = compileVariable(doc, 0);
    return made.ok ? ok({ bytes: made.value }, made.problems) : made;
  },
  /** A letter drawn anew for another style. */
  restyle: (glyph: GlyphRow, how: Restyling): Result<GlyphRow> => ok(restyledGlyph(glyph, how)),
  skeleton(contours: readonly Contour[]): Result<OutlineSkeleton> {
    const found = skeletonOfOutline(contours);
    return found ? ok(found) : fail({ code: 'nothing-there' });
  },
  /** A letter grown or shrunk until its upright stem has a width, em units; null when it has none. */
  stem(contours: readonly Contour[], wanted: number): Result<Stemmed | null> {
    const from = stemOf(contours, 'upright');
    const made = from === null ? null : regainWeight(contours, wanted);
    const to = made && stemOf(made, 'upright');
    return ok(made && from !== null && to !== null ? { contours: made, from, to } : null);
  },
  /** An icon whose strokes have another thickness, em units; null when it has none to speak of, or has that. */
  thicken: (contours: readonly Contour[], wanted: number): Result<readonly Contour[] | null> =>
    ok(thickened(contours, wanted, (cs) => measureIcon(cs)?.thickness ?? null)),
  /** Upright stems of letters; those without one are left out. */
  stems(
    letters: readonly OutlineOf[],
  ): Result<readonly { readonly glyphId: string; readonly width: number }[]> {
    return ok(
      letters.flatMap(({ glyphId, contours }) => {
        const width = stemOf(contours, 'upright');
        return width === null ? [] : [{ glyphId, width }];
      }),
    );
  },
};
export type DressApi = typeof dressApi;
