import type { FamilyLetter } from '../../../core/project/document/queries/family';
import { describeProblem } from '../../../core/foundations/problems/describe';
import type { Problem } from '../../../core/foundations/problems/problem';

/** Which letters of a family are shown. */
export const SHOWN = ['all', 'missing', 'apart'] as const;
export type Shown = (typeof SHOWN)[number];

/** A letter beside itself in all styles, with why it can't vary, where it can't. */
export interface FamilyRow {
  readonly letter: FamilyLetter;
  readonly apart: string | null;
}

/** The rows of a family. `told`: what was found of letters whose drawings part. */
export function familyRows(
  letters: readonly FamilyLetter[],
  told: readonly Problem[],
  shown: Shown,
): FamilyRow[] {
  const reasons = new Map(
    told.flatMap((p) =>
      p.code === 'glyph-differs' && p.place.glyph !== undefined && p.reason !== 'missing'
        ? [[p.place.glyph, describeProblem({ ...p, place: {} })] as const]
        : [],
    ),
  );
  return letters
    .map((letter) => ({ letter, apart: reasons.get(letter.name) ?? null }))
    .filter(
      ({ letter, apart }) =>
        shown === 'all' || (shown === 'missing' ? letter.drawings.includes(null) : apart !== null),
    );
}
