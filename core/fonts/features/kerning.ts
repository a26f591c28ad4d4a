import type { Doc } from '../../project/document/schema';
import type { Kerning } from '../opentype/layout/model';

/** A style's kerning by glyph index, whole units. */
export function kerningData(doc: Doc, styleId: string, index: ReadonlyMap<string, number>): Kerning {
  const groupsOf = (side: 'left' | 'right') =>
    Object.values(doc.groups).filter((g) => g.styleId === styleId && g.side === side);
  const [left, right] = [groupsOf('left'), groupsOf('right')];
  const leftAt = new Map(left.map((g, i) => [g.id, i]));
  const rightAt = new Map(right.map((g, i) => [g.id, i]));
  const members = new Map([...left, ...right].map((g) => [g.id, g.glyphIds]));
  const values = left.map(() => right.map(() => 0));
  const pairs: { left: number; right: number; value: number }[] = [];
  const own = new Set(Object.values(doc.kerning).map((k) => `${k.left} ${k.right}`));
  for (const k of Object.values(doc.kerning)) {
    if (k.styleId !== styleId) continue;
    const row = values[leftAt.get(k.left) ?? -1];
    const column = rightAt.get(k.right);
    if (row && column !== undefined) {
      row[column] = Math.round(k.value);
      continue;
    }
    // One letter with a group is every pair of them, unless that pair is kerned by itself.
    const mixed = row !== undefined || column !== undefined;
    for (const a of row ? (members.get(k.left) ?? []) : [k.left])
      for (const b of column === undefined ? [k.right] : (members.get(k.right) ?? [])) {
        const [l, r] = [index.get(a), index.get(b)];
        if (l === undefined || r === undefined || (mixed && own.has(`${a} ${b}`))) continue;
        pairs.push({ left: l, right: r, value: Math.round(k.value) });
      }
  }
  const indices = (ids: readonly string[]) => ids.map((id) => index.get(id)).filter((i) => i !== undefined);
  return {
    pairs,
    groups: {
      left: left.map((g) => indices(g.glyphIds)),
      right: right.map((g) => indices(g.glyphIds)),
      values,
    },
  };
}

/** Kerning in which drawings that lean are kerned as their letters. `leaning`: those drawings by glyph. */
export function kernedAsUpright(kerning: Kerning, leaning: ReadonlyMap<number, readonly number[]>): Kerning {
  if (leaning.size === 0) return kerning;
  const all = (g: number): number[] => [g, ...(leaning.get(g) ?? [])];
  const { groups, pairs } = kerning;
  const wider = (side: readonly (readonly number[])[]) => side.map((glyphs) => glyphs.flatMap(all));
  return {
    pairs: pairs.flatMap((p) =>
      all(p.left).flatMap((left) => all(p.right).map((right) => ({ ...p, left, right }))),
    ),
    groups: { ...groups, left: wider(groups.left), right: wider(groups.right) },
  };
}

/** The kerning of a pair as the tables give it, em units: a pair by itself, else its groups. Glyph indices. */
export function kernOf({ pairs, groups }: Kerning): (left: number, right: number) => number {
  const key = (left: number, right: number) => left * 0x10000 + right;
  const own = new Map(pairs.map((p) => [key(p.left, p.right), p.value]));
  const groupOf = (side: readonly (readonly number[])[]) =>
    new Map(side.flatMap((glyphs, i) => glyphs.map((g) => [g, i] as const)));
  const [left, right] = [groupOf(groups.left), groupOf(groups.right)];
  return (l, r) => own.get(key(l, r)) ?? groups.values[left.get(l) ?? -1]?.[right.get(r) ?? -1] ?? 0;
}
