// OpenType feature file specification 1.26, 5 "Glyph substitution (GSUB) rules".
import type { ChainRule, GlyphSet } from '../../opentype/layout/model';
import { choices, type BuildingOf } from './building';
import { readPattern, type ReadPattern } from './pattern';
import type { RuleTarget } from './ruleTarget';
import type { TokenReader } from './tokens';

type Plain = BuildingOf<'single'> | BuildingOf<'multiple'> | BuildingOf<'alternate'> | BuildingOf<'ligature'>;

/** What takes the place of glyphs: sets behind "by", or the list behind "from". */
interface Instead {
  readonly from: boolean;
  readonly sets: readonly GlyphSet[];
}

function readInstead(f: RuleTarget, t: TokenReader): Instead | null {
  if (t.take('from')) return { from: true, sets: [f.defs.sets.read(t)] };
  if (!t.take('by')) return null;
  if (t.take('NULL')) return { from: false, sets: [] };
  const sets: GlyphSet[] = [];
  while (f.defs.sets.begins(t)) sets.push(f.defs.sets.read(t));
  return { from: false, sets };
}

/** Which kind of lookup exchanges these sets for those. */
function kindOf(input: readonly GlyphSet[], { from, sets }: Instead): Plain['type'] {
  if (from) return 'alternate';
  if (input.length > 1) return 'ligature';
  return sets.length === 1 ? 'single' : 'multiple';
}

/** Puts an exchange into a lookup of its kind; what is there first stays. */
function put(into: Plain, input: readonly GlyphSet[], { sets }: Instead): void {
  const [first = [], ...rest] = sets;
  switch (into.type) {
    case 'single':
      (input[0] ?? []).forEach((g, i) => {
        const to = first.length === 1 ? first[0] : first[i];
        if (to !== undefined && !into.map.has(g)) into.map.set(g, to);
      });
      return;
    case 'multiple':
      for (const g of input[0] ?? []) if (!into.map.has(g)) into.map.set(g, [first, ...rest].flatMap((s) => s.slice(0, 1)));
      return;
    case 'alternate':
      for (const g of input[0] ?? []) if (!into.map.has(g)) into.map.set(g, first);
      return;
    case 'ligature': {
      const [glyph] = first;
      if (glyph !== undefined) for (const parts of choices(input)) into.ligatures.push({ parts, glyph });
    }
  }
} // prettier-ignore

/** One statement behind its first word. */
export function readSubstitution(
  f: RuleTarget,
  t: TokenReader,
  { reverse, ignore }: { readonly reverse: boolean; readonly ignore: boolean },
): void {
  if (ignore) {
    do f.into('chainSub').rules.push(chainOf(readPattern(f, t), []));
    while (t.take(','));
    return t.expect(';');
  }
  const pattern = readPattern(f, t);
  const instead = readInstead(f, t);
  t.expect(';');
  const input = pattern.input.map((p) => p.set);
  if (reverse) {
    const [from = []] = input;
    const to = instead?.sets[0] ?? [];
    const map = from.flatMap((g, i) => {
      const glyph = to.length === 1 ? to[0] : to[i];
      return glyph === undefined ? [] : [[g, glyph] as const];
    });
    f.into('reverse').rules.push({ before: pattern.before, after: pattern.after, map });
  } else if (pattern.isPlain) {
    if (!instead) throw t.error('a substitution without “by” or “from”');
    put(f.into(kindOf(input, instead)), input, instead);
  } else f.into('chainSub').rules.push(chainOf(pattern, applied(f, pattern, instead)));
}

/** Lookups that a context applies, those of an exchange in its midst among them. */
function applied(f: RuleTarget, { input }: ReadPattern, instead: Instead | null): ChainRule['apply'] {
  const named = input.flatMap((p, at) => p.lookups.map((lookup) => ({ at, lookup })));
  if (!instead) return named;
  const sets = input.map((p) => p.set);
  const { number, building } = f.aside(kindOf(sets, instead));
  put(building, sets, instead);
  return [...named, { at: 0, lookup: number }];
}

export function chainOf({ before, input, after, isPlain }: ReadPattern, apply: ChainRule['apply']): ChainRule {
  const [first = [], ...rest] = input.map((p) => p.set);
  // A pattern in which nothing is marked is about its first glyph (5.f.ii, "ignore").
  return isPlain ? { before, input: [first], after: [...rest, ...after], apply } : { before, input: [first, ...rest], after, apply };
} // prettier-ignore
