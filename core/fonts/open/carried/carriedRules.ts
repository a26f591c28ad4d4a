import type { Carried, CarriedLookup, CarriedUse } from '../../../project/document/rows/carried';
import type { ReadFeature, ReadLayout } from '../../opentype/read/layout/common';
import type { ReadGdef } from '../../opentype/read/readGdef';
import { readableLookups, type Readable } from './readable';
import { Sets } from './sets';

export interface ToCarry {
  readonly table: Carried['table'];
  readonly layout: ReadLayout;
  readonly gdef: ReadGdef;
  /** How many glyphs the font has. */
  readonly count: number;
  /** The id of a glyph by its index. */
  readonly idOf: (glyph: number) => string;
  /** Lookups of a feature that nothing else says. */
  readonly unsaid: (feature: ReadFeature) => readonly number[];
}

/** Features that put marks on letters: programs do that where letters stand already, joined and kerned. */
const ON_LETTERS = new Set(['mark', 'mkmk', 'abvm', 'blwm']);

/**
 * Features that no rule says, as they are; tags that can't be carried are left out: a lookup of theirs does something that isn't read here.
 */
export function carriedRules(carry: ToCarry): {
  readonly rules: readonly Carried[];
  readonly leftOut: ReadonlySet<string>;
} {
  const { layout, table, gdef, count } = carry;
  const lookups = readableLookups(layout, table, gdef, count);
  const uses = layout.features.map((f): ReadFeature => ({ ...f, lookups: carry.unsaid(f) }));
  const asked = new Set(uses.filter((f) => f.lookups.length > 0).map((f) => f.tag));
  const leftOut = new Set(uses.filter((f) => !f.lookups.every((l) => isReadable(lookups, l, []))).map((f) => f.tag));
  const whole = uses.filter((f) => asked.has(f.tag) && !leftOut.has(f.tag));
  const said = layout.features.flatMap((f) => f.lookups.filter((l) => !carry.unsaid(f).includes(l)));
  // Programs apply lookups by number: what comes before all that is said otherwise goes first.
  const border = said.length > 0 ? said.reduce((a, b) => Math.min(a, b)) : 0;
  const lookupsOf = (tag: string) => whole.flatMap((f) => (f.tag === tag ? f.lookups : []));
  const isFirst = (tag: string) => {
    if (table === 'GSUB') return lookupsOf(tag).some((l) => l < border);
    return !ON_LETTERS.has(tag) || lookupsOf(tag).every((l) => l < border);
  };
  const rules = (['first', 'last'] as const).flatMap((order) => {
    const own = whole.filter((f) => isFirst(f.tag) === (order === 'first'));
    return own.length > 0 ? [carriedRule(carry, own, lookups, order)] : [];
  });
  return { rules, leftOut };
} // prettier-ignore

/** Whether a lookup and all that it applies can be carried; one within itself can't. */
function isReadable(lookups: readonly Readable[], i: number, above: readonly number[]): boolean {
  const l = lookups[i];
  if (!l || above.includes(i)) return false;
  return l.applies.every((k) => isReadable(lookups, k, [...above, i]));
}

function carriedRule(
  { layout, table, idOf }: ToCarry,
  uses: readonly ReadFeature[],
  lookups: readonly Readable[],
  order: Carried['order'],
): Carried {
  const wanted = new Set<number>();
  const want = (i: number): void => {
    const l = lookups[i];
    if (!l || wanted.has(i)) return;
    wanted.add(i);
    l.applies.forEach(want);
  };
  for (const f of uses) f.lookups.forEach(want);
  const numbers = [...wanted].sort((a, b) => a - b);
  const now = new Map(numbers.map((n, i) => [n, i]));
  const sets = new Sets(idOf);
  const written = numbers.map((n): CarriedLookup => {
    const l = lookups[n];
    if (!l) throw new RangeError('a lookup that can’t be carried');
    const onlyMarks = l.onlyMarks ? { onlyMarks: sets.numberOf(l.onlyMarks) } : {};
    return { ...l.flags, ...onlyMarks, does: l.does({ idOf, sets, now }) };
  });
  const features = featureUses(layout.scripts, uses, now);
  return { kind: 'carried', table, scripts: [...layout.scripts], order, lookups: written, features, sets: sets.sets };
} // prettier-ignore

/** What all languages of a script have, and what single ones have instead; scripts that have the same are told together. */
function featureUses(
  scripts: readonly string[],
  uses: readonly ReadFeature[],
  now: ReadonlyMap<number, number>,
): CarriedUse[] {
  const made = new Map<string, { readonly scripts: string[]; readonly uses: readonly Omit<CarriedUse, 'scripts'>[] }>();
  for (const script of scripts)
    for (const tag of new Set(uses.map((f) => f.tag))) {
      const own = usesOf(uses.filter((f) => f.script === script), tag, now);
      if (own.length === 0) continue;
      const key = JSON.stringify(own);
      const alike = made.get(key);
      if (alike) alike.scripts.push(script);
      else made.set(key, { scripts: [script], uses: own });
    }
  return [...made.values()].flatMap((m) => m.uses.map((u) => ({ ...u, scripts: m.scripts })));
} // prettier-ignore

/** A tag in one script. */
function usesOf(
  uses: readonly ReadFeature[],
  tag: string,
  now: ReadonlyMap<number, number>,
): Omit<CarriedUse, 'scripts'>[] {
  const of = (language: string | null) =>
    [...new Set(uses.flatMap((f) => (f.tag === tag && f.language === language ? f.lookups : [])))]
      .sort((a, b) => a - b)
      .flatMap((l) => now.get(l) ?? []);
  const plain = of(null);
  const languages = [...new Set(uses.flatMap((f) => f.language ?? []))].sort();
  const own = languages.filter((l) => of(l).join() !== plain.join());
  return [
    ...(plain.length > 0 ? [{ tag, languages: null, lookups: plain }] : []),
    ...own.map((l) => ({ tag, languages: [l], lookups: of(l) })),
  ];
}
