// OpenType 1.9.1, 'GSUB': single (lookup type 1), multiple (2), alternate (3) and ligature substitution (4).
import { ByteWriter } from '../bytes';
import { buildCoverage } from './coverage';
import type { Ligature } from './model';
import { glyphList, inReach, withOffsets } from './offsets';

const byFirst = <T extends readonly [number, unknown]>(map: readonly T[]): T[] =>
  [...map].sort((a, b) => a[0] - b[0]);

/** Largest coverage of so many glyphs. */
const coverageRoom = (glyphs: number) => 4 + 2 * glyphs;

/** Type 1: format 1 where all glyphs are as far from theirs, otherwise format 2. */
export function singleSubtables(map: readonly (readonly [number, number])[]): Uint8Array[] {
  const sorted = byFirst(map);
  const [first] = sorted;
  if (!first) return [];
  const coverage = buildCoverage(sorted.map(([from]) => from));
  const delta = first[1] - first[0];
  if (sorted.every(([from, to]) => to - from === delta))
    return [
      new ByteWriter()
        .uint16(1)
        .uint16(6)
        .uint16(delta & 0xffff)
        .bytes(coverage)
        .done(),
    ];
  const w = new ByteWriter().uint16(2).uint16(6 + 2 * sorted.length);
  return [
    w
      .bytes(glyphList(sorted.map(([, to]) => to)))
      .bytes(coverage)
      .done(),
  ];
}

/** A subtable: its head, offsets to sets that follow each other, and the coverage of the glyphs that they are for. */
function withSets(sets: readonly { readonly glyph: number; readonly set: Uint8Array }[]): Uint8Array {
  const head = 6;
  const inOrder = sets.map((s) => s.set);
  const coverageAt = head + inOrder.reduce((n, s) => n + s.length + 2, 0);
  return new ByteWriter()
    .uint16(1)
    .uint16(coverageAt)
    .uint16(sets.length)
    .bytes(withOffsets(head, inOrder))
    .bytes(buildCoverage(sets.map((s) => s.glyph)))
    .done();
}

const inSubtables = (sets: readonly { readonly glyph: number; readonly set: Uint8Array }[]) =>
  inReach(sets, (s) => s.set.length + 2, 6 + coverageRoom(1)).map(withSets);

/** Types 2 and 3, which are written alike: a sequence, or a choice of drawings, for each glyph. */
export const listSubtables = (map: readonly (readonly [number, readonly number[]])[]): Uint8Array[] =>
  inSubtables(byFirst(map).map(([glyph, list]) => ({ glyph, set: glyphList(list) })));

/** A set of ligatures that begin alike. */
function buildSet(ligatures: readonly Ligature[]): Uint8Array {
  const w = new ByteWriter().uint16(ligatures.length);
  let offset = 2 + 2 * ligatures.length;
  for (const { parts } of ligatures) {
    w.uint16(offset);
    offset += 2 + 2 * parts.length;
  }
  for (const { parts, glyph } of ligatures) {
    w.uint16(glyph).uint16(parts.length);
    for (const part of parts.slice(1)) w.uint16(part);
  }
  return w.done();
}

/** Longest set of ligatures of one first glyph, bytes: subtables of three such sets and more are in reach. */
const SET_ROOM = 0x4000;

/**
 * Type 4. The first ligature that fits is taken, so longer ones stand before others. A first glyph with very many (typed
 * names) has several sets, in subtables that are tried one after the other.
 */
export function ligatureSubtables(ligatures: readonly Ligature[]): Uint8Array[] {
  const byGlyph = new Map<number, Ligature[]>();
  for (const l of ligatures) {
    const first = l.parts[0] ?? 0;
    const own = byGlyph.get(first);
    if (own) own.push(l);
    else byGlyph.set(first, [l]);
  }
  const layers: { glyph: number; set: Uint8Array }[][] = [];
  for (const [glyph, own] of [...byGlyph].sort((a, b) => a[0] - b[0])) {
    const sorted = own.sort((a, b) => b.parts.length - a.parts.length);
    const sizeOf = (l: Ligature) => 2 + 2 * l.parts.length;
    inReach(sorted, sizeOf, 0xffff - SET_ROOM).forEach((part, i) =>
      (layers[i] ??= []).push({ glyph, set: buildSet(part) }),
    );
  }
  return layers.flatMap(inSubtables);
}
