// OpenType feature file specification 1.26, 5.i "Reverse chaining", 6.b "Pair positioning" and 6.d to 6.f "Mark attachment".
import type {
  Adjustment,
  GlyphSet,
  Lookup,
  Marks,
  PairPlaces,
  PairTable,
  Place,
  Positioning,
  ReverseRule,
} from '../opentype/layout/model';
import { joined, type Naming } from './glyphNaming';

/** Lookups of a font that was opened say what its anchors don't. */
export const CARRIED = 'carried_';

export const anchor = (p: Place | null): string => (p ? `<anchor ${p.x} ${p.y}>` : '<anchor NULL>');

export function reverseStatements(r: ReverseRule, n: Naming): string[] {
  const [from, to] = [r.map.map(([a]) => a), r.map.map(([, b]) => b)];
  // Classes of both sides are matched glyph by glyph, so that neither may be sorted or told by a name.
  const list = (glyphs: readonly number[]) => `[${glyphs.map(n.glyph).join(' ')}]`;
  return [
    `${joined(['rsub', ...r.before.map(n.set), `${list(from)}'`, ...r.after.map(n.set), 'by', list(to)])};`,
  ];
}

export function pairStatements(t: PairTable, n: Naming): string[] {
  const both = (left: string, right: string, [a, b]: PairPlaces) =>
    b ? `pos ${left} ${value(a)} ${right} ${value(b)};` : `pos ${left} ${right} ${value(a)};`;
  if (t.by === 'glyphs') return t.pairs.map(([l, r, a, b]) => both(n.glyph(l), n.glyph(r), [a, b]));
  const named = (sets: readonly GlyphSet[]) => sets.map((s) => `[${s.map(n.glyph).join(' ')}]`);
  // Class 0 on the left are those that are covered and in no other; on the right it kerns with nothing by itself.
  const others = t.covered.filter((g) => !t.left.some((s) => s.includes(g)));
  const left = named([others, ...t.left.map((s) => s.filter((g) => t.covered.includes(g)))]);
  const right = named([[], ...t.right]);
  const isMoved = ([a, b]: PairPlaces) => [a, b].some((v) => v && (v.x || v.y || v.advance));
  const lines = t.values.flatMap((row, i) =>
    row.flatMap((cell, j) => {
      const [l, r] = [left[i] ?? '[]', right[j] ?? '[]'];
      return l === '[]' || r === '[]' || !isMoved(cell) ? [] : [both(l, r, cell)];
    }),
  );
  return lines.length > 0 ? ['subtable;', ...lines] : [];
}

/** A table of marks whose class a letter's places are told by. */
interface MarkTable<Base> {
  readonly marks: Marks['marks'];
  readonly on: readonly Base[];
}

/**
 * Classes of marks by the lookup and table that they are of, and statements of what they go to. A text has one place for a mark in a lookup: of
 * several tables the first that has it counts.
 */
function tableStatements<Base>(
  name: string,
  tables: readonly MarkTable<Base>[],
  n: Naming,
  statement: (base: Base, at: (places: readonly (Place | null)[]) => string) => string,
): string[] {
  const seen = new Set<number>();
  return tables.flatMap(({ marks, on }, k) => {
    const own = marks.filter((m) => !seen.has(m.glyph));
    for (const m of own) seen.add(m.glyph);
    const classes = new Set(own.map((m) => m.markClass));
    const called = (c: number) => `@${name}_${k}_${c}`;
    const at = (places: readonly (Place | null)[]) =>
      places.flatMap((p, c) => (p && classes.has(c) ? [`${anchor(p)} mark ${called(c)}`] : [])).join(' ');
    return [
      ...own.map((m) => `markClass ${n.glyph(m.glyph)} ${anchor(m.at)} ${called(m.markClass)};`),
      ...(own.length > 0 ? on.map((b) => statement(b, at)).filter((l) => l !== '') : []),
    ];
  });
}

export function markStatements(
  { name, type, marks, more = [] }: Lookup<Extract<Positioning, { readonly type: 'mark' | 'markToMark' }>>,
  n: Naming,
): string[] {
  const tables = [marks, ...more].map((m) => ({ marks: m.marks, on: m.bases }));
  const word = type === 'mark' ? 'base' : 'mark';
  return tableStatements(name, tables, n, (b, at) => {
    const places = at(b.at);
    return places === '' ? '' : `pos ${word} ${n.glyph(b.glyph)} ${places};`;
  });
}

export function ligatureStatements(
  { name, marks, more = [] }: Lookup<Extract<Positioning, { readonly type: 'markToLigature' }>>,
  n: Naming,
): string[] {
  const tables = [marks, ...more].map((m) => ({ marks: m.marks, on: m.ligatures }));
  return tableStatements(name, tables, n, (l, at) => {
    const letters = l.at.map((row) => at(row) || '<anchor NULL>');
    return `pos ligature ${n.glyph(l.glyph)} ${letters.join(' ligComponent ')};`;
  });
}

/** A movement along, across, and of the advance. */
export const value = (v: Adjustment) => `<${v.x ?? 0} ${v.y ?? 0} ${v.advance ?? 0} 0>`;
