import { nth } from '../../../foundations/lists/nth';
import type {
  Carried,
  CarriedDoes,
  CarriedLookup,
  CarriedPlace,
} from '../../../project/document/rows/carried';
import { FLAG } from '../../opentype/layout/flags';
import type { ChainRule, Marks, PairTable, Place, ReverseRule } from '../../opentype/layout/model';
import { readJoins, readLigatureMarks, readMarks } from '../../opentype/read/layout/attachments';
import type { ReadLayout, ReadLookup } from '../../opentype/read/layout/common';
import { contextsOf, reverseRulesOf } from '../../opentype/read/layout/contexts';
import { adjustmentsOf, pairTablesOf } from '../../opentype/read/layout/movements';
import { exchangesOf, ligaturesOf, multiplesOf } from '../../opentype/read/layout/substitutions';
import type { ReadGdef } from '../../opentype/read/readGdef';
import type { Sets } from './sets';

type Table = Carried['table'];

/** What is asked to write a lookup in ids: sets of glyphs by number, and what other lookups are numbered from now on. */
interface Written {
  readonly idOf: (glyph: number) => string;
  readonly sets: Sets;
  readonly now: ReadonlyMap<number, number>;
}

/** A lookup with glyphs by index; null = it does something that isn't read here. */
export type Readable = {
  readonly flags: Omit<CarriedLookup, 'does' | 'onlyMarks'>;
  readonly onlyMarks: readonly number[] | null;
  /** Numbers of the lookups that it applies. */
  readonly applies: readonly number[];
  readonly does: (to: Written) => CarriedDoes;
} | null;

/** Lookups by the table that they are of: looking at a font and opening it both ask. */
const lookupsRead = new WeakMap<ReadLayout, readonly Readable[]>();

/** Lookups of a table as they can be carried. `count`: how many glyphs the font has. */
export function readableLookups(layout: ReadLayout, table: Table, gdef: ReadGdef, count: number): readonly Readable[] {
  const known = lookupsRead.get(layout);
  if (known) return known;
  const made = layout.lookups.map((l): Readable => {
    const rules = contextsOf(layout.bytes, l, { table, count });
    const does = rules ? chainDoes(rules) : table === 'GSUB' ? substitution(layout, l) : positioning(layout, l);
    if (!does) return null;
    const applies = rules?.flatMap((r) => r.apply.map((a) => a.lookup)) ?? [];
    return { does, applies: [...new Set(applies)], flags: flagsOf(l.flags), onlyMarks: seenMarks(l, gdef) };
  });
  lookupsRead.set(layout, made);
  return made;
} // prettier-ignore

const flagsOf = (flags: number): Omit<CarriedLookup, 'does' | 'onlyMarks'> => ({
  ignoreMarks: (flags & FLAG.ignoreMarks) !== 0,
  ...((flags & FLAG.ignoreBases) !== 0 ? { ignoreBases: true } : {}),
  ...((flags & FLAG.ignoreLigatures) !== 0 ? { ignoreLigatures: true } : {}),
  ...((flags & FLAG.rightToLeft) !== 0 ? { rightToLeft: true } : {}),
});

/** Marks that a lookup sees alone, by a set or by their class; null = all. */
export function seenMarks(l: ReadLookup, gdef: ReadGdef): readonly number[] | null {
  if (l.markSet !== null) return gdef.markSets[l.markSet] ?? [];
  const markClass = (l.flags & FLAG.markClass) >> 8;
  if (markClass === 0) return null;
  return [...gdef.markClasses].flatMap(([g, c]) => (c === markClass ? [g] : []));
}

type Does = ((to: Written) => CarriedDoes) | null;

const numbered = (list: readonly (readonly number[])[], { sets }: Written) =>
  list.map((s) => sets.numberOf(s));

const chainDoes =
  (rules: readonly ChainRule[]): Does =>
  (to) => ({
    type: 'chain',
    rules: rules.map((r) => ({
      before: numbered(r.before, to),
      input: numbered(r.input, to),
      after: numbered(r.after, to),
      apply: r.apply.map((a) => ({ at: a.at, lookup: to.now.get(a.lookup) ?? 0 })),
    })),
  });

const reverseDoes =
  (rules: readonly ReverseRule[]): Does =>
  (to) => ({
    type: 'reverse',
    rules: rules.map((r) => ({
      before: numbered(r.before, to),
      after: numbered(r.after, to),
      map: r.map.map(([a, b]) => [to.idOf(a), to.idOf(b)] as const),
    })),
  });

function substitution(gsub: ReadLayout, l: ReadLookup): Does {
  const ligatures = ligaturesOf(gsub, l);
  if (ligatures)
    return ({ idOf }) => ({
      type: 'ligature',
      ligatures: ligatures.map(({ parts, glyph }) => ({ parts: parts.map(idOf), glyph: idOf(glyph) })),
    });
  const reverse = reverseRulesOf(gsub.bytes, l);
  if (reverse) return reverseDoes(reverse);
  const several = multiplesOf(gsub, l);
  const swaps = several ?? exchangesOf(gsub, l);
  if (!swaps) return null;
  const isSingle = !several && [...swaps.values()].every((to) => to.length === 1);
  if (isSingle)
    return ({ idOf }) => ({ type: 'single', map: [...swaps].map(([from, to]) => [idOf(from), idOf(nth(to, 0))] as const) });
  const type = several ? ('multiple' as const) : ('alternate' as const);
  return ({ idOf }) => ({ type, map: [...swaps].map(([from, to]) => [idOf(from), to.map(idOf)] as const) });
} // prettier-ignore

const TYPE = { cursive: 3, markToBase: 4, markToLigature: 5, markToMark: 6 } as const;

function positioning(gpos: ReadLayout, l: ReadLookup): Does {
  const moved = adjustmentsOf(gpos, l);
  if (moved) return ({ idOf }) => ({ type: 'moved', map: [...moved].map(([g, by]) => [idOf(g), by] as const) });
  const tables = pairTablesOf(gpos, l);
  if (tables) return ({ idOf }) => ({ type: 'pairs', tables: tables.map((t) => tableIn(t, idOf)) });
  if (l.type === TYPE.cursive) return joinsDoes(gpos, l);
  return marksDoes(gpos, l);
} // prettier-ignore

function tableIn(t: PairTable, idOf: (glyph: number) => string) {
  if (t.by === 'glyphs') {
    const pairs = t.pairs.map(
      ([a, b, first, second]) => [idOf(a), idOf(b), [first, second] as const] as const,
    );
    return { by: 'glyphs' as const, pairs };
  }
  const all = (set: readonly number[]) => set.map(idOf);
  return { ...t, covered: all(t.covered), left: t.left.map(all), right: t.right.map(all) };
}

/** Places in whole units, as static fonts have them. */
const placeOf = (p: Place | null): CarriedPlace => p && { x: Math.round(p.x), y: Math.round(p.y) };

function joinsDoes(gpos: ReadLayout, l: ReadLookup): Does {
  const tables = l.subtables.map((s) => readJoins(gpos, s.at));
  return ({ idOf }) => ({
    type: 'joins',
    tables: tables.map((joins) =>
      joins.map((j) => ({ glyph: idOf(j.glyph), entry: placeOf(j.entry), exit: placeOf(j.exit) })),
    ),
  });
}

/** What marks go to by one subtable, with places by letter. */
interface OnGlyphs extends Omit<Marks, 'bases'> {
  readonly bases: readonly { readonly glyph: number; readonly at: readonly (readonly (Place | null)[])[] }[];
}

function marksDoes(gpos: ReadLayout, l: ReadLookup): Does {
  const on = ({ [TYPE.markToBase]: 'letters', [TYPE.markToLigature]: 'ligatures', [TYPE.markToMark]: 'marks' } as const)[l.type];
  if (!on) return null;
  const tables = l.subtables.map(({ at }): OnGlyphs => {
    if (on !== 'ligatures') {
      const read = readMarks(gpos, at);
      return { ...read, bases: read.bases.map((b) => ({ glyph: b.glyph, at: [b.at] })) };
    }
    const { ligatures, ...read } = readLigatureMarks(gpos, at);
    return { ...read, bases: ligatures };
  });
  return ({ idOf }) => ({
    type: 'marks',
    on,
    tables: tables.map((t) => ({
      classes: t.classes,
      marks: t.marks.map((m) => ({ glyph: idOf(m.glyph), markClass: m.markClass, at: placeOf(m.at) })),
      bases: t.bases.map((b) => ({ glyph: idOf(b.glyph), at: b.at.map((row) => row.map(placeOf)) })),
    })),
  });
} // prettier-ignore
