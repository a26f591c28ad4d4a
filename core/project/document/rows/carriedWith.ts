import type { Carried, CarriedDoes, CarriedFacts, CarriedLookup } from './carried';

/** What a glyph is called from now on; null = it is gone. */
type Called = (id: string) => string | null;

/** The same with each lookup's glyphs mapped; what isn't whole any more is left out, and numbers of lookups stay. */
function mapped(r: Carried, glyph: Called): Carried {
  const sets = r.sets.map((ids) => ids.flatMap((i) => glyph(i) ?? []));
  const filled = (ids: readonly number[]) => ids.every((i) => (sets[i]?.length ?? 0) > 0);
  return { ...r, sets, lookups: r.lookups.map((l): CarriedLookup => ({ ...l, does: doesWith(l.does, glyph, filled) })) };
} // prettier-ignore

/** Entries about one glyph. */
const about = <T extends { readonly glyph: string }>(list: readonly T[], glyph: Called): T[] =>
  list.flatMap((e) => {
    const made = glyph(e.glyph);
    return made === null ? [] : [{ ...e, glyph: made }];
  });

function doesWith(d: CarriedDoes, glyph: Called, filled: (sets: readonly number[]) => boolean): CarriedDoes {
  const some = (ids: readonly string[]) => ids.flatMap((i) => glyph(i) ?? []);
  const whole = (ids: readonly string[]) => {
    const made = some(ids);
    return made.length === ids.length ? made : null;
  };
  const exchanged = (list: readonly (readonly [string, string])[]) =>
    list.flatMap(([from, to]) => {
      const [a, b] = [glyph(from), glyph(to)];
      return a !== null && b !== null ? [[a, b] as const] : [];
    });
  switch (d.type) {
    case 'single':
      return { ...d, map: exchanged(d.map) };
    case 'multiple':
    case 'alternate':
      return { ...d, map: d.map.flatMap(([from, to]) => { const [a, t] = [glyph(from), whole(to)]; return a !== null && t ? [[a, t] as const] : []; }) };
    case 'ligature':
      return { ...d, ligatures: about(d.ligatures, glyph).flatMap((l) => { const parts = whole(l.parts); return parts ? [{ ...l, parts }] : []; }) };
    case 'reverse':
      return { ...d, rules: d.rules.filter((r) => filled([...r.before, ...r.after])).map((r) => ({ ...r, map: exchanged(r.map) })) };
    case 'chain':
      return { ...d, rules: d.rules.filter((r) => filled([...r.before, ...r.input, ...r.after])) };
    case 'moved':
      return { ...d, map: d.map.flatMap(([g, by]) => { const a = glyph(g); return a === null ? [] : [[a, by] as const]; }) };
    case 'pairs':
      return { ...d, tables: d.tables.map((t) => tableWith(t, glyph, some)) };
    case 'marks':
      return { ...d, tables: d.tables.map((t) => ({ ...t, marks: about(t.marks, glyph), bases: about(t.bases, glyph) })) };
    case 'joins':
      return { ...d, tables: d.tables.map((t) => about(t, glyph)) };
  }
} // prettier-ignore

type PairTable = Extract<CarriedDoes, { readonly type: 'pairs' }>['tables'][number];

function tableWith(t: PairTable, glyph: Called, some: (ids: readonly string[]) => string[]): PairTable {
  if (t.by === 'classes')
    return { ...t, covered: some(t.covered), left: t.left.map(some), right: t.right.map(some) };
  const pairs = t.pairs.flatMap(([left, right, by]) => {
    const [a, b] = [glyph(left), glyph(right)];
    return a !== null && b !== null ? [[a, b, by] as const] : [];
  });
  return { ...t, pairs };
}

/** How many things a lookup does; none = it can go. */
function sizeOf({ does: d }: CarriedLookup): number {
  switch (d.type) {
    case 'chain':
      return d.rules.length;
    case 'reverse':
      return d.rules.reduce((n, r) => n + r.map.length, 0);
    case 'ligature':
      return d.ligatures.length;
    case 'pairs':
      return d.tables.reduce((n, t) => n + (t.by === 'glyphs' ? t.pairs : t.covered).length, 0);
    case 'marks':
      return d.tables.reduce((n, t) => n + Math.min(t.marks.length, t.bases.length), 0);
    case 'joins':
      return d.tables.reduce((n, t) => n + t.length, 0);
    default:
      return d.map.length;
  }
}

/** What is left without the glyphs that `kept` leaves out; null when nothing is. */
export function carriedWith(r: Carried, kept: (id: string) => boolean): Carried | null {
  const left = mapped(r, (id) => (kept(id) ? id : null));
  return left.lookups.every((l) => sizeOf(l) === 0) ? null : left;
}

export const renamedCarried = (r: Carried, called: (id: string) => string): Carried => mapped(r, called);

function glyphsWith(r: CarriedFacts, glyph: Called): CarriedFacts {
  const some = (ids: readonly string[]) => ids.flatMap((i) => glyph(i) ?? []);
  const variants = r.variants.flatMap((v) => {
    const made = v.glyph === null ? null : glyph(v.glyph);
    return v.glyph !== null && made === null ? [] : [{ ...v, glyph: made }];
  });
  return {
    ...r,
    marks: some(r.marks),
    ligatures: some(r.ligatures),
    kindless: some(r.kindless),
    unjoined: some(r.unjoined),
    variants,
  };
}

/** What is left of what is said of glyphs; null when nothing is. */
export function carriedFactsWith(r: CarriedFacts, kept: (id: string) => boolean): CarriedFacts | null {
  const left = glyphsWith(r, (id) => (kept(id) ? id : null));
  const lists = [
    left.marks,
    left.ligatures,
    left.kindless,
    left.unjoined,
    left.variants,
    left.scripts,
    left.only,
  ];
  return lists.every((l) => l.length === 0) ? null : left;
}

export const renamedCarriedFacts = (r: CarriedFacts, called: (id: string) => string): CarriedFacts =>
  glyphsWith(r, called);

/** What its lookups put in place of glyphs that are there, wherever they apply. */
export const placedByCarried = (r: Carried, there: ReadonlySet<string>): string[] =>
  r.lookups.flatMap(({ does: d }) => {
    switch (d.type) {
      case 'single':
        return d.map.flatMap(([from, to]) => (there.has(from) ? [to] : []));
      case 'reverse':
        return d.rules.flatMap((one) => one.map.flatMap(([from, to]) => (there.has(from) ? [to] : [])));
      case 'multiple':
      case 'alternate':
        return d.map.flatMap(([from, to]) => (there.has(from) ? to : []));
      case 'ligature':
        return d.ligatures.flatMap((l) => (l.parts.every((p) => there.has(p)) ? [l.glyph] : []));
      default:
        return [];
    }
  });
