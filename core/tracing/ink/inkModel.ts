import { fail, ok, type Result } from '../../foundations/problems/problem';
import { median, otsuBin, percentile } from '../../foundations/raster/histogram';
import type { Picture } from '../../foundations/raster/picture';
import { estimatePaper, groundRows, paperAt, type Paper } from './paper';

/**
 * What has to be known to read ink density off a picture: the paper's colour everywhere, the direction
 * from paper to ink in colour space, and how far along it solid ink lies.
 */
export interface InkModel {
  /** 'colour' = by distance from the paper; 'alpha' = the picture is transparent where there is no ink. */
  readonly source: 'colour' | 'alpha';
  readonly paper: Paper;
  /** Unit vector in RGB from ink-free to inked, divided by solid ink's distance, so that the product is density. */
  readonly axis: readonly [number, number, number];
  /** Solid ink less paper in grey values, for the gauge: how strong the ink is. */
  readonly contrast: number;
  /** Density at which ink begins: 0.5 for even ink, lower where a pencil leaves grainy strokes. */
  readonly level: number;
}

/** What is known of the ground beforehand: lighter than the ink, darker, or to be found out. */
export type Ground = 'found' | 'light' | 'dark';

/** Ink fainter than this many grey values (of 255) against the paper is not told from noise. */
const MIN_CONTRAST = 14;
/** How far below the parting of ink and paper the core of strokes is still looked for, as a share of it. */
const CORE_SHARE = 0.6;
/** A picture with more than this share of clear px carries its ink in alpha. */
const ALPHA_SHARE = 0.02;

const luma = (d: ArrayLike<number>, i: number) => (d[i]! * 77 + d[i + 1]! * 150 + d[i + 2]! * 29) / 256;

function isTransparent({ data }: Picture): boolean {
  const most = (data.length / 4) * ALPHA_SHARE;
  let clear = 0;
  for (let i = 3; i < data.length && clear <= most; i += 4) if (data[i]! < 128) clear++;
  return clear > most;
}

/** Smaller pictures hold one letter and no desk: their edge is ground. */
const SMALL_SIDE_PX = 600;

/**
 * Whether the ink is lighter than its ground: chalk on slate, white on black. A light edge is paper; a dark one may be
 * the ground or a desk around the page, which the strokes on a larger picture decide.
 */
export const isLightOnDark = (p: Picture): boolean =>
  edgeIsDark(p) && (Math.min(p.width, p.height) < SMALL_SIDE_PX || strokesAreLight(p));

/** Whether the picture's edge belongs to the dark class. */
function edgeIsDark(p: Picture): boolean {
  const histogram = new Float64Array(256);
  // A million px spread over the picture tell its two classes as well as all of them.
  const step = 4 * Math.max(1, Math.floor(p.data.length / 4e6));
  for (let i = 0; i < p.data.length; i += step) histogram[Math.round(luma(p.data, i))]!++;
  const cut = otsuBin(histogram);
  let dark = 0;
  let seen = 0;
  const look = (x: number, y: number) => {
    seen++;
    if (luma(p.data, (y * p.width + x) * 4) <= cut) dark++;
  };
  for (let x = 0; x < p.width; x++) [0, p.height - 1].forEach((y) => look(x, y));
  for (let y = 0; y < p.height; y++) [0, p.width - 1].forEach((x) => look(x, y));
  return dark > seen * 0.5;
}

/** Blocks with less contrast than this say nothing, grey values. */
const VOTING_CONTRAST = 40;

/** A vote of small blocks: wherever there is contrast, ink is what covers the smaller part. */
function strokesAreLight(p: Picture): boolean {
  const cell = Math.max(16, Math.min(64, Math.round(Math.min(p.width, p.height) / 30)));
  let light = 0;
  let votes = 0;
  for (let y0 = 0; y0 + cell <= p.height; y0 += cell) {
    for (let x0 = 0; x0 + cell <= p.width; x0 += cell) {
      let low = 255;
      let high = 0;
      let sum = 0;
      let count = 0;
      for (let y = y0; y < y0 + cell; y += 2) {
        for (let x = x0; x < x0 + cell; x += 2, count++) {
          const v = luma(p.data, (y * p.width + x) * 4);
          low = Math.min(low, v);
          high = Math.max(high, v);
          sum += v;
        }
      }
      if (high - low < VOTING_CONTRAST) continue;
      votes++;
      if (sum / count < (low + high) / 2) light++;
    }
  }
  return light > votes * 0.5;
}

const whitePaper = (p: Picture): Paper => ({
  lightOnDark: false,
  cell: Math.max(p.width, p.height),
  columns: 1,
  rows: 1,
  rgb: Float32Array.of(255, 255, 255),
});

/**
 * Learns paper and ink from a picture; `ground` settles which of the two is the lighter. Fails with 'no-ink' when nothing stands out from the ground.
 * Method: ground by block percentiles divided out; ink axis as the mean colour step of the strongest px;
 * classes parted by Otsu's criterion.
 */
export function learnInk(p: Picture, ground: Ground = 'found'): Result<InkModel> {
  if (isTransparent(p)) {
    return ok({ source: 'alpha', paper: whitePaper(p), axis: [0, 0, 0], contrast: 255, level: 0.5 });
  }
  const lightOnDark = ground === 'found' ? isLightOnDark(p) : ground === 'dark';
  const paper = estimatePaper(p, lightOnDark);
  const step = Math.max(
    p.width * p.height > 40_000 ? 2 : 1,
    Math.ceil(Math.sqrt((p.width * p.height) / 2_000_000)),
  );
  const diffs = sampleDiffs(p, paper, step);
  const cut = Math.max(MIN_CONTRAST / 2, otsuBin(histogramOf(diffs.strength)));
  const axis = strongSteps(diffs, cut);
  const size = Math.hypot(...axis);
  if (size === 0) return failNoInk(p);
  const unitAxis: Step = [axis[0] / size, axis[1] / size, axis[2] / size];
  // Light strokes of an uneven pen lie below the parting of the classes; they belong to the core all the same.
  const core = coreStrengths(p, paper, unitAxis, Math.max(MIN_CONTRAST / 2, cut * CORE_SHARE), step);
  const solid = median(core);
  const contrast = solid / Math.sqrt(3);
  if (!(contrast >= MIN_CONTRAST)) return failNoInk(p);
  // Grainy strokes: their weak tenth says how far below solid the threshold has to go.
  const weak = percentile(core, 0.1) / solid;
  const level = weak > 0.8 ? 0.5 : Math.max(0.28, 0.5 * (weak + 0.15));
  return ok({
    source: 'colour',
    paper,
    axis: [unitAxis[0] / solid, unitAxis[1] / solid, unitAxis[2] / solid],
    contrast,
    level,
  });
}

function failNoInk(p: Picture): Result<InkModel> {
  let sum = 0;
  for (let i = 0; i < p.data.length; i += 4) sum += luma(p.data, i);
  const mean = sum / (p.data.length / 4);
  return fail({ code: 'no-ink', look: mean > 170 ? 'all light' : mean < 60 ? 'all dark' : 'flat' });
}

/** Steps from the paper on a grid of every `step`-th px: RGB and its strength (mean of the three, signed for ink). */
function sampleDiffs(p: Picture, paper: Paper, step: number) {
  const { data } = p;
  const sign = paper.lightOnDark ? -1 : 1;
  const across = Math.ceil(p.width / step);
  const n = across * Math.ceil(p.height / step);
  const rgb = new Float32Array(n * 3);
  const strength = new Float32Array(n);
  const groundOf = groundRows(paper, across, { step });
  for (let y = 0, k = 0; y < p.height; y += step) {
    const ground = groundOf(y);
    for (let x = 0, i = y * p.width * 4; x < across; x++, k++, i += 4 * step) {
      const red = Math.fround(ground[3 * x]! - data[i]!);
      const green = Math.fround(ground[3 * x + 1]! - data[i + 1]!);
      const blue = Math.fround(ground[3 * x + 2]! - data[i + 2]!);
      rgb[3 * k] = red;
      rgb[3 * k + 1] = green;
      rgb[3 * k + 2] = blue;
      strength[k] = (sign * (red + green + blue)) / 3;
    }
  }
  return { rgb, strength };
}

type Step = readonly [red: number, green: number, blue: number];

/** How often each whole strength comes, those beyond 0 to 255 at the ends. */
function histogramOf(strengths: Float32Array): Float64Array {
  const histogram = new Float64Array(256);
  for (let k = 0; k < strengths.length; k++)
    histogram[Math.max(0, Math.min(255, Math.round(strengths[k]!)))]!++;
  return histogram;
}

/** Sum of the steps stronger than `cut`. */
function strongSteps({ rgb, strength }: ReturnType<typeof sampleDiffs>, cut: number): Step {
  let [red, green, blue] = [0, 0, 0];
  for (let k = 0; k < strength.length; k++) {
    if (strength[k]! <= cut) continue;
    red += rgb[3 * k]!;
    green += rgb[3 * k + 1]!;
    blue += rgb[3 * k + 2]!;
  }
  return [red, green, blue];
}

/** Strengths along the axis of px that have ink all around (2 px), so that soft edges don't count. */
function coreStrengths(p: Picture, paper: Paper, axis: Step, cut: number, step: number): number[] {
  const { data } = p;
  const ground = [0, 0, 0];
  const cutAlong = cut * Math.sqrt(3);
  const [red, green, blue] = axis;
  const along = (x: number, y: number) => {
    paperAt(paper, x, y, ground);
    const i = (y * p.width + x) * 4;
    return (
      red * (ground[0]! - data[i]!) + green * (ground[1]! - data[i + 1]!) + blue * (ground[2]! - data[i + 2]!)
    );
  };
  const gather = (reach: number) => {
    const found: number[] = [];
    for (let y = reach; y < p.height - reach; y += step) {
      for (let x = reach; x < p.width - reach; x += step) {
        const here = along(x, y);
        if (here <= cutAlong) continue;
        const inside =
          reach === 0 ||
          (along(x - reach, y) > cutAlong &&
            along(x + reach, y) > cutAlong &&
            along(x, y - reach) > cutAlong &&
            along(x, y + reach) > cutAlong);
        if (inside) found.push(here);
      }
    }
    return found;
  };
  for (const reach of [2, 1]) {
    const found = gather(reach);
    if (found.length >= 40) return found;
  }
  // Hairlines have no core: their strongest px stand for solid ink.
  const all = gather(0).sort((a, b) => a - b);
  return all.slice(Math.floor(all.length * 0.8));
}
