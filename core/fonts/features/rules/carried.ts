import { nth } from '../../../foundations/lists/nth';
import type { Carried, CarriedDoes, CarriedLookup } from '../../../project/document/rows/carried';
import type {
  ChainRule,
  FeatureUse,
  Joins,
  Lookup,
  Marks,
  PairTable,
  Positioning,
  Substitution,
} from '../../opentype/layout/model';
import type { LookupList, Positionings, Substitutions } from '../lookupList';

/** Index of a glyph by its id. */
type At = (id: string) => number;

interface Font {
  readonly at: At;
  /** OpenType script tags that the font has now. */
  readonly scripts: readonly string[];
}

/** Puts lookups of a font that was opened behind the others, with the features that switch them on. */
export const addCarried = (list: Substitutions, rule: Carried, font: Font): void =>
  put(list, rule, font, substitutionOf);

export const addCarriedPlaces = (list: Positionings, rule: Carried, font: Font): void =>
  put(list, rule, font, positioningOf);

interface Scope {
  readonly sets: readonly (readonly number[])[];
  /** Number of the first carried lookup in the table. */
  readonly from: number;
  readonly at: At;
}

function put<Kind extends Substitution | Positioning>(
  list: LookupList<Kind>,
  rule: Carried,
  { at, scripts }: Font,
  made: (does: CarriedDoes, scope: Scope) => Kind | null,
): void {
  const scope = { sets: rule.sets.map((s) => s.map(at)), from: list.lookups.length, at };
  rule.lookups.forEach((l, i) => {
    const does = made(l.does, scope);
    if (!does) throw new RangeError(`a lookup of ${rule.table} that does ${l.does.type}`);
    list.add({
      ...does,
      name: `carried_${rule.table.toLowerCase()}_${rule.order}_${i + 1}`,
      ...flags(l, scope),
    });
  });
  const fresh = scripts.filter((s) => !rule.scripts.includes(s));
  const features = rule.features.map((use) => withScripts(use, fresh));
  for (const use of features)
    list.use(use.tag, use.lookups.map((l) => l + scope.from), whereOf(use, features)); // prettier-ignore
}

function flags({ ignoreMarks, ignoreBases, ignoreLigatures, rightToLeft, onlyMarks }: CarriedLookup, { sets }: Scope): Omit<Lookup<unknown>, 'name'> {
  return {
    ignoreMarks,
    ...(ignoreBases ? { ignoreBases } : {}),
    ...(ignoreLigatures ? { ignoreLigatures } : {}),
    ...(rightToLeft ? { rightToLeft } : {}),
    ...(onlyMarks !== undefined ? { onlyMarks: sets[onlyMarks] ?? [] } : {}),
  };
} // prettier-ignore

/** Scripts that the font didn't have have what was there for any. */
const withScripts = (use: Carried['features'][number], fresh: readonly string[]): typeof use =>
  use.scripts?.includes('DFLT') ? { ...use, scripts: [...use.scripts, ...fresh] } : use;

/** Where a use counts: some languages, or all but those that other uses of the tag are for, in the same scripts. */
function whereOf(use: Carried['features'][number], all: Carried['features']): Pick<FeatureUse, 'languages' | 'except' | 'scripts'> {
  const where = use.scripts ? { scripts: use.scripts } : {};
  if (use.languages) return { ...where, languages: use.languages };
  const shares = (f: typeof use) => !use.scripts || !f.scripts || f.scripts.some((s) => use.scripts?.includes(s));
  const except = all.flatMap((f) => (f.tag === use.tag && f.languages && shares(f) ? f.languages : []));
  return except.length > 0 ? { ...where, except } : where;
} // prettier-ignore

function chainOf(
  does: Extract<CarriedDoes, { readonly type: 'chain' }>,
  { sets, from }: Scope,
): { readonly type: 'chain'; readonly rules: readonly ChainRule[] } {
  const of = (ids: readonly number[]) => ids.map((i) => nth(sets, i));
  const rules = does.rules.map((r): ChainRule => {
    const [first = [], ...rest] = of(r.input);
    return {
      before: of(r.before),
      input: [first, ...rest],
      after: of(r.after),
      apply: r.apply.map((a) => ({ at: a.at, lookup: a.lookup + from })),
    };
  });
  return { type: 'chain', rules };
}

function substitutionOf(does: CarriedDoes, scope: Scope): Substitution | null {
  const { at, sets } = scope;
  const all = (ids: readonly string[]) => ids.map(at);
  const singles = (map: readonly (readonly [string, string])[]) => map.map(([a, b]) => [at(a), at(b)] as const);
  switch (does.type) {
    case 'single':
      return { type: 'single', map: singles(does.map) };
    case 'multiple':
    case 'alternate':
      return { type: does.type, map: does.map.map(([a, b]) => [at(a), all(b)] as const) };
    case 'ligature':
      return { type: 'ligature', ligatures: does.ligatures.map((l) => ({ parts: all(l.parts), glyph: at(l.glyph) })) };
    case 'reverse': {
      const of = (ids: readonly number[]) => ids.map((i) => nth(sets, i));
      return { type: 'reverse', rules: does.rules.map((r) => ({ before: of(r.before), after: of(r.after), map: singles(r.map) })) };
    }
    case 'chain':
      return chainOf(does, scope);
    default:
      return null;
  }
} // prettier-ignore

type Table = Extract<CarriedDoes, { readonly type: 'pairs' }>['tables'][number];

function pairTableOf(t: Table, at: At): PairTable {
  if (t.by === 'glyphs')
    return { by: 'glyphs', pairs: t.pairs.map(([a, b, [first, second]]) => [at(a), at(b), first, second] as const) };
  const all = (ids: readonly string[]) => ids.map(at);
  return { by: 'classes', covered: all(t.covered), left: t.left.map(all), right: t.right.map(all), values: t.values };
} // prettier-ignore

type MarkTable = Extract<CarriedDoes, { readonly type: 'marks' }>['tables'][number];

/** The first of a lookup's tables, and those behind it where there are any. */
function first<T>(
  tables: readonly T[],
  none: T,
): { readonly own: T; readonly more: { readonly more?: readonly T[] } } {
  const [own = none, ...more] = tables;
  return { own, more: more.length > 0 ? { more } : {} };
}

const NO_MARKS = { classes: 0, marks: [], bases: [] };

function marksOf({ on, tables }: Extract<CarriedDoes, { readonly type: 'marks' }>, at: At): Positioning {
  const marksIn = (t: MarkTable) => t.marks.flatMap((m) => (m.at ? [{ glyph: at(m.glyph), markClass: m.markClass, at: m.at }] : []));
  if (on === 'ligatures') {
    const made = tables.map((t) => ({ classes: t.classes, marks: marksIn(t), ligatures: t.bases.map((b) => ({ glyph: at(b.glyph), at: b.at })) }));
    const { own, more } = first(made, { ...NO_MARKS, ligatures: [] });
    return { type: 'markToLigature', marks: own, ...more };
  }
  const made = tables.map((t) => ({ classes: t.classes, marks: marksIn(t), bases: t.bases.map((b) => ({ glyph: at(b.glyph), at: nth(b.at, 0) })) }));
  const { own, more } = first<Marks>(made, NO_MARKS);
  return { type: on === 'letters' ? 'mark' : 'markToMark', marks: own, ...more };
} // prettier-ignore

function positioningOf(does: CarriedDoes, scope: Scope): Positioning | null {
  const { at } = scope;
  switch (does.type) {
    case 'moved':
      return { type: 'adjust', map: does.map.map(([g, by]) => [at(g), by] as const) };
    case 'pairs':
      return { type: 'pairTables', tables: does.tables.map((t) => pairTableOf(t, at)) };
    case 'marks':
      return marksOf(does, at);
    case 'joins': {
      const tables = does.tables.map((t) => t.map((j): Joins => ({ ...j, glyph: at(j.glyph) })));
      const { own, more } = first<readonly Joins[]>(tables, []);
      return { type: 'cursive', joins: own, ...more };
    }
    case 'chain':
      return chainOf(does, scope);
    default:
      return null;
  }
}
