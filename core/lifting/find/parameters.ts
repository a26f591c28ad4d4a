/**
 * What letters are found by. Lengths are shares of the height of the page's larger letters, unless said otherwise. Chosen by hand on made-up
 * pages of four hands, flat and photographed, and held by `npm run bench:lift`; none is sharp: a tenth more or less changes single letters.
 */

/** Heights and strokes that the patches of a page speak of. */
export const TYPICAL = {
  /** A lying stroke counts as high as this share of its width. */
  lying: 0.6,
  /** The larger letters: this share of patches is lower. */
  large: 0.9,
  /** Of those at least this share as high, dots and marks left out, */
  letter: 0.3,
  /** this share is lower than a letter usually is. */
  height: 0.7,
  /** Upright strokes have shorter runs than lying ones: this share of the mean runs is less. */
  stroke: 0.2,
} as const;

/** What is a speck, and what is no writing. */
export const SPECK = {
  /** Fewer px are noise of the picture. */
  leastPx: 4,
  /** The biggest patches may be the desk or a pen on the page: which of them, from the biggest, stands for a big letter, but of few patches a quarter. */
  rank: 10,
  quarter: 4,
  /** Areas as shares of that one's: less is noise, more is enough to judge heights by. */
  noise: 0.0008,
  telling: 0.02,
  /** A patch this many times as long as a letter is high is an edge of the page, a shadow or a thing on the desk. */
  outsize: 5,
  /** As high as this a patch is part of a letter whatever its area. */
  body: 0.34,
  /** Areas as shares of the stroke's width squared: the least that a pen leaves on purpose, and the least that stands alone. */
  dot: 0.3,
  alone: 0.45,
  /** Farther from its row's middle than this a patch belongs to no row. */
  stray: 1.15,
} as const;

/** When two patches are one letter. */
export const TOGETHER = {
  /** This much of the smaller one's box within the other's: a broken stroke or an island in a counter. */
  inside: 0.9,
  /** Higher than this it is no dot, accent or bar. */
  mark: 0.45,
  /** How far a mark lies from its body, and two marks (of a colon, the bars of =) from each other; how far they may overlap. */
  fromBody: 0.5,
  fromMark: 0.62,
  overlap: 0.12,
  /** It lies over its body: by this share of its own width, or their middles as near as this share of the body's width or of a letter's height. */
  over: 0.45,
  middleOfBody: 0.35,
  middle: 0.16,
  /** How far beside its body it may begin. */
  beside: 0.12,
  /** Two ticks or two dots side by side: areas alike within this factor, as level, as low, and as near as this. */
  alike: 2.2,
  level: 0.18,
  tick: 0.5,
  apart: 0.3,
  /** A patch of the row beside belongs to this one if its middle is nearer than this. */
  row: 0.95,
} as const;

/** Dots that hang beside their body. */
export const LOOSE_DOT = {
  /** The greatest side of the dot; how high at least and how wide at most its body is. */
  size: 0.3,
  bodyHeight: 0.4,
  bodyWidth: 0.6,
  /** How far beside the body it lies at the most, and how far above: it may reach into it a little. */
  gap: 0.25,
  lowest: -0.05,
  highest: 0.45,
} as const;

/** The bar and the rings of a percent sign. */
export const PERCENT_SIGN = {
  /** The bar's least height, and how much of its box a slanted bar fills at the most. */
  bar: 0.5,
  barFill: 0.5,
  /** Heights of the rings, the share of their heights that lies beside the bar, and how far from it they lie at the most. */
  leastRing: 0.12,
  mostRing: 0.6,
  besideBar: 0.5,
  gap: 0.15,
  /** The rings are alike within this factor. */
  alike: 1.7,
} as const;

/** Rows of writing. */
export const ROWS = {
  /** Fewer patches don't tell how a page is turned. */
  leastParts: 4,
  /** Edges are counted in bins of a letter's height by this. */
  bins: 10,
  /** Slopes tried, y per x: how far to each side, and by how much; the second about the best of the first. */
  slopes: [
    { span: 0.2, step: 0.005 },
    { span: 0.005, step: 0.0005 },
  ],
  /** Middles farther apart than this, in order, are of two rows; rows nearer than that are one. */
  parted: 0.34,
  merged: 0.75,
} as const;

/** How letters stand on their row. */
export const FORMS = {
  /** Lower letters don't tell the baseline; feet within this of each other are one baseline. */
  telling: 0.4,
  baseline: 0.07,
  /** Among letters higher than this, this share is lower than a capital. */
  tall: 0.7,
  capital: 0.6,
} as const;

/** The page's turn from letters that are known. */
export const TURN = {
  /** Letters less sure than this don't speak. */
  sure: 0.5,
  /** Pairs nearer than so many letter heights don't either; one counts for as many as it is times as far apart, at the most. */
  apart: 2,
  mostWeight: 8,
  leastPairs: 6,
  /** Slopes farther from the first estimate mean wrong labels, not a better slope. */
  mostOff: 0.02,
} as const;

/** Cuts of letters that run into each other. */
export const CUTS = {
  /** Smaller leavings of a cut are dropped: shares of its ink, and of the letter's box. */
  leavings: 0.01,
  leavingsOfBox: 0.002,
  /** Slants that are tried, x for each px down. */
  slants: [-0.35, -0.17, 0, 0.17, 0.35],
  /** They are tried at so many places across, */
  places: 120,
  /** leave at least this share of the width on each side, */
  edge: 0.14,
  /** and are apart in place (share of the width) or slant (share of the height). */
  apart: 0.07,
  turned: 0.3,
  most: 9,
} as const;
