// OpenType feature file specification 1.26, 5.i "Reverse chaining", 6.b "Pair positioning" and 6.d to 6.f "Mark attachment".
import type {
  Adjustment,
  GlyphSet,
  LigatureMarks,
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

/** Classes of marks by the lookup that they are of. */
const markClasses = (name: string, marks: Marks['marks'], n: Naming): string[] =>
  marks.map((m) => `markClass ${n.glyph(m.glyph)} ${anchor(m.at)} @${name}_${m.markClass};`);

export function markStatements(
  { name, type, marks: m }: Lookup<Extract<Positioning, { readonly type: 'mark' | 'markToMark' }>>,
  n: Naming,
): string[] {
  const on = type === 'mark' ? 'base' : 'mark';
  const at = (places: readonly (Place | null)[]) =>
    places.flatMap((p, c) => (p ? [`${anchor(p)} mark @${name}_${c}`] : []));
  return [
    ...markClasses(name, m.marks, n),
    ...m.bases.map((b) => joined([`pos ${on}`, n.glyph(b.glyph), ...at(b.at)]) + ';'),
  ];
}

export function ligatureStatements(name: string, m: LigatureMarks, n: Naming): string[] {
  const letter = (places: readonly (Place | null)[]) => {
    const at = places.flatMap((p, c) => (p ? [`${anchor(p)} mark @${name}_${c}`] : []));
    return at.length > 0 ? at.join(' ') : '<anchor NULL>';
  };
  const lines = m.ligatures.map(
    (l) => `pos ligature ${n.glyph(l.glyph)} ${l.at.map(letter).join(' ligComponent ')};`,
  );
  return [...markClasses(name, m.marks, n), ...lines];
}

/** A movement along, across, and of the advance. */
export const value = (v: Adjustment) => `<${v.x ?? 0} ${v.y ?? 0} ${v.advance ?? 0} 0>`;
