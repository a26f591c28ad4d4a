/**
 * What running handwriting is read by. Lengths are shares of the height of small letters (x-height) unless said otherwise, costs nats.
 * Chosen by hand on made-up pages of some joined and unjoined hands, held by `npm run bench:writing` on others.
 */

/** Patches and the pen. */
export const INK = {
  /** Fewer px are noise of the picture. */
  leastPx: 4,
  /** Patches with this share of the large ones' ink are noise. The large: the tenth from above, but of few a quarter. */
  noise: 0.0008,
  rank: 10,
  quarter: 4,
  /** Higher than so many widths of the pen a patch is part of writing, not a dot. */
  bodyPens: 2.5,
  /** Upright strokes have shorter runs than lying ones: this share of the mean runs is less. */
  stroke: 0.2,
} as const;

/** Lines of writing; here lengths are shares of the usual height of patches. */
export const LINES = {
  /** Slopes tried, y per x: how far to each side, and by how much; each about the best of the one before. */
  slopes: [
    { span: 0.12, step: 0.004 },
    { span: 0.004, step: 0.0005 },
  ],
  /** The profile of the page is evened over this, and lines are no nearer to each other than that. */
  evened: 0.5,
  apart: 1.1,
  /** A line has this share of the ink that the fuller ones have. */
  least: 0.2,
  /** Base line and x-line are looked for this far from a line's middle. */
  reach: 0.9,
  /** Taller than so many x-heights a patch speaks of capitals and ascenders. */
  tall: 1.25,
  /** Where none does: height of a capital in x-heights (common practice, no published source). */
  capital: 1.55,
  /** Farther above or below its line's middle a patch belongs to none, x-heights. */
  stray: 2.2,
} as const;

/** The lean of upright strokes, x per y upwards. */
export const SLANT = {
  from: -0.3,
  to: 1,
  step: 0.05,
  fine: 0.0125,
  /** Runs up to so many widths of the pen are of upright strokes. */
  uprightPens: 2.5,
} as const;

/** Pieces that letters are put together from. */
export const ATOMS = {
  /** Raised and smaller than this a patch is a mark: a dot, an accent, a quote. */
  markHeight: 0.7,
  markWidth: 1.1,
  /** It lies above the base line by at least this. */
  raised: 0.85,
  /** It belongs to ink that begins this near beside it. */
  beside: 0.4,
  /** Cuts are apart by so many widths of the pen, and go through no more ink than so many. */
  apartPens: 0.6,
  mostInkPens: 2.7,
  /** Stretches of little ink with no more than so many widths of the pen between them are one. */
  ripplePens: 0.35,
  /** A joining stroke goes on as long as there is no more ink on a line than this times the least, and so many widths of the pen. */
  joint: 1.6,
  jointPens: 0.5,
  /** A letter has so many at the most, and is no wider than so many heights of a capital. */
  most: 10,
  widest: 1.75,
} as const;

/** What it costs when text and ink differ, and at the borders of letters, nats. */
export const COSTS = {
  /** A letter of the text that isn't on the page, and each further one. */
  missing: 7,
  missingOn: 2.6,
  /** Ink that isn't in the text: for each patch, and for each square of pen by x-height. */
  extra: 0.5,
  extraInk: 0.9,
  /** Ink that others go on from: instead of the first. */
  extraOfMore: 2.5,
  /** A cut through joined ink, and each width of the pen that it goes through beyond the first. */
  cut: 0.5,
  cutInk: 0.9,
  /** A cut where words part, a line that ends within a word, and one that ends with a word. */
  cutBetweenWords: 6,
  brokenWord: 8,
  lineEnd: 0.1,
  /** White between words in heights of a capital, and over how much it is in doubt. */
  wordGap: 0.3,
  gapDoubt: 0.06,
  mostGap: 4,
  /** A raised sign is looked for when all letters have their places. */
  raisedSign: 1.5,
} as const;

/** How what is learnt of a hand counts. */
export const HAND = {
  rounds: 3,
  /** Letters less sure than this teach nothing, and so few of a kind neither. */
  sure: 0.4,
  few: 2,
  /** Values of a description that speak for themselves: it has many more, but they go together. */
  freedom: 22,
  /** Share of the network where the hand itself is known well; so many drawings are half trusted. */
  beside: 0.35,
  doubted: 3,
  /** The most that anything says against a letter. */
  most: 9,
  /** Spread of widths of a letter as a share of its width, and the least of it in heights of a capital. */
  widthSpread: 0.16,
  leastSpread: 0.05,
} as const;

/** Dots, accents and quotes, x-heights. */
export const MARKS = {
  /** A dot hangs this far beside its letter at the most. */
  beside: 0.5,
  /** A sign before or behind a word stands within this. */
  signRoom: 0.9,
} as const;

/** How far letters stand from each other as they were written. */
export const SPACING = {
  /** Neighbours less sure than this say nothing. */
  sure: 0.5,
  /** So many neighbours with the usual gap are thought to have been seen besides. */
  drawn: 2,
  rounds: 30,
  /** A hand joins where more of its letters than this share were cut; its small letters then lie over each other by so much of a capital's height. */
  joined: 0.5,
  overlap: 0.015,
} as const;

/** What of many drawings is taken. */
export const ROLES = {
  /** Less sure ones are no letters of the font, */
  sure: 0.6,
  /** so many take turns beside the letter itself, */
  turns: 2,
  /** and none that is odder than this, nats. */
  odd: 3,
} as const;

/** Words that are skipped rather than guessed. */
export const WORDS = {
  /** A letter as sure as this counts, and this share of a word's has to. */
  sure: 0.5,
  share: 0.5,
  /** What its letters may cost at the most on the mean, nats, and what counts for one that wasn't found. */
  odd: 5.5,
  lacking: 7,
} as const;
