import type { ProjectDiff } from '../../changes/diff';
import { rulesInOrder } from '../../queries/forms';
import type { Doc } from '../../schema';
import { addRule, changeRule, removeRule } from './rules';

/**
 * No drawing comes again within so many letters, unless somebody says otherwise: of 2,000 common words with three drawings a letter 68 have one
 * twice, where 328 have it within 5 (a font a fifth smaller), and 15 within 11 (a fifth larger; docs/benchmarks.md).
 */
export const USUAL_WITHIN = 8;

/** Lets all drawings called alt1, alt2 ... take turns with their letters; none comes again within so many letters. Null when it is so. */
export function takeTurns(doc: Doc, within: number): ProjectDiff | null {
  const there = rulesInOrder(doc).find(({ rule }) => rule.kind === 'turns' && rule.letters === null);
  const rule = { kind: 'turns', letters: null, within } as const;
  return there ? changeRule(doc, there.id, rule) : addRule(doc, rule);
}

/** How letters move by their neighbours: above and below the baseline, em units, and to either side, degrees. */
export interface Movement {
  readonly height: number;
  readonly lean: number;
}

/** Lets letters move by their neighbours; 0 = on the baseline, upright. Null when it is so. */
export function setBounce(doc: Doc, change: Partial<Movement>): ProjectDiff | null {
  const there = rulesInOrder(doc).find(({ rule }) => rule.kind === 'bounce');
  const own = there?.rule.kind === 'bounce' ? there.rule : null;
  const rule = { kind: 'bounce' as const, glyphs: null, height: 0, lean: 0, ...own, ...change };
  if (rule.height <= 0 && rule.lean <= 0) return there ? removeRule(doc, there.id) : null;
  return there ? changeRule(doc, there.id, rule) : addRule(doc, rule);
}
