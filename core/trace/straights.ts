import { fitLine, type EvenRing, type LineFit } from './path';

/** A stretch of the ring that is straight: sample indices (to >= from, may pass the ring's end). */
export interface Straight {
  readonly from: number;
  readonly to: number;
  readonly line: LineFit;
}

/** Shorter runs are left to the curves, px. */
const MIN_PX = 7;
/** A straight run turns less than this between its first and last third, degrees. */
const MAX_TURN_DEG = 2.2;

/** Turn between the first and the last third of a run in degrees, from line fits of both. */
function turnOfRun(r: EvenRing, from: number, to: number): number {
  const third = Math.max(3, Math.floor((to - from) / 3));
  const a = fitLine(r, from, from + third);
  const b = fitLine(r, to - third, to);
  return (Math.abs(Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy)) * 180) / Math.PI;
}

/**
 * Longest straight runs between two sample indices, from the longest down, none overlapping, in order.
 * Straight = all samples within `offPx` of one line and hardly any turn from end to end, which a flat curve fails.
 */
export function findStraights(r: EvenRing, from: number, to: number, offPx: number): Straight[] {
  const minSamples = Math.ceil(MIN_PX / r.step);
  if (to - from < minSamples) return [];
  const runs: { from: number; to: number }[] = [];
  const good = (a: number, b: number) => {
    const line = fitLine(r, a, b);
    return (
      line.maxOff <= offPx && turnOfRun(r, a, b) <= MAX_TURN_DEG * Math.min(1, 14 / ((b - a) * r.step) + 0.25)
    );
  };
  const stride = Math.max(1, Math.floor(minSamples / 4));
  for (let a = from; a + minSamples <= to; a += stride) {
    if (!good(a, a + minSamples)) continue;
    // Grow by doubling, then close in on the last good end.
    let low = a + minSamples;
    let high = to + 1;
    for (let grow = minSamples; low + grow <= to; grow *= 2) {
      if (good(a, low + grow)) low += grow;
      else {
        high = low + grow;
        break;
      }
    }
    while (high - low > 1) {
      const mid = (low + high) >> 1;
      if (mid <= to && good(a, mid)) low = mid;
      else high = mid;
    }
    runs.push({ from: a, to: low });
    if (low - a > minSamples * 2) a = Math.max(a, low - minSamples);
  }
  runs.sort((p, q) => q.to - q.from - (p.to - p.from));
  const taken: { from: number; to: number }[] = [];
  for (const run of runs) {
    if (taken.every((t) => run.to <= t.from || run.from >= t.to)) taken.push(run);
  }
  taken.sort((p, q) => p.from - q.from);
  const lines = taken.map((t) => ({ ...t, line: fitLine(r, t.from, t.to) }));
  return withoutBends(lines, r.step).map((t) => ({
    ...t,
    line: snapToAxis(t.line, (t.to - t.from) * r.step),
  }));
}

/** Two straights this near to each other that turn by less than this are one bent stroke, px and degrees. */
const BEND_GAP_PX = 9;
const BEND_TURN_DEG = 12;
/** A straight that makes up more than this of a bent stroke stays one; the rest of it is left to a curve. */
const MAIN_SHARE = 0.7;

/**
 * A hand's long stroke bends a little everywhere and so falls into short straights in a row; no drawing has corners of
 * a few degrees in a smooth edge. Such rows go back to the curves, but for one that clearly leads.
 */
function withoutBends(lines: readonly Straight[], step: number): Straight[] {
  const turn = (a: LineFit, b: LineFit) =>
    (Math.abs(Math.atan2(a.dx * b.dy - a.dy * b.dx, a.dx * b.dx + a.dy * b.dy)) * 180) / Math.PI;
  const chains: Straight[][] = [];
  for (const s of lines) {
    const chain = chains[chains.length - 1];
    const last = chain?.[chain.length - 1];
    const bends = last && (s.from - last.to) * step <= BEND_GAP_PX && turn(last.line, s.line) < BEND_TURN_DEG;
    if (chain && bends) chain.push(s);
    else chains.push([s]);
  }
  return chains.flatMap((chain) => {
    if (chain.length === 1) return chain;
    const whole = chain[chain.length - 1]!.to - chain[0]!.from;
    return chain.filter((s) => s.to - s.from > whole * MAIN_SHARE);
  });
}

/** A line within about a degree of level or upright, or off by less than half a px along its length, is made so. */
export function snapToAxis(line: LineFit, lengthPx: number): LineFit {
  const limit = Math.max(Math.sin((0.9 * Math.PI) / 180), Math.min(0.05, 0.45 / lengthPx));
  if (Math.abs(line.dy) < limit) return { ...line, dx: Math.sign(line.dx), dy: 0 };
  if (Math.abs(line.dx) < limit) return { ...line, dx: 0, dy: Math.sign(line.dy) };
  return line;
}
