import { nth } from '../../foundations/lists/nth';
import type { ChainRule } from '../opentype/layout/model';
import type { ReadLayout, ReadLookup } from '../opentype/read/layout/common';
import { contextsOf } from '../opentype/read/layout/contexts';
import { exchangesOf, ligaturesOf, multiplesOf } from '../opentype/read/layout/substitutions';
import type { Carried, CarriedLookup } from '../../project/document/rows/carried';

/** Lookup flags that are carried: the direction of cursive attachment, which substitutions don't ask for, and marks passed over. */
const FLAG = { rightToLeft: 1, ignoreMarks: 8 } as const;

/** Sets of glyphs, each once. */
class Sets {
  readonly sets: (readonly string[])[] = [];
  private readonly known = new Map<string, number>();

  constructor(private readonly idOf: (glyph: number) => string) {}

  numberOf(glyphs: readonly number[]): number {
    const key = glyphs.join();
    const at = this.known.get(key) ?? this.sets.push(glyphs.map(this.idOf)) - 1;
    this.known.set(key, at);
    return at;
  }
}

/**
 * Features that no rule says, as they are; tags that can't be carried are left out: their lookups do something that isn't read here, or pass over
 * other glyphs than marks.
 *
 * @param said Tags that rules say, and their lookups.
 */
export function carriedRules(
  gsub: ReadLayout,
  said: ReadonlySet<string>,
  { count, idOf }: { readonly count: number; readonly idOf: (glyph: number) => string },
): { readonly rules: readonly Carried[]; readonly tags: ReadonlySet<string> } {
  const readable = readableLookups(gsub, count);
  const uses = gsub.features.filter((f) => !said.has(f.tag) && f.lookups.every((l) => isReadable(readable, l, [])));
  const broken = new Set(gsub.features.filter((f) => !said.has(f.tag)).flatMap((f) => (f.lookups.every((l) => isReadable(readable, l, [])) ? [] : [f.tag])));
  const whole = uses.filter((f) => !broken.has(f.tag) && f.lookups.length > 0);
  const ruled = gsub.features.filter((f) => said.has(f.tag)).flatMap((f) => f.lookups);
  const border = ruled.length > 0 ? Math.min(...ruled) : 0;
  const isFirst = (f: (typeof whole)[number]) => Math.min(...f.lookups) < border;
  const rules = (['first', 'last'] as const).flatMap((order) => {
    const own = whole.filter((f) => isFirst(f) === (order === 'first'));
    return own.length > 0 ? [carriedRule(own, readable, order, idOf)] : [];
  });
  return { rules, tags: new Set(whole.map((f) => f.tag)) };
} // prettier-ignore

/** A lookup with glyphs by index; null = it can't be carried. */
type Readable =
  | { readonly flags: number; readonly rules: readonly ChainRule[] }
  | { readonly flags: number; readonly does: (idOf: (glyph: number) => string) => CarriedLookup['does'] }
  | null;

function readableLookups(gsub: ReadLayout, count: number): Readable[] {
  return gsub.lookups.map((l): Readable => {
    if ((l.flags & ~(FLAG.rightToLeft | FLAG.ignoreMarks)) !== 0) return null;
    const rules = contextsOf(gsub.bytes, l, count);
    if (rules) return { flags: l.flags, rules };
    const does = plainLookup(gsub, l);
    return does && { flags: l.flags, does };
  });
}

function plainLookup(
  gsub: ReadLayout,
  l: ReadLookup,
): ((idOf: (glyph: number) => string) => CarriedLookup['does']) | null {
  const ligatures = ligaturesOf(gsub, l);
  if (ligatures)
    return (idOf) => ({
      type: 'ligature',
      ligatures: ligatures.map(({ parts, glyph }) => ({ parts: parts.map(idOf), glyph: idOf(glyph) })),
    });
  const several = multiplesOf(gsub, l);
  const swaps = several ?? exchangesOf(gsub, l);
  if (!swaps) return null;
  const isSingle = !several && [...swaps.values()].every((to) => to.length === 1);
  if (isSingle) return (idOf) => ({ type: 'single', map: [...swaps].map(([from, to]) => [idOf(from), idOf(nth(to, 0))] as const) });
  const type = several ? ('multiple' as const) : ('alternate' as const);
  return (idOf) => ({ type, map: [...swaps].map(([from, to]) => [idOf(from), to.map(idOf)] as const) });
} // prettier-ignore

/** Whether a lookup and all that it applies can be carried; one within itself can't. */
function isReadable(lookups: readonly Readable[], i: number, above: readonly number[]): boolean {
  const l = lookups[i];
  if (!l || above.includes(i)) return false;
  if (!('rules' in l)) return true;
  const inner = new Set(l.rules.flatMap((r) => r.apply.map((a) => a.lookup)));
  return [...inner].every((k) => isReadable(lookups, k, [...above, i]));
}

interface Used {
  readonly tag: string;
  readonly language: string | null;
  readonly lookups: readonly number[];
}

function carriedRule(
  uses: readonly Used[],
  lookups: readonly Readable[],
  order: Carried['order'],
  idOf: (glyph: number) => string,
): Carried {
  const wanted = new Set<number>();
  const want = (i: number): void => {
    const l = lookups[i];
    if (!l || wanted.has(i)) return;
    wanted.add(i);
    if ('rules' in l) for (const r of l.rules) for (const a of r.apply) want(a.lookup);
  };
  for (const f of uses) f.lookups.forEach(want);
  const numbers = [...wanted].sort((a, b) => a - b);
  const now = new Map(numbers.map((n, i) => [n, i]));
  const sets = new Sets(idOf);
  return {
    kind: 'carried',
    order,
    lookups: numbers.map((n) => written(nth(lookups, n), sets, now, idOf)),
    features: featureUses(uses, now),
    sets: sets.sets,
  };
}

function written(
  l: Readable,
  sets: Sets,
  now: ReadonlyMap<number, number>,
  idOf: (glyph: number) => string,
): CarriedLookup {
  if (!l) throw new RangeError('a lookup that can’t be carried');
  const ignoreMarks = (l.flags & FLAG.ignoreMarks) !== 0;
  if ('does' in l) return { ignoreMarks, does: l.does(idOf) };
  const numbers = (list: readonly (readonly number[])[]) => list.map((s) => sets.numberOf(s));
  const rules = l.rules.map((r) => ({
    before: numbers(r.before),
    input: numbers(r.input),
    after: numbers(r.after),
    apply: r.apply.map((a) => ({ at: a.at, lookup: now.get(a.lookup) ?? 0 })),
  }));
  return { ignoreMarks, does: { type: 'chain', rules } };
}

/** What all languages have, and what single ones have instead; scripts have their glyphs to tell them apart. */
function featureUses(uses: readonly Used[], now: ReadonlyMap<number, number>): Carried['features'] {
  const tags = [...new Set(uses.map((f) => f.tag))];
  return tags.flatMap((tag) => {
    const of = (language: string | null) =>
      [...new Set(uses.flatMap((f) => (f.tag === tag && f.language === language ? f.lookups : [])))]
        .sort((a, b) => a - b)
        .flatMap((l) => now.get(l) ?? []);
    const plain = of(null);
    const languages = [...new Set(uses.flatMap((f) => (f.tag === tag && f.language !== null ? [f.language] : [])))];
    const own = languages.filter((l) => of(l).join() !== plain.join());
    return [
      ...(plain.length > 0 ? [{ tag, languages: null, lookups: plain }] : []),
      ...own.map((l) => ({ tag, languages: [l], lookups: of(l) })),
    ];
  });
} // prettier-ignore
