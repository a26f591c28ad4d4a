import type { ChainRule } from '../../opentype/layout/model';
import type { Substitutions } from '../lookupList';

/** A letter and its further drawings, glyph indices. */
export interface Turning {
  readonly glyph: number;
  readonly drawings: readonly number[];
}

/**
 * Drawings that take turns: where a letter stood within the last so many glyphs, the next of its drawings follows the one
 * that stood there last. Text is gone through from its beginning, so what stands before is already in its drawing. Adds
 * lookups and gives the number of the one to apply; null without a letter.
 *
 * The rules for near glyphs come before those for far ones: when the latter are tried, the letter is known not to be nearer.
 */
export function addTurns(
  list: Substitutions,
  {
    letters,
    within,
    everything,
    ignoreMarks,
  }: {
    readonly letters: readonly Turning[];
    readonly within: number;
    /** All glyphs that may stand between. */
    readonly everything: readonly number[];
    readonly ignoreMarks: boolean;
  },
): number | null {
  if (letters.length === 0) return null;
  const most = Math.max(...letters.map((l) => l.drawings.length));
  const toDrawing = Array.from({ length: most }, (_, k) =>
    list.add({
      name: `turn_${k + 1}`,
      type: 'single',
      map: letters.flatMap(({ glyph, drawings }) =>
        drawings[k] === undefined ? [] : [[glyph, drawings[k]] as const],
      ),
    }),
  );
  const one = letters.map(({ glyph, drawings }) => ({
    input: [[glyph]] as const,
    stages: [glyph, ...drawings].map((g) => [g]),
  }));
  const rules: ChainRule[] = [];
  for (let distance = 1; distance <= within; distance++) {
    const between = Array.from({ length: distance - 1 }, () => everything);
    for (const { input, stages } of one)
      stages.forEach((last, k) => {
        // After the last drawing the letter itself is next: a rule without anything to do.
        const lookup = k + 1 < stages.length ? toDrawing[k] : undefined;
        const apply = lookup === undefined ? [] : [{ at: 0, lookup }];
        rules.push({ before: [last, ...between], input, after: [], apply });
      });
  }
  return list.add({ name: 'turns', type: 'chain', rules, ignoreMarks });
}
