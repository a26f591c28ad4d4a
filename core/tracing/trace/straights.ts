import type { Line } from './path';
import type { RingSums } from './ringSums';

/** A stretch of the ring that is straight: sample indices (to >= from, may pass the ring's end). */
export interface Straight {
  readonly from: number;
  readonly to: number;
  readonly line: Line;
}

/** Shorter runs are left to the curves, px. */
const MIN_PX = 7;
/** A run this far from its line, px, is no straight however clean the picture: rms, at its ends, and its bow. */
const RMS_PX = 0.06;
const END_PX = 0.12;
const BOW_PX = 0.12;
/** Noise of an edge hangs together over about this length, px: lens blur and grain of the paper. */
const NOISE_LENGTH_PX = 5;
/** How many times its own uncertainty a run may bow; more is a curve. */
const BOW_SURE = 1.5;
/** A bow beyond this share of the length can be seen whatever the noise. */
const BOW_SHARE = 0.02;
/** Length of the ends that are looked at on their own, px. */
const ENDS_PX = 3.5;

/**
 * Whether a run of samples is straight as far as its noise lets one say. The bow of a run of independent samples is
 * uncertain by sqrt(45 / 4 count) times their noise (least squares for the second Legendre polynomial).
 */
function isStraight(sums: RingSums, from: number, to: number, sigmaPx: number): boolean {
  const { step } = sums.ring;
  const length = (to - from) * step;
  const fit = sums.fit(from, to);
  if (fit.rms > RMS_PX + 1.3 * sigmaPx) return false;
  const uncertain = sigmaPx * Math.sqrt((45 * NOISE_LENGTH_PX) / (4 * length));
  if (Math.abs(fit.bow) > Math.min(BOW_PX + BOW_SURE * uncertain, BOW_SHARE * length)) return false;
  const end = Math.min(Math.round(ENDS_PX / step), Math.floor((to - from) / 3));
  const limit = END_PX + 1.3 * sigmaPx;
  return (
    Math.abs(sums.meanOff(from, from + end, fit)) <= limit &&
    Math.abs(sums.meanOff(to - end, to, fit)) <= limit
  );
}

/**
 * Longest straight runs between two sample indices, from the longest down, none overlapping, in order.
 * `sigmaPx` is the noise of the edge.
 */
export function findStraights(sums: RingSums, from: number, to: number, sigmaPx: number): Straight[] {
  const { step } = sums.ring;
  const minSamples = Math.ceil(MIN_PX / step);
  const last = Math.min(to, from + sums.ring.n - 1);
  if (last - from < minSamples) return [];
  const runs: { from: number; to: number }[] = [];
  const good = (a: number, b: number) => isStraight(sums, a, b, sigmaPx);
  const stride = Math.max(1, Math.floor(minSamples / 4));
  for (let a = from; a + minSamples <= last; a += stride) {
    // A rough stretch may look bent at first and straight as a whole.
    let low = a;
    let high = last + 1;
    for (let length = minSamples; ; length *= 2) {
      const b = Math.min(last, a + length);
      if (good(a, b)) low = b;
      else if (low > a || length > minSamples * 4) {
        high = low > a ? b : a;
        break;
      }
      if (b === last) {
        high = low > a ? high : a;
        break;
      }
    }
    if (low === a) continue;
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (good(a, mid)) low = mid;
      else high = mid;
    }
    runs.push({ from: a, to: low });
  }
  runs.sort((p, q) => q.to - q.from - (p.to - p.from));
  const taken: { from: number; to: number }[] = [];
  for (const run of runs) {
    if (taken.every((t) => run.to <= t.from || run.from >= t.to)) taken.push(run);
  }
  taken.sort((p, q) => p.from - q.from);
  const lines = taken.map((t) => ({ ...t, line: sums.fit(t.from, t.to) }));
  return withoutBends(lines, step).map((t) => ({
    ...t,
    line: snapToAxis(t.line, (t.to - t.from) * step),
  }));
}

/** Two straights this near to each other that turn by less than this are parts of one bent stroke, px and degrees. */
const BEND_GAP_PX = 9;
const BEND_TURN_DEG = 28;
/** A straight stays beside parts of a bend that are shorter than this share of it. */
const BEND_SHARE = 0.5;

/**
 * A hand's long stroke bends a little everywhere, and a round in a rough picture looks straight for a while: both fall
 * into short straights in a row. No drawing has corners of a few degrees in a smooth edge; such rows go back to the
 * curves, but for straights that clearly lead.
 */
function withoutBends(lines: readonly Straight[], step: number): Straight[] {
  const turn = (a: Line, b: Line) =>
    (Math.abs(Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy)) * 180) / Math.PI;
  const bends = (a: Straight | undefined, b: Straight | undefined) =>
    a && b && (b.from - a.to) * step <= BEND_GAP_PX && turn(a.line, b.line) < BEND_TURN_DEG;
  return lines.filter((s, k) => {
    const least = (s.to - s.from) * BEND_SHARE;
    const [before, after] = [lines[k - 1], lines[k + 1]];
    if (bends(before, s) && before!.to - before!.from >= least) return false;
    return !(bends(s, after) && after!.to - after!.from >= least);
  });
}

/** A line within about a degree of level or upright, or off by less than half a px along its length, is made so. */
export function snapToAxis(line: Line, lengthPx: number): Line {
  const limit = Math.max(Math.sin((0.9 * Math.PI) / 180), Math.min(0.05, 0.45 / lengthPx));
  if (Math.abs(line.dy) < limit) return { ...line, dx: Math.sign(line.dx), dy: 0 };
  if (Math.abs(line.dx) < limit) return { ...line, dx: 0, dy: Math.sign(line.dy) };
  return line;
}
