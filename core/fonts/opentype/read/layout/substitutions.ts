// OpenType 1.9.1, 'GSUB', lookup types 1 "Single", 2 "Multiple", 3 "Alternate" and 4 "Ligature".
import { nth } from '../../../../foundations/lists/nth';
import type { Ligature } from '../../layout/model';
import { ByteReader } from '../byteReader';
import { readCoverage, type ReadLayout, type ReadLookup } from './common';

const TYPE = { single: 1, multiple: 2, alternate: 3, ligature: 4 } as const;

/** What each glyph may be exchanged for, the usual one first; null for a lookup that does something else. */
export function exchangesOf(
  layout: ReadLayout,
  lookup: ReadLookup,
): ReadonlyMap<number, readonly number[]> | null {
  if (lookup.type !== TYPE.single && lookup.type !== TYPE.alternate) return null;
  const made = new Map<number, readonly number[]>();
  for (const { at } of lookup.subtables)
    for (const [from, to] of lookup.type === TYPE.single
      ? singles(layout.bytes, at)
      : lists(layout.bytes, at))
      if (!made.has(from)) made.set(from, to);
  return made;
}

/** What each glyph is taken apart into; null for a lookup that does something else. */
export function multiplesOf(
  layout: ReadLayout,
  lookup: ReadLookup,
): ReadonlyMap<number, readonly number[]> | null {
  if (lookup.type !== TYPE.multiple) return null;
  return new Map(lookup.subtables.flatMap(({ at }) => lists(layout.bytes, at)).reverse());
}

function singles(bytes: Uint8Array, at: number): (readonly [number, readonly number[]])[] {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const glyphs = readCoverage(bytes, at + r.uint16());
  if (format === 1) {
    const by = r.int16();
    return glyphs.map((g) => [g, [(g + by) & 0xffff]] as const);
  }
  return r.list(r.uint16(), () => r.uint16()).map((to, i) => [nth(glyphs, i), [to]] as const);
}

function lists(bytes: Uint8Array, at: number): (readonly [number, readonly number[]])[] {
  const r = new ByteReader(bytes, at + 2);
  const glyphs = readCoverage(bytes, at + r.uint16());
  return r
    .list(r.uint16(), () => at + r.uint16())
    .map((from, i) => {
      const s = new ByteReader(bytes, from);
      return [nth(glyphs, i), s.list(s.uint16(), () => s.uint16())] as const;
    });
}

/** Ligatures in the order in which they are tried; null for a lookup that does something else. */
export function ligaturesOf(layout: ReadLayout, lookup: ReadLookup): readonly Ligature[] | null {
  if (lookup.type !== TYPE.ligature) return null;
  return lookup.subtables.flatMap(({ at }) => {
    const r = new ByteReader(layout.bytes, at + 2);
    const firsts = readCoverage(layout.bytes, at + r.uint16());
    return r
      .list(r.uint16(), () => at + r.uint16())
      .flatMap((from, i) => {
        const s = new ByteReader(layout.bytes, from);
        return s
          .list(s.uint16(), () => from + s.uint16())
          .map((one): Ligature => {
            const l = new ByteReader(layout.bytes, one);
            const glyph = l.uint16();
            const rest = l.list(Math.max(0, l.uint16() - 1), () => l.uint16());
            return { parts: [nth(firsts, i), ...rest], glyph };
          });
      });
  });
}
