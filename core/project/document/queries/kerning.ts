import type { Doc } from '../schema';

/**
 * Kerning between two glyphs, em units: that of the very pair, else of one glyph with the other's group, else of their
 * groups (the order in which OpenType's "kern" looks).
 */
export function kerningBetween(doc: Doc): (left: string, right: string) => number {
  const groups = { left: new Map<string, string>(), right: new Map<string, string>() };
  for (const g of Object.values(doc.groups)) for (const id of g.glyphIds) groups[g.side].set(id, g.id);
  const values = new Map(Object.values(doc.kerning).map((k) => [`${k.left} ${k.right}`, k.value]));
  return (left, right) => {
    const [a, b] = [groups.left.get(left), groups.right.get(right)];
    return (
      values.get(`${left} ${right}`) ??
      (a !== undefined ? values.get(`${a} ${right}`) : undefined) ??
      (b !== undefined ? values.get(`${left} ${b}`) : undefined) ??
      (a !== undefined && b !== undefined ? values.get(`${a} ${b}`) : undefined) ??
      0
    );
  };
}
