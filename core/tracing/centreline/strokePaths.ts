import { angleBetweenDeg, type Vec } from '../../foundations/geometry/vec';
import type { Branch, Hub, Middle, StrokeGraph } from './chords';

/** The middle of one stroke of the pen as a run of places, px. */
export interface StrokePath {
  readonly closed: boolean;
  readonly middles: readonly Middle[];
  /** Middles of its ends where the pen was cut off square, at its first and last place; null for round, pointed and joined ends. */
  readonly squareEnds: readonly [Vec | null, Vec | null];
  /** Ends that meet nothing. */
  readonly freeEnds: number;
}

/** A side branch that reaches no further than this beyond the ink about its junction is the pen's edge, not a stroke. */
const SPUR_SHARE = 0.5;
const SPUR_PX = 1;
/** Junctions joined by a branch shorter than this many of their radii are one crossing. */
const CROSSING_SHARE = 1.3;
/** Branches that turn less than this at a junction are one stroke, degrees. */
const CONTINUE_DEG = 55;
/** Direction of a branch at a junction is read from this far on, in radii of the junction, and over so many. */
const READ_FROM = 1;
const READ_OVER = 2;

/** Triangles where the mesh skips samples look like strokes wider than the ink about them; a stroke is as wide somewhere. */
const WIDTH_SHARE = 0.7;
/** No pen is thinner than this, px. */
const LEAST_RADIUS_PX = 0.75;
/** Arms cross this near to where the pen turned, in pen radii, and the ways overlap over at most so many. */
const CORNER_SHARE = 0.8;
const STEM_SHARE = 5;

interface End {
  /** Junction the branch ends at; -1 = a free end. */
  hub: number;
  tip: Vec | null;
  /** Whether the ink ends in an edge across the stroke, of which the tip is the middle. */
  square?: boolean;
}

interface Limb {
  middles: Middle[];
  ends: [End, End];
}

interface Crossing {
  at: Vec;
  r: number;
}

/**
 * Strokes out of the graph of middles: spurs of the pen's edge pruned, junctions that belong together merged into
 * crossings, and branches that run on through a crossing in the same direction joined. A branch that has no continuation
 * ends on the stroke it meets.
 */
export function strokePaths(graph: StrokeGraph): StrokePath[] {
  const crossings = new Map<number, Crossing>();
  graph.hubs.forEach((hub, id) => hub.tip === null && crossings.set(id, { at: hub.at, r: hub.r }));
  const limbs = graph.branches.filter((b) => b.from >= 0).map((b) => limbOf(b, graph.hubs));
  const closed: StrokePath[] = graph.branches
    .filter((b) => b.from < 0)
    .map((b) => ({ closed: true, middles: b.middles, squareEnds: [null, null], freeEnds: 0 }));
  pruneSpurs(limbs, crossings, 0.1, 0.5);
  squareEnds(limbs, crossings);
  turnCorners(limbs, crossings);
  pruneSpurs(limbs, crossings, SPUR_SHARE, SPUR_PX);
  mergeCrossings(limbs, crossings);
  joinThrough(limbs, crossings);
  return [...closed, ...limbs.map(pathOf)].filter((s) =>
    s.middles.some((m) => graph.distanceToEdge(m) > Math.max(LEAST_RADIUS_PX, WIDTH_SHARE * m.r)),
  );
}

function pathOf(limb: Limb): StrokePath {
  const closed = limb.ends[0].hub === LOOP;
  const square = ({ tip, square }: End) => (square ? tip : null);
  return {
    closed,
    middles: closed ? limb.middles : withTrueEnds(limb),
    squareEnds: [square(limb.ends[0]), square(limb.ends[1])],
    freeEnds: limb.ends.filter((e) => e.tip !== null).length,
  };
}

/** The corners of a square end lie at least so far apart, in radii of its junction: a pen's width, less what noise takes off. */
const CORNERS_APART = 1.2;
/** The sharper corner of an end that is cut 25 degrees aslant reaches so far beyond its junction's circle, in its radii. */
const CORNER_REACH = 0.9;
/** An end is cut across its stroke within so much, degrees. */
const ACROSS_DEG = 40;

/**
 * Ends cut off square: the middles fork into both corners there. The fork goes, and the stroke runs on to the middle of the edge
 * between them.
 */
function squareEnds(limbs: Limb[], crossings: Map<number, Crossing>): void {
  for (const [hub, crossing] of [...crossings]) {
    const here = limbsAt(limbs, hub);
    const spurs = here.filter(
      ({ limb, side }) =>
        limb.ends[1 - side]!.tip !== null &&
        reachBeyond(limb, crossing) <= CORNER_REACH * crossing.r + SPUR_PX,
    );
    const stem = here.find((s) => !spurs.includes(s));
    if (here.length !== 3 || spurs.length !== 2 || !stem) continue;
    const [p, q] = spurs.map(({ limb, side }) => limb.ends[1 - side]!.tip!) as [Vec, Vec];
    if (Math.hypot(p.x - q.x, p.y - q.y) < CORNERS_APART * crossing.r) continue;
    const tip = { x: (p.x + q.x) / 2, y: (p.y + q.y) / 2 };
    const { out } = armOf(stem.limb, stem.side, crossing);
    const ahead = { x: tip.x - crossing.at.x, y: tip.y - crossing.at.y };
    if (angleBetweenDeg({ x: -out.x, y: -out.y }, ahead) > ACROSS_DEG) continue;
    for (const { limb } of spurs) remove(limbs, limb);
    stem.limb.ends[stem.side] = { hub: -1, tip, square: true };
    crossings.delete(hub);
  }
}

/** Marks a limb whose two ends were joined with each other. */
const LOOP = -2;

function limbOf({ from, to, middles }: Branch, hubs: ReadonlyMap<number, Hub>): Limb {
  const end = (id: number): End => {
    const hub = hubs.get(id)!;
    return hub.tip ? { hub: -1, tip: hub.tip } : { hub: id, tip: null };
  };
  return { middles: [...middles], ends: [end(from), end(to)] };
}

const limbLength = (limb: Limb): number => {
  let sum = 0;
  for (let i = 1; i < limb.middles.length; i++) {
    sum += Math.hypot(
      limb.middles[i]!.x - limb.middles[i - 1]!.x,
      limb.middles[i]!.y - limb.middles[i - 1]!.y,
    );
  }
  return sum;
};

/** How far a limb with one free end reaches beyond the circle of the junction it starts from. */
function reachBeyond(limb: Limb, crossing: Crossing): number {
  const tip = limb.ends[0].hub < 0 ? limb.ends[0].tip : limb.ends[1].tip;
  return tip ? Math.hypot(tip.x - crossing.at.x, tip.y - crossing.at.y) - crossing.r : Infinity;
}

const limbsAt = (limbs: readonly Limb[], hub: number): { limb: Limb; side: 0 | 1 }[] =>
  limbs.flatMap((limb) =>
    ([0, 1] as const).filter((side) => limb.ends[side].hub === hub).map((side) => ({ limb, side })),
  );

const remove = (limbs: Limb[], limb: Limb): void => void limbs.splice(limbs.indexOf(limb), 1);

/**
 * Where a pen turns back sharply, its two ways overlap: the middles meet before the turn and go on to it as one. When both
 * arms, carried on, cross where that stem ends, it is a corner: the stem goes and the arms are carried on to it.
 */
function turnCorners(limbs: Limb[], crossings: Map<number, Crossing>): void {
  for (const [hub, crossing] of [...crossings]) {
    const here = limbsAt(limbs, hub);
    const stems = here.filter(({ limb, side }) => limb.ends[1 - side]!.tip !== null);
    const inked = stems.filter((s) => reachBeyond(s.limb, crossing) > 0);
    for (const stem of inked.length > 0 ? inked : stems) {
      const arms = here.filter((s) => s !== stem && !(stems.includes(s) && !inked.includes(s)));
      if (arms.length !== 2 || arms[0]!.limb === arms[1]!.limb) continue;
      const [a, b] = arms.map(({ limb, side }) => armOf(limb, side, crossing)) as [Arm, Arm];
      const pen = a.limb.middles.length > 2 ? medianRadius(a) : crossing.r;
      const run = stem.side === 0 ? [...stem.limb.middles].reverse() : stem.limb.middles;
      const end = cutAtTip(run, stem.limb.ends[1 - stem.side]!.tip!)[0]!;
      if (angleBetweenDeg({ x: -a.out.x, y: -a.out.y }, b.out) < CONTINUE_DEG) continue;
      const at = armsCross(a, b);
      if (!at || Math.hypot(at.x - end.x, at.y - end.y) > CORNER_SHARE * pen + 1) continue;
      if (limbLength(stem.limb) > STEM_SHARE * pen) continue;
      clip(a, crossing);
      clip(b, crossing);
      for (const other of here) if (other !== arms[0] && other !== arms[1]) remove(limbs, other.limb);
      join(limbs, a, b, () => [{ ...at, r: pen, half: pen, corner: true }]);
      crossings.delete(hub);
      break;
    }
  }
}

function medianRadius({ limb, side }: Arm): number {
  const run = side === 0 ? limb.middles : [...limb.middles].reverse();
  const rs = run.map((m) => m.r).sort((p, q) => p - q);
  return rs[rs.length >> 1]!;
}

function armsCross(a: Arm, b: Arm): Vec | null {
  const det = a.out.x * b.out.y - a.out.y * b.out.x;
  if (Math.abs(det) < 0.1) return null;
  const t = ((b.at.x - a.at.x) * b.out.y - (b.at.y - a.at.y) * b.out.x) / det;
  return t < 0 ? { x: a.at.x + a.out.x * t, y: a.at.y + a.out.y * t } : null;
}

/** Takes off side branches that end within so much (a share of the junction's radius, and px) of its circle. */
function pruneSpurs(limbs: Limb[], crossings: Map<number, Crossing>, share: number, px: number): void {
  for (;;) {
    let worst: Limb | null = null;
    let least = Infinity;
    for (const limb of limbs) {
      const [a, b] = limb.ends;
      if (a.hub < 0 === b.hub < 0) continue;
      const crossing = crossings.get(Math.max(a.hub, b.hub))!;
      const beyond = reachBeyond(limb, crossing) - share * crossing.r - px;
      if (beyond < 0 && beyond < least) [worst, least] = [limb, beyond];
    }
    if (!worst) return;
    const hub = Math.max(worst.ends[0].hub, worst.ends[1].hub);
    remove(limbs, worst);
    dissolve(limbs, crossings, hub);
  }
}

/** A junction that is left with one or two limbs is none any more. */
function dissolve(limbs: Limb[], crossings: Map<number, Crossing>, hub: number): void {
  const left = limbsAt(limbs, hub);
  const crossing = crossings.get(hub)!;
  if (left.length === 1) {
    const { limb, side } = left[0]!;
    const end = side === 0 ? limb.middles[0]! : limb.middles[limb.middles.length - 1]!;
    const before =
      side === 0
        ? limb.middles[Math.min(3, limb.middles.length - 1)]!
        : limb.middles[Math.max(0, limb.middles.length - 4)]!;
    const out = { x: end.x - before.x, y: end.y - before.y };
    const size = Math.hypot(out.x, out.y) || 1;
    limb.ends[side] = {
      hub: -1,
      tip: { x: crossing.at.x + (out.x / size) * crossing.r, y: crossing.at.y + (out.y / size) * crossing.r },
    };
  } else if (left.length === 2) {
    join(limbs, left[0]!, left[1]!, null);
  } else return;
  crossings.delete(hub);
}

/** Two limb ends become one limb; `bridge` bends the gap between them, null leaves it as it is. */
function join(
  limbs: Limb[],
  a: { limb: Limb; side: 0 | 1 },
  b: { limb: Limb; side: 0 | 1 },
  bridge: ((p: Middle[], q: Middle[]) => Middle[]) | null,
): Limb {
  if (a.limb === b.limb) {
    const middles = a.limb.middles;
    if (bridge) middles.push(...bridge(middles, middles));
    a.limb.ends = [
      { hub: LOOP, tip: null },
      { hub: LOOP, tip: null },
    ];
    return a.limb;
  }
  // The first runs up to the junction, the second away from it.
  const first = a.side === 1 ? a.limb.middles : [...a.limb.middles].reverse();
  const second = b.side === 0 ? b.limb.middles : [...b.limb.middles].reverse();
  const ends: [End, End] = [a.limb.ends[a.side === 1 ? 0 : 1], b.limb.ends[b.side === 0 ? 1 : 0]];
  const joined: Limb = { middles: [...first, ...(bridge ? bridge(first, second) : []), ...second], ends };
  remove(limbs, a.limb);
  remove(limbs, b.limb);
  limbs.push(joined);
  return joined;
}

function mergeCrossings(limbs: Limb[], crossings: Map<number, Crossing>): void {
  for (;;) {
    const short = limbs.find((limb) => {
      const [a, b] = limb.ends.map((e) => e.hub) as [number, number];
      if (a < 0 || b < 0 || a === b) return false;
      return limbLength(limb) < CROSSING_SHARE * Math.max(crossings.get(a)!.r, crossings.get(b)!.r);
    });
    if (!short) return;
    const [keep, gone] = [short.ends[0].hub, short.ends[1].hub];
    const [p, q] = [crossings.get(keep)!, crossings.get(gone)!];
    crossings.set(keep, {
      at: { x: (p.at.x + q.at.x) / 2, y: (p.at.y + q.at.y) / 2 },
      r: Math.max(p.r, q.r) + Math.hypot(p.at.x - q.at.x, p.at.y - q.at.y) / 2,
    });
    crossings.delete(gone);
    remove(limbs, short);
    for (const { limb, side } of limbsAt(limbs, gone)) limb.ends[side] = { hub: keep, tip: null };
  }
}

/** Outward run of a limb from a junction, without what lies within the junction's ink. */
function outwardRun(limb: Limb, side: 0 | 1, crossing: Crossing): Middle[] {
  const run = side === 0 ? limb.middles : [...limb.middles].reverse();
  const start = run.findIndex(
    (m) => Math.hypot(m.x - crossing.at.x, m.y - crossing.at.y) > READ_FROM * crossing.r,
  );
  return start < 0 ? run.slice(-1) : run.slice(start);
}

interface Arm {
  limb: Limb;
  side: 0 | 1;
  /** Unit direction away from the junction, and where it was read. */
  out: Vec;
  at: Vec;
}

function armOf(limb: Limb, side: 0 | 1, crossing: Crossing): Arm {
  const run = outwardRun(limb, side, crossing);
  const first = run[0]!;
  const far = READ_OVER * crossing.r + 2;
  const last = run.find((m) => Math.hypot(m.x - first.x, m.y - first.y) > far) ?? run[run.length - 1]!;
  const [dx, dy] =
    last === first
      ? [first.x - crossing.at.x, first.y - crossing.at.y]
      : [last.x - first.x, last.y - first.y];
  const size = Math.hypot(dx, dy) || 1;
  return { limb, side, out: { x: dx / size, y: dy / size }, at: first };
}

function joinThrough(limbs: Limb[], crossings: Map<number, Crossing>): void {
  for (const [hub, crossing] of crossings) {
    const through: Limb[] = [];
    for (;;) {
      const arms = limbsAt(limbs, hub).map(({ limb, side }) => armOf(limb, side, crossing));
      const pair = straightest(arms);
      if (!pair) break;
      for (const arm of pair) clip(arm, crossing);
      const joined = join(limbs, pair[0], pair[1], (p, q) => bridge(p, q));
      through.push(joined);
    }
    for (const { limb, side } of limbsAt(limbs, hub)) {
      const arm = armOf(limb, side, crossing);
      clip(arm, crossing);
      const meets = meeting(arm, through, crossing);
      const end = side === 0 ? limb.middles[0]! : limb.middles[limb.middles.length - 1]!;
      const place: Middle = { ...end, x: meets.x, y: meets.y };
      if (side === 0) limb.middles.unshift(place);
      else limb.middles.push(place);
      limb.ends[side] = { hub: -1, tip: null };
    }
  }
}

/** The two arms that go on through the junction with the least turn; null when all turn. */
function straightest(arms: readonly Arm[]): [Arm, Arm] | null {
  let best: [Arm, Arm] | null = null;
  let least = CONTINUE_DEG;
  arms.forEach((a, i) => {
    arms.slice(i + 1).forEach((b) => {
      const across = { x: b.at.x - a.at.x, y: b.at.y - a.at.y };
      // Both must head for each other, not merely lie in parallel.
      const turn = Math.max(
        angleBetweenDeg({ x: -a.out.x, y: -a.out.y }, b.out),
        angleBetweenDeg({ x: -a.out.x, y: -a.out.y }, across),
        angleBetweenDeg(b.out, across),
      );
      if (turn < least) {
        least = turn;
        best = [a, b];
      }
    });
  });
  return best;
}

/** Takes off what lies within the junction's ink, where the middle is drawn aside. */
function clip({ limb, side }: Arm, crossing: Crossing): void {
  const run = outwardRun(limb, side, crossing);
  limb.middles = side === 0 ? run : [...run].reverse();
}

/** A smooth run from the end of one to the start of the other, half a px apart (Hermite's cubic, tangents of their length apart). */
function bridge(p: readonly Middle[], q: readonly Middle[]): Middle[] {
  const a = p[p.length - 1]!;
  const b = q[0]!;
  const gap = Math.hypot(b.x - a.x, b.y - a.y);
  const towards = (m: Middle, n: Middle) => {
    const size = Math.hypot(n.x - m.x, n.y - m.y) || 1;
    return { x: ((n.x - m.x) / size) * gap, y: ((n.y - m.y) / size) * gap };
  };
  const da = towards(p[Math.max(0, p.length - 8)]!, a);
  const db = towards(b, q[Math.min(q.length - 1, 7)]!);
  const count = Math.max(0, Math.round(gap / 0.5) - 1);
  return Array.from({ length: count }, (_, k) => {
    const t = (k + 1) / (count + 1);
    const [h0, h1, h2, h3] = [
      2 * t ** 3 - 3 * t * t + 1,
      t ** 3 - 2 * t * t + t,
      3 * t * t - 2 * t ** 3,
      t ** 3 - t * t,
    ];
    return {
      x: h0 * a.x + h1 * da.x + h2 * b.x + h3 * db.x,
      y: h0 * a.y + h1 * da.y + h2 * b.y + h3 * db.y,
      r: a.r + (b.r - a.r) * t,
      half: a.half + (b.half - a.half) * t,
    };
  });
}

/** Where an arm, carried on, comes nearest to a stroke that runs through; the junction's middle when none does. */
function meeting(arm: Arm, through: readonly Limb[], crossing: Crossing): Vec {
  let best: Vec = crossing.at;
  let least = Infinity;
  for (const { middles } of through) {
    for (const m of middles) {
      if (Math.hypot(m.x - crossing.at.x, m.y - crossing.at.y) > 2 * crossing.r) continue;
      const [x, y] = [m.x - arm.at.x, m.y - arm.at.y];
      const off = Math.abs(x * arm.out.y - y * arm.out.x);
      if (off < least && x * arm.out.x + y * arm.out.y < 0) [best, least] = [m, off];
    }
  }
  return best;
}

/**
 * Free ends cut back to where a pen of the stroke's width has to stop so that its edge reaches the ink's tip: the place as
 * far from the tip as half of its chord. Of a pointed stroke that is the tip itself.
 */
function withTrueEnds(limb: Limb): Middle[] {
  let middles = limb.middles;
  for (const side of [1, 0] as const) {
    const { tip } = limb.ends[side];
    if (!tip) continue;
    const run = side === 0 ? middles : [...middles].reverse();
    const cut = cutAtTip(run, tip);
    middles = side === 0 ? cut : [...cut].reverse();
  }
  return middles;
}

function cutAtTip(run: readonly Middle[], tip: Vec): Middle[] {
  const away = run.map((m) => Math.hypot(m.x - tip.x, m.y - tip.y));
  const k = run.findIndex((m, i) => m.half <= away[i]!);
  if (k < 0) return [run[run.length - 1]!];
  if (k === 0) return [...run];
  // Between the last place too near and the first far enough, by their differences.
  const [a, b] = [run[k - 1]!, run[k]!];
  const [da, db] = [a.half - away[k - 1]!, b.half - away[k]!];
  const t = da / (da - db || 1);
  const mix = (p: number, q: number) => p + (q - p) * t;
  return [{ x: mix(a.x, b.x), y: mix(a.y, b.y), r: b.r, half: b.half }, ...run.slice(k)];
}
