/** More ligatures or pairs than this no statement of a font makes. */
export const MOST_AT_ONCE = 100_000;
/** Glyphs of a range of names, at the most: as many as a font can have. */
export const MOST_OF_RANGE = 0x10000;
/** Files that a text includes: so deep within one another, and so many in all. */
export const INCLUDED = { deepest: 5, most: 100 } as const;
