import { isLine, segmentAt, type Contour, type Node } from '../../foundations/geometry/contour';
import { cubicDerivative, type Cubic } from '../../foundations/geometry/cubic';
import { fitCubic } from '../../foundations/geometry/fitCubic';
import { contoursBox } from '../../foundations/geometry/measure';
import { angleBetweenDeg, distance, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { greatestDeviation } from './deviation';
import { arriving, leaving } from './edges';
import {
  along,
  breakPlaces,
  extremesOf,
  isStraight,
  lowestPlace,
  sampled,
  straightRuns,
  type Sample,
} from './landmarks';

export interface SimplifySettings {
  /** Greatest distance the new outline may lie from the old one, same unit as the contours (em units: u). */
  readonly tolerance: number;
  /** A turn sharper than this stays a corner, degrees. */
  readonly cornerDeg: number;
}

const defaultSimplify: SimplifySettings = { tolerance: 2, cornerDeg: 35 };

/** Candidates for points in a stretch between two corners. */
const MOST_PLACES = 32;

/**
 * The same shape with as few points as the tolerance allows: corners and straights stay, every extreme has a point, joins are
 * smooth; curves by least squares, points by dynamic programming over places along the old outline. Stretches that would not
 * lose a point stay as they are, and so do locked ones. The result never lies further than `tolerance` from the old outline
 * (measured both ways); when that can't be had the contour comes back unchanged.
 */
export function simplify(c: Contour, settings: SimplifySettings = defaultSimplify): Contour {
  if (c.nodes.length < 3) return c;
  for (const share of [0.92, 0.7, 0.5, 0.3]) {
    const made = attempt(c, { ...settings, tolerance: settings.tolerance * share });
    // A narrower tolerance can't spare more points.
    if (made.nodes.length >= c.nodes.length) return c;
    if (greatestDeviation([c], [made]) <= settings.tolerance * 0.995) return made;
  }
  return c;
}

function attempt(c: Contour, settings: SimplifySettings): Contour {
  const box = contoursBox([c])!;
  const size = Math.hypot(box.xMax - box.xMin, box.yMax - box.yMin);
  const ring = sampled(c, Math.max(size / 900, settings.tolerance / 4));
  const reach = Math.max(2.5 * settings.tolerance, size / 120);
  const corners = breakPlaces(c, ring, reach, settings.cornerDeg);
  const straights = straightRuns(c, ring, reach, settings.tolerance);
  const breaks = [...new Set([...corners, ...straights.flatMap((r) => [r.from, r.to])])].sort(
    (a, b) => a - b,
  );
  if (breaks.length === 0) breaks.push(lowestPlace(ring));
  const n = ring.length;
  // A curve that ends at a straight runs out in its direction, unless the two meet in a corner.
  const ways = new Map<number, Vec>();
  for (const r of straights) for (const i of [r.from, r.to]) if (!corners.includes(i)) ways.set(i, r.way);
  const nodes: Node[] = [];
  const stretches: [number, number][] = c.closed
    ? breaks.map((b, k) => [b, breaks[(k + 1) % breaks.length]!])
    : breaks.slice(0, -1).map((b, k) => [b, breaks[k + 1]!]);
  for (const [from, to] of stretches) {
    const count = c.closed ? ((((to - from - 1) % n) + n) % n) + 1 : to - from;
    const run = Array.from({ length: count + 1 }, (_, k) => ring[(from + k) % n]!);
    const ends = { first: ways.get(from) ?? null, last: ways.get(to) ?? null };
    appendRun(nodes, remade(c, run, reach, settings, ends));
  }
  if (c.closed) {
    // The last node is the first one again.
    const last = nodes.pop()!;
    nodes[0] = joined(last, nodes[0]!);
  }
  const made: Contour = { ...c, nodes };
  const old = new Set(c.nodes);
  return { ...made, nodes: nodes.map((node, i) => (old.has(node) ? node : withTrueKind(made, i))) };
}

const joined = (end: Node, start: Node): Node => ({ ...start, in: end.in });

/** What a node is by the directions of the segments beside it. */
function withTrueKind(c: Contour, i: number): Node {
  const n = c.nodes[i]!;
  const [a, b] = [arriving(c, i), leaving(c, i)];
  if (!a || !b || angleBetweenDeg(a, b) > 2) return n.kind === 'corner' ? n : { ...n, kind: 'corner' };
  const kind = n.in && n.out ? 'smooth' : n.in || n.out ? 'tangent' : 'corner';
  return n.kind === kind ? n : { ...n, kind };
}

function appendRun(nodes: Node[], run: readonly Node[]): void {
  const end = nodes.pop();
  nodes.push(end ? joined(end, run[0]!) : run[0]!, ...run.slice(1));
}

interface Place {
  readonly at: number;
  readonly extreme: 'x' | 'y' | null;
}

/** Directions at a run's ends where a straight goes on there. */
interface EndWays {
  readonly first: Vec | null;
  readonly last: Vec | null;
}

/** The stretch between two breaks, made anew or left as it was. */
function remade(
  c: Contour,
  run: readonly Sample[],
  reach: number,
  { tolerance }: SimplifySettings,
  ends: EndWays,
): Node[] {
  const whole = c.closed && run[0] === run[run.length - 1];
  const old = whole ? [...c.nodes, c.nodes[0]!] : oldNodes(c, run);
  const lockedRun = run[0]!.node >= 0 && c.nodes[run[0]!.node]!.locked === true;
  if (lockedRun || old.length < 2) return old;
  if (!whole && isStraight(run, tolerance)) {
    if (old.length === 2 && isOldLine(c, run)) return old;
    return [bareEnd(run[0]!), bareEnd(run[run.length - 1]!)];
  }
  if (old.length === 2) return old;
  const places = candidatePlaces(run, reach);
  const made = bestCurves(c, run, places, reach, tolerance, whole, ends);
  return made && made.length < old.length ? made : old;
}

const bareEnd = ({ x, y }: Vec): Node => ({ x, y, in: null, out: null, kind: 'corner' });

const isOldLine = (c: Contour, run: readonly Sample[]) => isLine(c, run[0]!.segment);

/** The run's own nodes with their handles, the ends with only those that point inward. */
function oldNodes(c: Contour, run: readonly Sample[]): Node[] {
  const last = run.length - 1;
  const picked = run.flatMap((p, k) => (p.node >= 0 ? [{ node: c.nodes[p.node]!, k }] : []));
  const nodes = picked.map(({ node, k }): Node => {
    if (k === 0) return { ...node, in: null };
    return k === last ? { ...node, out: null } : node;
  });
  return nodes;
}

function candidatePlaces(run: readonly Sample[], reach: number): Place[] {
  const last = run.length - 1;
  const found = new Map<number, Place['extreme']>();
  for (const axis of ['x', 'y'] as const) for (const i of extremesOf(run, axis, reach)) found.set(i, axis);
  const lengths = [0];
  for (let i = 1; i <= last; i++) lengths.push(lengths[i - 1]! + distance(run[i - 1]!, run[i]!));
  const total = lengths[last]!;
  const even = Math.max(4, Math.min(MOST_PLACES, Math.round(total / (1.5 * reach))));
  const taken = (i: number) =>
    [...found.keys()].some((k) => Math.abs(lengths[k]! - lengths[i]!) < total / even / 2);
  let i = 0;
  for (let k = 1; k < even; k++) {
    while (i < last && lengths[i]! < (k * total) / even) i++;
    if (i > 0 && i < last && !taken(i)) found.set(i, null);
  }
  const inner = [...found].map(([at, extreme]): Place => ({ at, extreme }));
  return [{ at: 0, extreme: null }, ...inner.sort((a, b) => a.at - b.at), { at: last, extreme: null }];
}

function bestCurves(
  c: Contour,
  run: readonly Sample[],
  places: readonly Place[],
  reach: number,
  tolerance: number,
  whole: boolean,
  ends: EndWays,
): Node[] | null {
  const last = places.length - 1;
  const ways = places.map((p, k) => {
    if (k === 0 && ends.first) return { out: ends.first, in: ends.first };
    if (k === last && ends.last) return { out: ends.last, in: scale(ends.last, -1) };
    return wayAt(c, run, p, k, last, reach, whole);
  });
  const fits = new Map<number, { cubic: Cubic; off: number } | null>();
  const fit = (i: number, j: number) => {
    const key = i * 1000 + j;
    if (!fits.has(key))
      fits.set(key, tryCurve(run, places[i]!.at, places[j]!.at, ways[i]!.out, ways[j]!.in, tolerance));
    return fits.get(key)!;
  };
  const cost = new Float64Array(last + 1).fill(Infinity);
  const from = new Int32Array(last + 1).fill(-1);
  cost[0] = 0;
  for (let j = 1; j <= last; j++) {
    // From the furthest place that a curve can come from: nearer ones are asked only while they might be better.
    let barrier = j - 1;
    while (barrier > 0 && places[barrier]!.extreme === null) barrier--;
    const first = furthest(barrier, j, (i) => fit(i, j) !== null);
    for (let i = first; i < j; i++) {
      if (cost[i]! + 1 >= cost[j]!) continue;
      const made = fit(i, j);
      if (!made) continue;
      const sum = cost[i]! + 1 + 0.2 * (made.off / tolerance) ** 2;
      if (sum < cost[j]!) {
        cost[j] = sum;
        from[j] = i;
      }
    }
  }
  if (from[last]! < 0) return null;
  const way: number[] = [last];
  while (way[0]! > 0) way.unshift(from[way[0]!]!);
  const nodes: Node[] = [];
  way.slice(0, -1).forEach((i, k) => {
    const { cubic } = fit(i, way[k + 1]!)!;
    const out = { x: cubic.p1.x, y: cubic.p1.y };
    if (k === 0) nodes.push({ x: cubic.p0.x, y: cubic.p0.y, in: null, out, kind: 'corner' });
    else nodes[nodes.length - 1] = { ...nodes[nodes.length - 1]!, out };
    nodes.push({
      x: cubic.p3.x,
      y: cubic.p3.y,
      in: { x: cubic.p2.x, y: cubic.p2.y },
      out: null,
      kind: 'smooth',
    });
  });
  return nodes;
}

/** The first place from `least` on that works, taking it that all after one that works do too; at the latest the one before `j`. */
function furthest(least: number, j: number, works: (i: number) => boolean): number {
  let [low, high] = [least, j - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (works(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Directions at a candidate: out of it, and back into the curve before it (pointing backwards). */
function wayAt(
  c: Contour,
  run: readonly Sample[],
  place: Place,
  k: number,
  last: number,
  reach: number,
  whole: boolean,
): { out: Vec; in: Vec } {
  const through = (d: Vec) => ({ out: d, in: scale(d, -1) });
  const i = place.at;
  // A round form begins and ends at its lowest place.
  if (whole && (k === 0 || k === last)) {
    const ahead = sub(along(run, 0, reach, false), along(run, run.length - 1, -reach, false));
    return through({ x: Math.sign(ahead.x) || 1, y: 0 });
  }
  if (place.extreme) {
    const a = along(run, i, -reach, false);
    const b = along(run, i, reach, false);
    const way = sub(b, a);
    return through(
      place.extreme === 'x' ? { x: 0, y: Math.sign(way.y) || 1 } : { x: Math.sign(way.x) || 1, y: 0 },
    );
  }
  if (k === 0 || k === last) return endWay(c, run, k === 0, reach);
  return through(unit(sub(along(run, i, reach, false), along(run, i, -reach, false))));
}

/** Direction at an end of the run: of the old curve where that is long enough to be believed, else read from the places. */
function endWay(c: Contour, run: readonly Sample[], first: boolean, reach: number): { out: Vec; in: Vec } {
  const end = first ? run[0]! : run[run.length - 1]!;
  const beside = first ? run[1]! : run[run.length - 2]!;
  const s = segmentAt(c, first ? end.segment : beside.segment);
  let d: Vec;
  if (distance(s.p0, s.p3) > 3 * reach) {
    const back = first ? cubicDerivative(s, 0.002) : scale(cubicDerivative(s, 0.998), -1);
    d = unit(back);
  } else {
    const i = first ? 0 : run.length - 1;
    const [near, far] = [1, 2].map((k) => along(run, i, (first ? 1 : -1) * k * reach, false)) as [Vec, Vec];
    // The parabola's tangent through the end and two places.
    d = unit(sub(scale(sub(near, end), 4), sub(far, end)));
  }
  return { out: d, in: d };
}

/** A curve over the places between; null when it leaves them by more than the tolerance. */
function tryCurve(
  run: readonly Sample[],
  a: number,
  b: number,
  out: Vec,
  back: Vec,
  tolerance: number,
): { cubic: Cubic; off: number } | null {
  const inner: Sample[] = [];
  const step = Math.max(1, Math.floor((b - a) / 28));
  for (let i = a + 1; i < b; i += step) inner.push(run[i]!);
  const { cubic, maxOff } = fitCubic(
    bareEnd(run[a]!),
    out,
    back,
    bareEnd(run[b]!),
    Float64Array.from(inner, (p) => p.x),
    Float64Array.from(inner, (p) => p.y),
  );
  return maxOff <= tolerance ? { cubic, off: maxOff } : null;
}
