import { nth } from '../../../foundations/lists/nth';
import type { Carried, CarriedLookup } from '../../../project/document/rows/carried';
import type { Lookup, Substitution } from '../../opentype/layout/model';
import type { Substitutions } from '../lookupList';

/** Puts lookups of a font that was opened behind the others, with the features that switch them on. `at`: index of a glyph by its id. */
export function addCarried(list: Substitutions, rule: Carried, at: (id: string) => number): void {
  const from = list.lookups.length;
  const sets = rule.sets.map((s) => s.map(at));
  rule.lookups.forEach((l, i) => list.add(lookupOf(l, `carried_${rule.order}_${i + 1}`, { sets, from, at })));
  const languages = (tag: string) =>
    rule.features.flatMap((f) => (f.tag === tag && f.languages ? f.languages : []));
  for (const { tag, languages: own, lookups } of rule.features) {
    const except = own ? [] : languages(tag);
    const where = own ? { languages: own } : except.length > 0 ? { except } : {};
    list.use(tag, lookups.map((l) => l + from), where); // prettier-ignore
  }
}

interface Scope {
  readonly sets: readonly (readonly number[])[];
  /** Number of the first carried lookup in the table. */
  readonly from: number;
  readonly at: (id: string) => number;
}

function lookupOf({ ignoreMarks, does }: CarriedLookup, name: string, scope: Scope): Lookup<Substitution> {
  const { at, sets, from } = scope;
  const named = { name, ignoreMarks };
  const all = (ids: readonly string[]) => ids.map(at);
  switch (does.type) {
    case 'single':
      return { ...named, type: 'single', map: does.map.map(([a, b]) => [at(a), at(b)] as const) };
    case 'multiple':
    case 'alternate':
      return { ...named, type: does.type, map: does.map.map(([a, b]) => [at(a), all(b)] as const) };
    case 'ligature':
      return {
        ...named,
        type: 'ligature',
        ligatures: does.ligatures.map((l) => ({ parts: all(l.parts), glyph: at(l.glyph) })),
      };
    case 'chain':
      return {
        ...named,
        type: 'chain',
        rules: does.rules.map((r) => {
          const of = (ids: readonly number[]) => ids.map((i) => nth(sets, i));
          const [first = [], ...rest] = of(r.input);
          return {
            before: of(r.before),
            input: [first, ...rest],
            after: of(r.after),
            apply: r.apply.map((a) => ({ at: a.at, lookup: a.lookup + from })),
          };
        }),
      };
  }
}
