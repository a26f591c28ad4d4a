import { distance, type Vec } from '../../foundations/geometry/vec';
import type { Corner } from './corners';
import { findExtremes } from './extremes';
import { ringPoint, wrap, type EvenRing, type Line } from './path';
import type { RingSums } from './ringSums';
import { findStraights, type Straight } from './straights';

/**
 * A place on the ring where one segment ends and the next begins. `index` counts samples on from the first
 * joint and doesn't wrap. `line` is the straight that starts here, if the next segment is one.
 */
export interface Joint {
  readonly index: number;
  readonly point: Vec;
  readonly kind: 'corner' | 'smooth' | 'tangent';
  /** Unit direction of the outline here, where it is known: along a straight, level or upright at an extreme. */
  readonly direction: Vec | null;
  readonly line: Line | null;
}

/** A straight that ends this near to a corner runs into it, px. */
const CORNER_REACH_PX = 3.2;
/** Two straights with no more than this between them meet in a point, px. */
const STRAIGHTS_MEET_PX = 1.6;
/** The point where straights meet lies this near to the outline, px: at flat angles it may lie anywhere. */
const MEETING_PX = 4;

function onLine(line: Line, p: Vec): Vec {
  const t = (p.x - line.x) * line.dx + (p.y - line.y) * line.dy;
  return { x: line.x + line.dx * t, y: line.y + line.dy * t };
}

function crossing(a: Line, b: Line): Vec | null {
  const det = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(det) < 0.02) return null;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / det;
  return { x: a.x + a.dx * t, y: a.y + a.dy * t };
}

/** Sample with the strongest bend: a fair place to open a ring that has no corner, as no straight contains it. */
function sharpestBend(r: EvenRing): number {
  const reach = Math.max(2, Math.round(2.5 / r.step));
  let best = 0;
  let bestTurn = -1;
  for (let i = 0; i < r.n; i++) {
    const [a, b, c] = [ringPoint(r, i - reach), ringPoint(r, i), ringPoint(r, i + reach)];
    const turn = Math.abs((b.x - a.x) * (c.y - b.y) - (b.y - a.y) * (c.x - b.x));
    if (turn > bestTurn) {
      bestTurn = turn;
      best = i;
    }
  }
  return best;
}

export interface Limits {
  readonly sigmaPx: number;
  readonly prominencePx: number;
}

/**
 * All joints of a ring in order, from its corners, straights and extremes; what lies between two joints is one
 * smooth curve (or a straight). `r` is the ring with its noise averaged out, `sums` those of the ring as it was read.
 * The first joint is repeated at the end, one turn on.
 */
export function findJoints(r: EvenRing, sums: RingSums, corners: readonly Corner[], limits: Limits): Joint[] {
  const joints: Joint[] = [];
  if (corners.length === 0) {
    const start = sharpestBend(r);
    joints.push(...smoothJoints(r, sums, start, start + r.n, limits));
  } else {
    corners.forEach((corner, k) => {
      const next = corners[(k + 1) % corners.length]!;
      const end = next.index + (k + 1 === corners.length ? r.n : 0);
      joints.push(...sectionJoints(r, sums, corner, { ...next, index: end }, limits));
    });
    settleCorners(joints);
  }
  const first = joints[0];
  return first ? [...joints, { ...first, index: first.index + r.n }] : joints;
}

/**
 * Joints of an open run from its first corner (where it begins) to its last (where it ends). `r` is a run in the form of a
 * ring, `sums` its sums; nothing is read across its ends.
 */
export function openJoints(r: EvenRing, sums: RingSums, corners: readonly Corner[]): Joint[] {
  const joints = corners
    .slice(0, -1)
    .flatMap((corner, k) =>
      sectionJoints(r, sums, corner, corners[k + 1]!, { sigmaPx: 0.1, prominencePx: 0.5 }),
    );
  const last = corners[corners.length - 1]!;
  return [...joints, { index: last.index, point: last.point, kind: 'corner', direction: null, line: null }];
}

/** Joints of a section from one corner up to, but without, the next. */
function sectionJoints(r: EvenRing, sums: RingSums, from: Corner, to: Corner, limits: Limits): Joint[] {
  const reach = Math.round(CORNER_REACH_PX / r.step);
  const inset = Math.round(1 / r.step);
  if ((to.index - from.index) * r.step <= CUT_PX) return [cutJoint(from, to)];
  const found = findStraights(sums, from.index + inset, to.index - inset, limits.sigmaPx);
  const straights = withoutFlats(r, found, from.index + reach, to.index - reach);
  const first = straights[0];
  const last = straights[straights.length - 1];
  const startsStraight = first !== undefined && first.from - from.index <= reach;
  const endsStraight = last !== undefined && to.index - last.to <= reach;
  const corner: Joint = {
    index: from.index,
    point: from.point,
    kind: 'corner',
    direction: null,
    line: startsStraight ? first.line : null,
  };
  const inner = straightJoints(r, straights, startsStraight, endsStraight);
  return [corner, ...withExtremes(r, inner, from.index, to.index, startsStraight, limits, reach)];
}

/** Two corners this near to each other have a straight between them: the cut end of a stroke, px. */
const CUT_PX = 4;

function cutJoint(from: Corner, to: Corner): Joint {
  const [dx, dy] = [to.point.x - from.point.x, to.point.y - from.point.y];
  const size = Math.hypot(dx, dy) || 1;
  const line = { ...from.point, dx: dx / size, dy: dy / size };
  return { index: from.index, point: from.point, kind: 'corner', direction: null, line };
}

/** A straight that runs into curves at both ends must be this share of the ring's size; less is the flat part of a curve. */
const FREE_SHARE = 0.2;

/** Leaves out flat parts of curves: short straights that reach neither a corner (at or beyond low, high) nor another one. */
function withoutFlats(r: EvenRing, straights: readonly Straight[], low: number, high: number): Straight[] {
  const near = Math.round(STRAIGHTS_MEET_PX / r.step);
  const least = (FREE_SHARE * ringSize(r)) / r.step;
  return straights.filter((s, k) => {
    const before = straights[k - 1];
    const after = straights[k + 1];
    const held =
      s.from <= low ||
      s.to >= high ||
      (before && s.from - before.to <= near) ||
      (after && after.from - s.to <= near);
    return held || s.to - s.from >= least;
  });
}

/** Side of the square as big as the ring's box, px. */
function ringSize(r: EvenRing): number {
  const [low, high] = [
    { x: Infinity, y: Infinity },
    { x: -Infinity, y: -Infinity },
  ];
  for (let i = 0; i < r.n; i++) {
    low.x = Math.min(low.x, r.xs[i]!);
    low.y = Math.min(low.y, r.ys[i]!);
    high.x = Math.max(high.x, r.xs[i]!);
    high.y = Math.max(high.y, r.ys[i]!);
  }
  return Math.sqrt((high.x - low.x) * (high.y - low.y));
}

/** Joints at the ends of straights, but for ends that run into the section's corners. */
function straightJoints(
  r: EvenRing,
  straights: readonly Straight[],
  skipFirst: boolean,
  skipLast: boolean,
): Joint[] {
  const out: Joint[] = [];
  straights.forEach((s, k) => {
    const before = straights[k - 1];
    const meets = before !== undefined && (s.from - before.to) * r.step <= STRAIGHTS_MEET_PX;
    const middle = before ? Math.round((before.to + s.from) / 2) : s.from;
    const carried = meets ? crossing(before.line, s.line) : null;
    const meeting = carried && distance(carried, ringPoint(r, middle)) < MEETING_PX ? carried : null;
    const direction = { x: s.line.dx, y: s.line.dy };
    if (meeting) {
      out.pop();
      out.push({ index: middle, point: meeting, kind: 'corner', direction: null, line: s.line });
    } else if (!(skipFirst && k === 0)) {
      const point = onLine(s.line, ringPoint(r, s.from));
      out.push({ index: s.from, point, kind: 'tangent', direction, line: s.line });
    }
    if (!(skipLast && k === straights.length - 1)) {
      out.push({
        index: s.to,
        point: onLine(s.line, ringPoint(r, s.to)),
        kind: 'tangent',
        direction,
        line: null,
      });
    }
  });
  return out;
}

/** Adds extremes in the curved stretches between the given joints of from..to. */
function withExtremes(
  r: EvenRing,
  joints: readonly Joint[],
  from: number,
  to: number,
  startsStraight: boolean,
  limits: Limits,
  margin: number,
): Joint[] {
  const out: Joint[] = [];
  const stretch = (a: number, b: number) => {
    for (const e of findExtremes(r, a, b, limits.prominencePx, limits.sigmaPx / 0.6)) {
      if (e.index - a < margin || b - e.index < margin) continue;
      const last = out[out.length - 1];
      // A level and an upright extreme this near to each other are one bend; two joints would kink it.
      if (last && e.index - last.index < margin) continue;
      out.push({
        index: e.index,
        point: { x: e.x, y: e.y },
        kind: 'smooth',
        direction: axisDirection(r, e),
        line: null,
      });
    }
  };
  let at = from;
  let straight = startsStraight;
  for (const j of joints) {
    if (!straight) stretch(at, j.index);
    out.push(j);
    at = j.index;
    straight = j.line !== null;
  }
  if (!straight) stretch(at, to);
  return out;
}

function axisDirection(r: EvenRing, e: { index: number; axis: 'x' | 'y' }): Vec {
  const a = ringPoint(r, e.index - 3);
  const b = ringPoint(r, e.index + 3);
  return e.axis === 'x' ? { x: 0, y: Math.sign(b.y - a.y) || 1 } : { x: Math.sign(b.x - a.x) || 1, y: 0 };
}

/** Joints of a ring without corners, opened at `start`. */
function smoothJoints(r: EvenRing, sums: RingSums, start: number, end: number, limits: Limits): Joint[] {
  const straights = withoutFlats(r, findStraights(sums, start, end, limits.sigmaPx), -Infinity, Infinity);
  const inner = straightJoints(r, straights, false, false);
  const margin = Math.round(1.5 / r.step);
  const joints = withExtremes(r, inner, start - margin, end + margin - 1, false, limits, margin);
  return joints.filter((j, k) => k === 0 || j.index < joints[0]!.index + r.n);
}

/** Corners between two straights go to where the straights meet, beside one straight onto it. */
function settleCorners(joints: Joint[]): void {
  joints.forEach((j, k) => {
    const before = joints[wrap(k - 1, joints.length)]!;
    if (j.kind !== 'corner') return;
    if (before.line && j.line) {
      const p = crossing(before.line, j.line);
      if (p && distance(p, j.point) < MEETING_PX) joints[k] = { ...j, point: p };
    } else if (before.line ?? j.line) {
      joints[k] = { ...j, point: onLine((before.line ?? j.line)!, j.point) };
    }
  });
}
