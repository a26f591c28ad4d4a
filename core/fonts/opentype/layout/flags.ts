// OpenType 1.9.1, "Common table formats", "Lookup flag"; 'GDEF' 1.2, "Mark glyph sets table".
import type { GlyphSet, Layout, Lookup } from './model';

/** Bits of a lookup's flag. */
export const FLAG = {
  rightToLeft: 1,
  ignoreBases: 2,
  ignoreLigatures: 4,
  ignoreMarks: 8,
  markSet: 0x10,
  /** The class of marks that are seen. */
  markClass: 0xff00,
} as const;

/** Sets of marks that lookups may be told to see alone, each once. */
export type MarkSets = readonly GlyphSet[];

const keyOf = (set: GlyphSet): string => [...set].sort((a, b) => a - b).join();

/** All sets of marks of a font's lookups. */
export function markSetsOf(layouts: readonly Layout<unknown>[]): MarkSets {
  const sets = new Map<string, GlyphSet>();
  for (const { lookups } of layouts)
    for (const { onlyMarks } of lookups) if (onlyMarks) sets.set(keyOf(onlyMarks), onlyMarks);
  return [...sets.values()];
}

/** A lookup's flag, and the number of its set of marks behind it where it has one. */
export function flagsOf(l: Lookup<unknown>, sets: MarkSets): number[] {
  const set = l.onlyMarks && sets.findIndex((s) => keyOf(s) === keyOf(l.onlyMarks ?? []));
  const flag =
    (l.rightToLeft ? FLAG.rightToLeft : 0) |
    (l.ignoreBases ? FLAG.ignoreBases : 0) |
    (l.ignoreLigatures ? FLAG.ignoreLigatures : 0) |
    (l.ignoreMarks ? FLAG.ignoreMarks : 0);
  if (set === undefined) return [flag];
  if (set < 0) throw new RangeError(`the marks of lookup ${l.name} are in no set`);
  return [flag | FLAG.markSet, set];
}
