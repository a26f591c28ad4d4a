import { mergeOverlaps } from '../boolean/pieces';
import { addExtremes } from '../../foundations/geometry/addExtremes';
import { countNodes, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { greatestDeviation, oneWayDeviation } from '../outline/deviation';
import { mergeDuplicates } from '../outline/duplicates';
import { equaliseHandles, removeBumps, removeKinks } from '../outline/kinks';
import { closeGaps, dropSpecks, roundToUnits, strayContours } from '../outline/parts';
import { simplify } from '../outline/simplify';
import { defaultStraighten, straighten } from '../outline/straighten';

/** What can be cleaned, by itself or as Neaten: the safe ones together. */
export const CLEAN_UPS = [
  'neaten',
  'simplify',
  'extremes',
  'directions',
  'overlaps',
  'specks',
  'gaps',
  'straighten',
  'round',
  'handles',
  'kinks',
  'bumps',
  'duplicates',
] as const;
export type CleanUp = (typeof CLEAN_UPS)[number];

export interface CleanUpSettings {
  /** How far simplifying may move the outline, em units. */
  readonly tolerance: number;
  /** They are lines for a pen and not an outline: loose ends belong there, and nothing is a speck. */
  readonly lines?: boolean;
}

const defaultCleanUp: CleanUpSettings = { tolerance: 2 };

/** An outline before and after, in numbers. */
export interface CleanedUp {
  readonly contours: readonly Contour[];
  readonly pointsBefore: number;
  readonly pointsAfter: number;
  /** Specks left out; they don't count for the deviation. */
  readonly dropped: number;
  /** Greatest distance between the outline before and after, em units. */
  readonly deviation: number;
}

/** Extremes that pass their curve's ends by less are left, em units. */
export const EXTREME_EXCESS_EM = 1;

/** One clean-up of a glyph's outline. Em units, y up. Contours that it needn't touch come back as the same objects. */
export function cleanUp(
  kind: CleanUp,
  before: readonly Contour[],
  settings: CleanUpSettings = defaultCleanUp,
): CleanedUp {
  const specks = (kind === 'specks' || kind === 'neaten') && !settings.lines;
  const kept = specks ? withoutSpecks(before) : before;
  const contours = settled(kept, STEPS[kind](kept, settings));
  const deviation = kind === 'overlaps' ? oneWayDeviation(contours, kept) : greatestDeviation(kept, contours);
  return {
    contours:
      contours.length === before.length && contours.every((c, i) => c === before[i]) ? before : contours,
    pointsBefore: countNodes(before),
    pointsAfter: countNodes(contours),
    dropped: before.length - kept.length,
    deviation,
  };
}

type Step = (cs: readonly Contour[], settings: CleanUpSettings) => readonly Contour[];

const each =
  (change: (c: Contour, settings: CleanUpSettings) => Contour): Step =>
  (cs, settings) =>
    cs.map((c) => change(c, settings));

/** Tries at keeping all steps together within the tolerance, each step of a try allowed less. */
const TIDY_SHARES = [0.8, 0.5, 0.3];

/** One contour neatened without leaving what it was by more than the tolerance; as it is when that can't be had. */
function tidyContour(c: Contour, { tolerance }: CleanUpSettings): Contour {
  for (const share of TIDY_SHARES) {
    const simpler = simplify(mergeDuplicates(c), { tolerance: share * tolerance, cornerDeg: 35 });
    const slant = Math.min(defaultStraighten.slant, share * tolerance);
    const straight = straighten(simpler, { ...defaultStraighten, slant });
    const made = addExtremes(removeKinks(straight), EXTREME_EXCESS_EM);
    if (oneWayDeviation([made], [c]) <= tolerance && oneWayDeviation([c], [made]) <= tolerance) return made;
  }
  return addExtremes(c, EXTREME_EXCESS_EM);
}

const STEPS: Record<CleanUp, Step> = {
  neaten: (cs, settings) =>
    settings.lines
      ? cs.map((c) => tidyContour(c, settings))
      : rightDirections(closeGaps(cs).map((c) => tidyContour(c, settings))),
  simplify: each((c, { tolerance }) => simplify(c, { tolerance, cornerDeg: 35 })),
  extremes: each((c) => addExtremes(c, EXTREME_EXCESS_EM)),
  directions: (cs) => rightDirections(cs),
  overlaps: (cs) => mergeOverlaps(cs),
  specks: (cs) => cs,
  gaps: (cs) => closeGaps(cs),
  straighten: each((c) => straighten(c)),
  round: each(roundToUnits),
  handles: each(equaliseHandles),
  kinks: each(removeKinks),
  bumps: each((c, { tolerance }) => removeBumps(c, tolerance)),
  duplicates: each((c) => mergeDuplicates(c)),
};

/** Without what is too small, and what lies stray beside the letter. */
function withoutSpecks(cs: readonly Contour[]): readonly Contour[] {
  const stray = new Set(strayContours(cs));
  const left = dropSpecks(cs.filter((_, i) => !stray.has(i)));
  return left.length === cs.length ? cs : left;
}

/** The same objects where nothing changed, so that an unchanged letter is known by looking. */
const settled = (before: readonly Contour[], after: readonly Contour[]): readonly Contour[] =>
  after.length === before.length && after.every((c, i) => c === before[i]) ? before : after;
