import { nth } from '../../foundations/lists/nth';
import { isLine, segmentAt, type Contour, type Node } from '../../foundations/geometry/contour';
import { cubicLength, splitCubic } from '../../foundations/geometry/cubic';
import { contourArea, contoursBox, unionBox, type Box } from '../../foundations/geometry/measure';
import { distance, type Vec } from '../../foundations/geometry/vec';
import { crossesHalfWay } from './halfWay';
import { after, before } from './edges';
import { startAt } from './points';

/** Drawings of one letter whose points correspond, in the order they were given; or why they can't. */
export type Agreed =
  | { readonly drawings: readonly (readonly Contour[])[] }
  | { readonly reason: 'contours' | 'crosses half way' };

/** How contours and points are matched: by their places, or by the order in which they were drawn and the points that they begin with. */
interface Matching {
  readonly contours: 'by place' | 'by order';
  readonly start: 'by place' | 'as begun';
}

/** Places first: how drawings were begun is chance until somebody matches them by it. */
const MATCHINGS: readonly Matching[] = [
  { contours: 'by place', start: 'by place' },
  { contours: 'by place', start: 'as begun' },
  { contours: 'by order', start: 'by place' },
  { contours: 'by order', start: 'as begun' },
];

/**
 * Drawings made to agree: the same contours, and in each the same points in the same order, straights where all have straights. No drawing
 * changes its shape: points that one has and another lacks are put on the other's curve at the same share of the way between points
 * that correspond. Which do is found by the cheapest order-keeping matching of places and directions, each drawing in its own box; where what
 * lies between would cross itself, by the order of contours and the points that they begin with, so that it can be set by hand.
 * The first drawing is what the others are matched with. Closed contours, em units.
 */
export function agreedContours(drawings: readonly (readonly Contour[])[]): Agreed {
  const [first] = drawings;
  if (!first) return { drawings: [] };
  if (drawings.some((d) => d.length !== first.length)) return { reason: 'contours' };
  for (const matching of MATCHINGS) {
    const made = matchedBy(drawings, first, matching);
    if (!crossesHalfWay(made)) return { drawings: made };
  }
  return { reason: 'crosses half way' };
}

function matchedBy(
  drawings: readonly (readonly Contour[])[],
  first: readonly Contour[],
  { contours, start }: Matching,
): Contour[][] {
  let agreed: (readonly Contour[])[] = [first];
  for (const other of drawings.slice(1))
    agreed = withOne(agreed, contours === 'by place' ? pairedContours(first, other) : other, start);
  return sameKinds(agreed);
}

/** Places within a box, so that wide and narrow drawings can be compared. */
const inBox = (p: Vec, b: Box): Vec => ({
  x: (p.x - b.xMin) / Math.max(1, b.xMax - b.xMin),
  y: (p.y - b.yMin) / Math.max(1, b.yMax - b.yMin),
});

const middleOf = (c: Contour, whole: Box): Vec => {
  const b = contoursBox([c]) ?? whole;
  return inBox({ x: (b.xMin + b.xMax) / 2, y: (b.yMin + b.yMax) / 2 }, whole);
};

/** The contours of a drawing in the order of another's: the nearest by their middles, of the same direction. */
function pairedContours(a: readonly Contour[], b: readonly Contour[]): Contour[] {
  const boxOf = (cs: readonly Contour[]) =>
    cs.reduce<Box | null>((box, c) => unionBox(box, contoursBox([c])), null);
  const [boxA, boxB] = [boxOf(a), boxOf(b)];
  if (!boxA || !boxB) return [];
  const left = new Set(b);
  return a.map((c) => {
    const at = middleOf(c, boxA);
    const cost = (d: Contour) =>
      distance(at, middleOf(d, boxB)) + (Math.sign(contourArea(c)) === Math.sign(contourArea(d)) ? 0 : 10);
    const best = [...left].reduce((x, y) => (cost(y) < cost(x) ? y : x));
    left.delete(best);
    return best;
  });
}

/** A drawing taken in among those that agree already; whatever points it has besides are put into them too. */
function withOne(
  agreed: readonly (readonly Contour[])[],
  other: readonly Contour[],
  start: Matching['start'],
): (readonly Contour[])[] {
  const made: Contour[][] = [...agreed, other].map(() => []);
  other.forEach((c, k) => {
    const versions = agreed.map((d) => nth(d, k));
    matched(versions, c, start).forEach((version, m) => nth(made, m).push(version));
  });
  return made;
}

/** How two directions at nodes differ, 0 (the same) to 1 (opposite). */
function turnCost(a: Vec, b: Vec): number {
  return (1 - (a.x * b.x + a.y * b.y)) / 2;
}

interface Feature {
  readonly at: Vec;
  /** Directions of arriving and leaving, of length 1. */
  readonly arriving: Vec;
  readonly leaving: Vec;
}

function featuresOf(c: Contour, box: Box): Feature[] {
  const way = (from: Vec, to: Vec): Vec => {
    const d = { x: to.x - from.x, y: to.y - from.y };
    const size = Math.hypot(d.x, d.y) || 1;
    return { x: d.x / size, y: d.y / size };
  };
  return c.nodes.map((n, i) => ({
    at: inBox(n, box),
    arriving: way(n.in ?? nth(c.nodes, before(c, i)).out ?? nth(c.nodes, before(c, i)), n),
    leaving: way(n, n.out ?? nth(c.nodes, after(c, i)).in ?? nth(c.nodes, after(c, i))),
  }));
}

const EMPTY: Box = { xMin: 0, yMin: 0, xMax: 1, yMax: 1 };
/** What leaving a point without a partner costs, beside a matching of points that lie a tenth of the box apart. */
const ALONE = 0.05;

function matchCost(a: Feature, b: Feature): number {
  const d = distance(a.at, b.at);
  return 2 * d * d + 0.15 * (turnCost(a.arriving, b.arriving) + turnCost(a.leaving, b.leaving));
}

/** Versions of a contour that agree, and another brought to agree with them. Returns all, the other last. */
function matched(versions: readonly Contour[], other: Contour, start: Matching['start']): Contour[] {
  const lead = nth(versions, 0);
  const a = featuresOf(lead, contoursBox([lead]) ?? EMPTY);
  const b = featuresOf(other, contoursBox([other]) ?? EMPTY);
  const [i0, j0] = start === 'by place' ? surestPair(a, b) : ([0, 0] as const);
  const turned = (list: readonly Feature[], by: number) => [...list.slice(by), ...list.slice(0, by)];
  // Begun alike and with as many points, all are meant to correspond.
  const alike = start === 'as begun' && a.length === b.length;
  const pairs = alike ? a.map((_, i): [number, number] => [i, i]) : alignment(turned(a, i0), turned(b, j0));
  const all = [...versions.map((c) => startAt(c, i0)), startAt(other, j0)];
  return filled(all, pairs);
}

function surestPair(a: readonly Feature[], b: readonly Feature[]): [number, number] {
  let best: [number, number] = [0, 0];
  let least = Infinity;
  a.forEach((fa, i) =>
    b.forEach((fb, j) => {
      const cost = matchCost(fa, fb);
      if (cost < least) [least, best] = [cost, [i, j]];
    }),
  );
  return best;
}

/** Pairs of corresponding points, ascending in both, the first of each with each other (dynamic programming). */
function alignment(a: readonly Feature[], b: readonly Feature[]): [number, number][] {
  const [n, m] = [a.length, b.length];
  const cost = Array.from({ length: n + 1 }, () => new Float64Array(m + 1).fill(Infinity));
  nth(cost, 1)[1] = 0;
  for (let i = 1; i <= n; i++)
    for (let j = 1; j <= m; j++) {
      if (i === 1 && j === 1) continue;
      const both =
        i > 1 && j > 1 ? nth(nth(cost, i - 1), j - 1) + matchCost(nth(a, i - 1), nth(b, j - 1)) : Infinity;
      nth(cost, i)[j] = Math.min(both, nth(nth(cost, i - 1), j) + ALONE, nth(nth(cost, i), j - 1) + ALONE);
    }
  const pairs: [number, number][] = [];
  let [i, j] = [n, m];
  while (i > 1 || j > 1) {
    const here = nth(nth(cost, i), j);
    if (i > 1 && j > 1 && here === nth(nth(cost, i - 1), j - 1) + matchCost(nth(a, i - 1), nth(b, j - 1)))
      pairs.push([--i, --j]);
    else if (i > 1 && here === nth(nth(cost, i - 1), j) + ALONE) i--;
    else j--;
  }
  return [[0, 0], ...pairs.reverse()];
}

/** Where points lie along a stretch of a contour, as shares of its length; ends not among them. */
function shares(c: Contour, from: number, to: number): number[] {
  const lengths = Array.from({ length: to - from }, (_, k) => cubicLength(segmentAt(c, from + k)));
  const whole = lengths.reduce((x, y) => x + y, 0) || 1;
  let run = 0;
  return lengths.slice(0, -1).map((l) => (run += l) / whole);
}

/** Two points nearer than this share of the way between their neighbours are one. */
const SAME_SHARE = 1e-6;

/** All versions with the points that any of the two structures has. `pairs`: node of the versions before the last, node of the last. */
function filled(all: readonly Contour[], pairs: readonly [number, number][]): Contour[] {
  const last = all.length - 1;
  const made: Node[][] = all.map(() => []);
  pairs.forEach(([i, j], k) => {
    const [endI, endJ] = pairs[k + 1] ?? [nth(all, 0).nodes.length, nth(all, last).nodes.length];
    const [own, others] = [shares(nth(all, 0), i, endI), shares(nth(all, last), j, endJ)];
    const missing = others.filter((s) => !own.some((o) => Math.abs(o - s) < SAME_SHARE));
    const more = own.filter((s) => !others.some((o) => Math.abs(o - s) < SAME_SHARE));
    all.forEach((c, m) => {
      const stretch = m === last ? withShares(c, j, endJ, more) : withShares(c, i, endI, missing, own);
      join(nth(made, m), stretch);
    });
  });
  return all.map((c, m) => {
    const nodes = nth(made, m);
    const end = nth(nodes, nodes.length - 1);
    nodes.pop();
    nodes[0] = { ...nth(nodes, 0), in: end.in };
    return { ...c, nodes };
  });
}

/** A stretch's nodes behind those that are there; it begins where they end. */
function join(nodes: Node[], stretch: readonly Node[]): void {
  const end = nodes.pop();
  const first = nth(stretch, 0);
  nodes.push(end ? { ...first, in: end.in } : first, ...stretch.slice(1));
}

/**
 * Nodes of a stretch, both ends included, with one more at each share of its way. `known`: the shares of the points that it has, where
 * another version's count (versions that agree are cut at the same place between the same points).
 */
function withShares(
  c: Contour,
  from: number,
  to: number,
  more: readonly number[],
  known: readonly number[] = shares(c, from, to),
): Node[] {
  const ends = [0, ...known, 1];
  const nodes: Node[] = [{ ...nth(c.nodes, from) }];
  for (let k = 0; k + 1 < ends.length; k++) {
    const [low, high] = [nth(ends, k), nth(ends, k + 1)];
    const own = more.filter((s) => s > low && s < high).map((s) => (s - low) / (high - low));
    join(nodes, cutSegment(c, from + k, own));
  }
  return nodes;
}

/** The nodes of one segment, cut at parameters. */
function cutSegment(c: Contour, i: number, cuts: readonly number[]): Node[] {
  const [a, b] = [nth(c.nodes, i), nth(c.nodes, (i + 1) % c.nodes.length)];
  const straight = isLine(c, i);
  const nodes: Node[] = [{ ...a }];
  let [rest, done] = [segmentAt(c, i), 0];
  for (const t of cuts) {
    const [left, right] = splitCubic(rest, (t - done) / (1 - done));
    const at = { x: left.p3.x, y: left.p3.y };
    const end = nth(nodes, nodes.length - 1);
    if (!straight) nodes[nodes.length - 1] = { ...end, out: left.p1 };
    nodes.push({
      ...at,
      in: straight ? null : left.p2,
      out: straight ? null : right.p1,
      kind: straight ? 'corner' : 'smooth',
    });
    [rest, done] = [right, t];
  }
  const end = nth(nodes, nodes.length - 1);
  if (!straight && cuts.length > 0) nodes[nodes.length - 1] = { ...end, out: rest.p1 };
  nodes.push({ ...b, in: straight ? null : cuts.length > 0 ? rest.p2 : b.in });
  return nodes;
}

/** Segments that are curves in any drawing have handles in all: a straight is a curve whose handles lie on it. */
function sameKinds(drawings: readonly (readonly Contour[])[]): Contour[][] {
  return drawings.map((d) =>
    d.map((c, k) => {
      const curved = c.nodes.map((_, i) => drawings.some((o) => !isLine(nth(o, k), i)));
      const nodes = c.nodes.map((n, i) => {
        const [s, back] = [segmentAt(c, i), segmentAt(c, before(c, i))];
        return {
          ...n,
          in: curved[before(c, i)] ? { x: back.p2.x, y: back.p2.y } : null,
          out: curved[i] ? { x: s.p1.x, y: s.p1.y } : null,
        };
      });
      return { ...c, nodes };
    }),
  );
}
