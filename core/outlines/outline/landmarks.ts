import { isLine, segmentAt, segmentCount, type Contour } from '../../foundations/geometry/contour';
import { pointOnCubic } from '../../foundations/geometry/cubic';
import { contoursBox } from '../../foundations/geometry/measure';
import {
  add,
  angleBetweenDeg,
  distance,
  dot,
  length,
  scale,
  sub,
  unit,
  type Vec,
} from '../../foundations/geometry/vec';
import { arriving, leaving } from './edges';

/** Points this near to each other on an axis lie level, em units. */
const LEVEL = 1e-6;

/** One place of the old outline on the way round. */
export interface Sample {
  readonly x: number;
  readonly y: number;
  /** Node it lies on, or -1. */
  readonly node: number;
  /** Segment it lies on or begins. */
  readonly segment: number;
}

/** Places along the contour, every node among them. */
export function sampled(c: Contour, step: number): Sample[] {
  const out: Sample[] = [];
  for (let segment = 0; segment < segmentCount(c); segment++) {
    const s = segmentAt(c, segment);
    const girth = distance(s.p0, s.p1) + distance(s.p1, s.p2) + distance(s.p2, s.p3);
    const k = Math.max(isLine(c, segment) ? 1 : 3, Math.min(160, Math.ceil(girth / step)));
    for (let i = 0; i < k; i++) {
      const { x, y } = i === 0 ? s.p0 : pointOnCubic(s, i / k);
      out.push({ x, y, node: i === 0 ? segment : -1, segment });
    }
  }
  if (!c.closed) {
    const end = c.nodes[c.nodes.length - 1]!;
    out.push({ x: end.x, y: end.y, node: c.nodes.length - 1, segment: c.nodes.length - 2 });
  }
  return out;
}

/** The place a given way along from sample i, in steps of one sample; open runs end at their ends. */
export function along(ring: readonly Sample[], i: number, way: number, closed: boolean): Vec {
  const n = ring.length;
  const step = way < 0 ? -1 : 1;
  let left = Math.abs(way);
  let at: Vec = ring[i]!;
  for (let k = i + step; ; k += step) {
    if (!closed && (k < 0 || k >= n)) return at;
    const next = ring[((k % n) + n) % n]!;
    const d = distance(at, next);
    if (d >= left && d > 0) return add(at, scale(sub(next, at), left / d));
    left -= d;
    at = next;
    if (Math.abs(k - i) > n) return at;
  }
}

/** Indices of samples where the outline has to have a point: true corners, ends, and the ends of locked segments. */
export function breakPlaces(c: Contour, ring: readonly Sample[], reach: number, cornerDeg: number): number[] {
  const n = ring.length;
  const turns = ring.map((p, i) => {
    if (p.node < 0) return 0;
    // A sharp turn of the roughness alone is gone when looked at from a little further off.
    const near = angleBetweenDeg(
      sub(p, along(ring, i, -reach, c.closed)),
      sub(along(ring, i, reach, c.closed), p),
    );
    const far = angleBetweenDeg(
      sub(p, along(ring, i, -2 * reach, c.closed)),
      sub(along(ring, i, 2 * reach, c.closed), p),
    );
    const [a, b] = [arriving(c, p.node), leaving(c, p.node)];
    const own = a && b ? angleBetweenDeg(a, b) : 180;
    const long = Math.min(sideLength(c, p.node, -1), sideLength(c, p.node, 1));
    // Where both sides are long, the point's own angle is the truth.
    if (long > 3 * reach) return own > cornerDeg * 0.5 ? own : 0;
    return Math.min(near, far) > cornerDeg && own > 8 ? Math.min(near, far) : 0;
  });
  const strongest = (i: number): boolean => {
    let way = 0;
    for (const step of [-1, 1]) {
      way = 0;
      for (let k = i + step; way < reach; k += step) {
        if (!c.closed && (k < 0 || k >= n)) break;
        const j = ((k % n) + n) % n;
        if (j === i) break;
        way += distance(ring[(((k - step) % n) + n) % n]!, ring[j]!);
        if (
          way < reach &&
          (turns[j]! > turns[i]! || (turns[j] === turns[i] && step < 0 && turns[i]! > 0 && j < i))
        )
          return false;
      }
    }
    return true;
  };
  const out: number[] = [];
  ring.forEach((p, i) => {
    const end = !c.closed && (i === 0 || i === n - 1);
    const locked =
      p.node >= 0 &&
      (c.nodes[p.node]!.locked || c.nodes[(p.node + c.nodes.length - 1) % c.nodes.length]!.locked);
    if (end || locked || (turns[i]! > 0 && strongest(i))) out.push(i);
  });
  return out;
}

/** Where a round form begins. */
export function lowestPlace(ring: readonly Sample[]): number {
  let low = 0;
  ring.forEach((p, i) => {
    if (p.y < ring[low]!.y) low = i;
  });
  return low;
}

interface StraightRun {
  readonly from: number;
  readonly to: number;
  /** Unit direction along the contour. */
  readonly way: Vec;
}

/** Shorter ones are left to the curves, as a share of the contour's size. */
const STRAIGHT_SHARE = 0.16;

/** A rough line bows by less than this share of the tolerance; a rough curve of some length by more. */
const BOW_SHARE = 0.35;

/** Height of the arc that the places follow on the whole, by the means of their middle and outer thirds. */
function bowOf(run: readonly Sample[]): number {
  const [a, b] = [run[0]!, run[run.length - 1]!];
  const chord = sub(b, a);
  const size = length(chord);
  const sums = { middle: 0, middles: 0, outer: 0, outers: 0 };
  for (let i = 1; i < run.length; i++) {
    // Weighted by length: places may lie unevenly.
    const p = run[i]!;
    const d = sub(p, a);
    const w = distance(p, run[i - 1]!);
    const off = ((chord.x * d.y - chord.y * d.x) / size) * w;
    const u = dot(d, chord) / size / size;
    if (u > 1 / 3 && u < 2 / 3) {
      sums.middle += off;
      sums.middles += w;
    } else {
      sums.outer += off;
      sums.outers += w;
    }
  }
  if (sums.middles === 0 || sums.outers === 0) return 0;
  // Of a parabola of height 1 the middle third lies at 26/27 on average, the outer ones at 14/27.
  return (sums.middle / sums.middles - sums.outer / sums.outers) / (12 / 27);
}

/** Long straight parts, the longest first, none overlapping another. */
export function straightRuns(
  c: Contour,
  ring: readonly Sample[],
  reach: number,
  tolerance: number,
): StraightRun[] {
  const n = ring.length;
  const box = contoursBox([c])!;
  const least = Math.max(6 * reach, STRAIGHT_SHARE * Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin));
  const most = c.closed ? n - 1 : n;
  const found: { from: number; count: number; size: number }[] = [];
  for (let from = 0; from < n; from++) {
    // The old outline's own points are where a straight can begin and end.
    if (ring[from]!.node < 0) continue;
    let count = 0;
    let asked = 0;
    // One line of the old outline is a straight even when it is short.
    let lineEnd = isLine(c, ring[from]!.segment) ? 1 : 0;
    while (lineEnd > 0 && lineEnd < n && ring[(from + lineEnd) % n]!.node < 0) lineEnd++;
    const run: Sample[] = [ring[from]!];
    for (let k = 1; k < most && (c.closed || from + k < n); k++) {
      run.push(ring[(from + k) % n]!);
      const size = distance(run[0]!, run[k]!);
      if (run[k]!.node < 0 || size < (k <= lineEnd ? 4 * reach : least) || size < 1.03 * asked) continue;
      asked = size;
      if (isStraight(run, tolerance * 0.8) && Math.abs(bowOf(run)) <= BOW_SHARE * tolerance) count = k;
      else if (count > 0 || size > 1.3 * least) break;
    }
    if (count > 0 && !run.slice(0, count).some((p) => c.nodes[p.segment]!.locked))
      found.push({ from, count, size: distance(ring[from]!, ring[(from + count) % n]!) });
  }
  found.sort((a, b) => b.size - a.size);
  const taken = new Uint8Array(n);
  const out: StraightRun[] = [];
  for (const f of found) {
    const inner = Array.from({ length: f.count - 1 }, (_, k) => (f.from + 1 + k) % n);
    const to = (f.from + f.count) % n;
    if (inner.some((i) => taken[i]) || taken[f.from] === 1 || taken[to] === 1) continue;
    inner.forEach((i) => (taken[i] = 1));
    out.push({ from: f.from, to, way: unit(sub(ring[to]!, ring[f.from]!)) });
  }
  return out;
}

function sideLength(c: Contour, node: number, way: 1 | -1): number {
  const i = way === 1 ? node : (node + c.nodes.length - 1) % c.nodes.length;
  const s = segmentAt(c, i);
  return distance(s.p0, s.p3);
}

/** Whether all places lie along the chord; `flat` is the part of the tolerance left to a bow to one side only. */
export function isStraight(run: readonly Sample[], tolerance: number, flat = 0.45): boolean {
  const [a, b] = [run[0]!, run[run.length - 1]!];
  const chord = sub(b, a);
  const size = length(chord);
  if (size < 4 * tolerance) return false;
  // Roughness leaves the chord to both sides; a flat curve that leaves it to one side stays a curve sooner.
  let [low, high] = [0, 0];
  for (const p of run) {
    const off = (chord.x * (p.y - a.y) - chord.y * (p.x - a.x)) / size;
    low = Math.min(low, off);
    high = Math.max(high, off);
    const way = dot(sub(p, a), chord) / size;
    if (way < -tolerance || way > size + tolerance) return false;
  }
  const oneSided = Math.min(-low, high) < 0.25 * Math.max(-low, high);
  return Math.max(-low, high) <= tolerance * (oneSided ? flat : 1);
}

/** Places where the run turns back in one coordinate, by more than the roughness. */
export function extremesOf(run: readonly Sample[], axis: 'x' | 'y', reach: number): number[] {
  const out: number[] = [];
  const least = reach / 4;
  // Turning points with hysteresis: it counts once the run has come back by `least`.
  let [high, low] = [0, 0];
  let way = 0;
  for (let i = 1; i < run.length; i++) {
    const v = run[i]![axis];
    if (v > run[high]![axis]) high = i;
    if (v < run[low]![axis]) low = i;
    if (way >= 0 && run[high]![axis] - v > least) {
      if (high > 0 && way > 0) out.push(middleOfFlat(run, axis, high));
      way = -1;
      low = i;
    } else if (way <= 0 && v - run[low]![axis] > least) {
      if (low > 0 && way < 0) out.push(middleOfFlat(run, axis, low));
      way = 1;
      high = i;
    }
  }
  return out.filter((i) => i > 0 && i < run.length - 1);
}

/** The middle of the places around an extreme that lie as far out as it. */
function middleOfFlat(run: readonly Sample[], axis: 'x' | 'y', at: number): number {
  const v = run[at]![axis];
  let [a, b] = [at, at];
  while (a > 0 && Math.abs(run[a - 1]![axis] - v) < LEVEL) a--;
  while (b < run.length - 1 && Math.abs(run[b + 1]![axis] - v) < LEVEL) b++;
  return (a + b) >> 1;
}
