import { skeletonOfOutline, type OutlineSkeleton } from '../../core/tracing/centreline/skeletonOfOutline';
import { wordSvg, type WordSvg } from '../../core/fonts/compile/wordSvg';
import { withCastWeights } from '../../core/project/document/commands/family/castWeights';
import { castingOf, projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
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
  /** Words set in each weight that is cast along, in their order. */
  weights(doc: Doc, text: string): Result<readonly WordSvg[]> {
    const family = withCastWeights(doc);
    const project = projectOf(family);
    return ok(
      castingOf(family).weights.map(({ name }) => {
        const style = Object.values(family.styles).find((s) => s.name === name.trim());
        const inHand = { ...project, styleId: style?.id ?? project.styleId };
        return wordSvg({ ...family, project: { [project.id]: inHand } }, text, 'united');
      }),
    );
  },
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
