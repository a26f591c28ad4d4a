// OpenType feature file specification 1.26, 5.f and 6.h: sets of glyphs, some of them marked as what is changed in its surroundings.
import type { GlyphSet } from '../../opentype/layout/model';
import { readValue, type Pattern, type PatternPlace } from './records';
import type { RuleTarget } from './ruleTarget';
import type { TokenReader } from './tokens';

export interface ReadPattern extends Pattern {
  /** Nothing is marked: all sets are the input. */
  readonly isPlain: boolean;
}

/** Reads sets up to where no other begins. Values may stand behind those that are marked, or behind all of them. */
export function readPattern(f: RuleTarget, t: TokenReader): ReadPattern {
  const all: (PatternPlace & { readonly marked: boolean })[] = [];
  while (f.defs.sets.begins(t) && !['by', 'from'].includes(t.peek())) {
    const set = f.defs.sets.read(t);
    const marked = t.take("'");
    const lookups: number[] = [];
    while (t.take('lookup')) lookups.push(f.numberOf(t.next(), t));
    all.push({ set, lookups, value: readValue(t, f.defs.values), marked });
  }
  const first = all.findIndex((p) => p.marked);
  if (first < 0) return { before: [], input: all, after: [], isPlain: true };
  const sets = (list: readonly { readonly set: GlyphSet }[]) => list.map((p) => p.set);
  const last = all.reduce((at, p, i) => (p.marked ? i : at), first);
  return {
    before: sets(all.slice(0, first)),
    input: all.slice(first, last + 1),
    after: sets(all.slice(last + 1)),
    isPlain: false,
  };
}
