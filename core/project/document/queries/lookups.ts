import type { Doc, GlyphRow } from '../schema';

/** A document's glyphs by what they stand for and by name. */
export interface GlyphLookups {
  /** Glyphs that stand for a code point, in the order of the table; almost always one. */
  readonly byCodePoint: ReadonlyMap<number, readonly GlyphRow[]>;
  readonly byName: ReadonlyMap<string, readonly GlyphRow[]>;
}

/** Tables are immutable: each is gone through once, however often it is asked. */
const known = new WeakMap<Doc['glyphs'], GlyphLookups>();

export function glyphLookups(glyphs: Doc['glyphs']): GlyphLookups {
  const there = known.get(glyphs);
  if (there) return there;
  const byCodePoint = new Map<number, GlyphRow[]>();
  const byName = new Map<string, GlyphRow[]>();
  const add = <K>(map: Map<K, GlyphRow[]>, key: K, glyph: GlyphRow) => {
    const list = map.get(key);
    if (list) list.push(glyph);
    else map.set(key, [glyph]);
  };
  for (const g of Object.values(glyphs)) {
    add(byName, g.name, g);
    for (const cp of g.codePoints) add(byCodePoint, cp, g);
  }
  const made = { byCodePoint, byName };
  known.set(glyphs, made);
  return made;
}

/** The first glyph that stands for a code point and has an outline. */
export const drawnOf = (doc: Pick<Doc, 'glyphs'>, codePoint: number): GlyphRow | undefined =>
  glyphLookups(doc.glyphs)
    .byCodePoint.get(codePoint)
    ?.find((g) => g.contours.length > 0);

/** The glyph of the style in hand that stands for a code point. */
export const glyphOfCodePoint = (doc: Doc, codePoint: number): GlyphRow | null =>
  glyphLookups(doc.glyphs).byCodePoint.get(codePoint)?.[0] ?? null;
