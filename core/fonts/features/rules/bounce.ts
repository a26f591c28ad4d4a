import type { ChainRule } from '../../opentype/layout/model';
import type { Positionings } from '../lookupList';

/** Shares of the height that letters move by; by turns above and below, so that a line keeps its level. */
const STEPS = [0, 0.55, -0.45, 1, -1];

/**
 * Letters moved up and down by what they are and what stands before them: the same letter moves differently in other words,
 * and a text always looks the same. Adds lookups and gives the number of the one to apply; null without a glyph.
 */
export function addBounce(
  list: Positionings,
  moved: readonly number[],
  everything: readonly number[],
  height: number,
): number | null {
  const part = (glyphs: readonly number[], k: number) => glyphs.filter((g) => g % STEPS.length === k);
  const kinds = STEPS.map((_, k) => ({ own: part(moved, k), before: part(everything, k) }));
  const lookups = STEPS.map((share, k) => {
    const y = Math.round(share * height);
    return y === 0
      ? null
      : list.add({ name: `bounce_${k}`, type: 'adjust', map: moved.map((g) => [g, { y }] as const) });
  });
  const rules: ChainRule[] = [];
  kinds.forEach(({ before }, b) =>
    kinds.forEach(({ own }, o) => {
      const lookup = lookups[(b + 2 * o) % STEPS.length];
      if (before.length === 0 || own.length === 0 || lookup === null || lookup === undefined) return;
      rules.push({ before: [before], input: [own], after: [], apply: [{ at: 0, lookup }] });
    }),
  );
  return rules.length > 0 ? list.add({ name: 'bounce', type: 'chain', rules }) : null;
}
