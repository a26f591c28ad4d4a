/**
 * What lookups do, before it is laid out in bytes: glyphs by index, distances in whole em units. One form feeds the tables
 * ('GSUB', 'GPOS'), feature files and the words that explain a font.
 */

import type { VarIndex } from '../variations/variationStore';

/** A run of glyphs that becomes one; two parts at least. */
export interface Ligature {
  readonly parts: readonly number[];
  readonly glyph: number;
}

export interface Place {
  readonly x: number;
  readonly y: number;
  /** How it follows the axis of a variable font; null or not said = it stays. */
  readonly varies?: { readonly x: VarIndex | null; readonly y: VarIndex | null };
}

/** Kerning; negative brings a pair together. */
export interface Kerning {
  /** Single pairs; they win over groups. */
  readonly pairs: readonly KerningPair[];
  readonly groups: {
    /** Glyphs of each left and right group; a glyph is in one group a side at most. */
    readonly left: readonly (readonly number[])[];
    readonly right: readonly (readonly number[])[];
    /** Values by [left group][right group]. */
    readonly values: readonly (readonly number[])[];
    /** How values follow the axis of a variable font, alike. */
    readonly vary?: readonly (readonly (VarIndex | null)[])[];
  };
}

export interface KerningPair {
  readonly left: number;
  readonly right: number;
  readonly value: number;
  /** How the value follows the axis of a variable font. */
  readonly varies?: VarIndex | null;
}

/** Where marks meet letters, or other marks; classes by number from 0. */
export interface Marks {
  readonly classes: number;
  /** Each mark belongs to one class and has one place. */
  readonly marks: readonly { readonly glyph: number; readonly markClass: number; readonly at: Place }[];
  /** A letter's place for each class; null = none. */
  readonly bases: readonly { readonly glyph: number; readonly at: readonly (Place | null)[] }[];
}

/** Where a letter is entered and left by the stroke that joins it to its neighbours. */
export interface Joins {
  readonly glyph: number;
  readonly entry: Place | null;
  readonly exit: Place | null;
}

/** How far a glyph is moved, and how much wider it gets. */
export interface Adjustment {
  readonly x?: number;
  readonly y?: number;
  readonly advance?: number;
}

/** Glyphs of which any may stand at a place. */
export type GlyphSet = readonly number[];

/**
 * A lookup applied where its surroundings fit. All three are in reading order. A rule without anything to apply keeps the
 * rules after it from being tried.
 */
export interface ChainRule {
  readonly before: readonly GlyphSet[];
  readonly input: readonly [GlyphSet, ...GlyphSet[]];
  readonly after: readonly GlyphSet[];
  /** `at`: place in the input, from 0; `lookup`: its number in the same table. */
  readonly apply: readonly { readonly at: number; readonly lookup: number }[];
}

/** A glyph exchanged where its neighbours fit, from the end of the text to its beginning. Both are in reading order. */
export interface ReverseRule {
  readonly before: readonly GlyphSet[];
  readonly after: readonly GlyphSet[];
  readonly map: readonly (readonly [number, number])[];
}

export type Substitution =
  | { readonly type: 'single'; readonly map: readonly (readonly [number, number])[] }
  | { readonly type: 'multiple'; readonly map: readonly (readonly [number, readonly number[]])[] }
  | { readonly type: 'alternate'; readonly map: readonly (readonly [number, readonly number[]])[] }
  | { readonly type: 'ligature'; readonly ligatures: readonly Ligature[] }
  | { readonly type: 'chain'; readonly rules: readonly ChainRule[] }
  | { readonly type: 'reverse'; readonly rules: readonly ReverseRule[] };

/** How both glyphs of a pair are moved; null = the second isn't looked at and may begin the next pair. */
export type PairPlaces = readonly [Adjustment, Adjustment | null];

/** Pairs of a subtable by glyphs, or by classes; the first subtable that covers a pair's first glyph (by classes) or holds the pair counts. */
export type PairTable =
  | { readonly by: 'glyphs'; readonly pairs: readonly (readonly [number, number, ...PairPlaces])[] }
  | {
      readonly by: 'classes';
      readonly covered: GlyphSet;
      /** Glyphs of the classes from 1 on; class 0 are all others. */
      readonly left: readonly GlyphSet[];
      readonly right: readonly GlyphSet[];
      /** By [left class][right class], both from 0. */
      readonly values: readonly (readonly PairPlaces[])[];
    };

/** Marks on ligatures: as `Marks`, with places by letter of the ligature, and by class in these. */
export interface LigatureMarks extends Omit<Marks, 'bases'> {
  readonly ligatures: readonly {
    readonly glyph: number;
    readonly at: readonly (readonly (Place | null)[])[];
  }[];
}

/** `more`: further tables of a lookup, tried where those before have nothing for a pair of glyphs. */
export type Positioning =
  | { readonly type: 'adjust'; readonly map: readonly (readonly [number, Adjustment])[] }
  | { readonly type: 'pair'; readonly kerning: Kerning }
  | {
      readonly type: 'cursive';
      readonly joins: readonly Joins[];
      readonly more?: readonly (readonly Joins[])[];
    }
  | { readonly type: 'pairTables'; readonly tables: readonly PairTable[] }
  | { readonly type: 'mark' | 'markToMark'; readonly marks: Marks; readonly more?: readonly Marks[] }
  | {
      readonly type: 'markToLigature';
      readonly marks: LigatureMarks;
      readonly more?: readonly LigatureMarks[];
    }
  | { readonly type: 'chain'; readonly rules: readonly ChainRule[] };

export type Lookup<Kind> = Kind & {
  /** What it is called in feature files. */
  readonly name: string;
  /** Marks are passed over, as if they weren't there. */
  readonly ignoreMarks?: boolean;
  /** The same for letters and for ligatures, as 'GDEF' tells kinds of glyphs apart. */
  readonly ignoreBases?: boolean;
  readonly ignoreLigatures?: boolean;
  /** Of marks, only these are seen. */
  readonly onlyMarks?: GlyphSet;
  /** Joined letters stand on the last one's line, not on the first one's. */
  readonly rightToLeft?: boolean;
};

/** What a feature's menu entry says: the name of a stylistic set, or of a character variant and the characters it is for. */
export interface FeatureLabel {
  readonly text: string;
  readonly characters?: readonly number[];
}

/** Lookups that a feature switches on, in some or all languages. */
export interface FeatureUse {
  readonly tag: string;
  readonly lookups: readonly number[];
  /** OpenType language system tags that it is for ("TRK"); without: all others too, but for those of `except`. */
  readonly languages?: readonly string[];
  readonly except?: readonly string[];
  /** OpenType script tags that it is for ("DFLT" among them); without: all. */
  readonly scripts?: readonly string[];
  readonly label?: FeatureLabel;
}

/** One of the two layout tables. Lookups are applied in their order. */
export interface Layout<Kind> {
  readonly lookups: readonly Lookup<Kind>[];
  readonly features: readonly FeatureUse[];
  /** OpenType script tags besides DFLT ("latn"). */
  readonly scripts: readonly string[];
}
