import { nth } from '../../foundations/lists/nth';
import { invert } from '../../foundations/geometry/affine';
import { segmentAt, segmentCount, transformContours, type Contour } from '../../foundations/geometry/contour';
import { cubicLength, type Cubic } from '../../foundations/geometry/cubic';
import {
  directionAt,
  edgeAt,
  edgesMeet,
  leftOf,
  part,
  type Meeting,
} from '../../foundations/geometry/strokeEdges';
import { isStraight, offsetOnce } from '../../foundations/geometry/strokeOffset';
import { add, cross, dot, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { halfAt, taperOnce, type Half } from '../../foundations/geometry/strokePieces';
import { nibMap, type PenShape } from './grow';
import { arcs, Together } from './together';
import { thinnedHalves } from './thinning';
import { TINY } from '../../foundations/geometry/tolerance';

/** Lines with the pen that runs along them. */
export interface Inked {
  readonly lines: readonly Contour[];
  readonly pen: PenShape;
}

/** Edges keep within this of the true ones, em units. */
const TOLERANCE_EM = 0.05;
/** Most equal pieces a segment's edge is cut in. */
const MOST_PIECES = 8;
/** A joint that turns by less has no corner, radians. */
const SMOOTH_TURN = 1e-4;
const MITER_LIMIT = 4;

/**
 * The same lines drawn by several pens (or lines that agree, each with its own pen), as outlines that agree: the same contours with the
 * same points in the same order, so that what lies between two pens lies between their outlines. Strokes overlap each other and, at
 * inner corners of short segments, themselves: to be filled by the nonzero rule, by which all of the stroke and nothing else is covered (where an edge
 * runs backwards in a bend tighter than the pen, more of the pen's way lies over it than it takes away). Null when the lines don't agree. Em
 * units, y up.
 */
export function inkedTogether(drawings: readonly Inked[]): Contour[][] | null {
  const first = drawings[0];
  if (!first || !drawings.every((d) => agree(d.lines, first.lines) && alike(d.pen, first.pen))) return null;
  const nibs = drawings.map((d) => nibMap(d.pen));
  const seen = drawings.map((d, m) => transformContours(d.lines, invert(nth(nibs, m))));
  const halves = drawings.map(({ pen: { width, thinned = 0 } }, m) =>
    thinnedHalves(nth(seen, m), { width, thinned }),
  );
  const outlines = first.lines.map((line, i) =>
    strokesTogether(
      seen.map((lines, m) => ({
        line: nth(lines, i),
        pen: nth(drawings, m).pen,
        halves: nth(nth(halves, m), i),
      })),
      line.closed,
    ),
  );
  const whole = outlines.filter((o) => o !== null);
  if (whole.length < outlines.length) return null;
  return nibs.map((nib, m) =>
    transformContours(
      whole.flatMap((o) => o.map((strokes) => nth(strokes, m))),
      nib,
    ),
  );
}

const agree = (a: readonly Contour[], b: readonly Contour[]): boolean =>
  a.length === b.length &&
  a.every(
    (c, i) =>
      c.closed === nth(b, i).closed && c.nodes.length === nth(b, i).nodes.length && c.nodes.length > 1,
  );

const alike = (a: PenShape, b: PenShape): boolean => a.ends === b.ends && a.joins === b.joins;

interface Drawn {
  readonly line: Contour;
  readonly pen: PenShape;
  /** Half the pen's width along each segment of the line. */
  readonly halves: readonly Half[];
}

/** One segment as the pens of all versions run along it. */
interface Run {
  readonly cubics: readonly Cubic[];
  readonly halves: readonly Half[];
}

/** The same segment as it is run along the other way. */
const turned = ({ cubics, halves }: Run): Run => ({
  cubics: cubics.map((c) => ({ p0: c.p3, p1: c.p2, p2: c.p1, p3: c.p0 })),
  halves: halves.map((half) => (typeof half === 'number' ? half : (t: number) => half(1 - t))),
});

const halvesAt = ({ halves }: Run, t: number): number[] => halves.map((half) => halfAt(half, t));

/** The outlines of one line: for each contour its versions by pen. Null when the versions turn different ways at a corner. */
function strokesTogether(drawn: readonly Drawn[], closed: boolean): Contour[][] | null {
  const count = segmentCount(nth(drawn, 0).line);
  const runs = Array.from({ length: count }, (_, i): Run => ({
    cubics: drawn.map((d) => segmentAt(d.line, i)),
    halves: drawn.map((d) => nth(d.halves, i)),
  })).filter((s) => s.cubics.some((c) => cubicLength(c) > TINY));
  if (runs.length === 0) return [];
  const back = [...runs].reverse().map(turned);
  const pens = drawn.map((d) => d.pen);
  if (closed) {
    const sides = [runs, back].map((way) => {
      const out = new Together(pens.length);
      return side(out, way, pens, true) ? out.close(true) : null;
    });
    const whole = sides.filter((s) => s !== null);
    return whole.length < sides.length ? null : whole;
  }
  const out = new Together(pens.length);
  if (!side(out, runs, pens, false)) return null;
  cap(out, nth(runs, runs.length - 1), pens);
  if (!side(out, back, pens, false, true)) return null;
  cap(out, nth(back, back.length - 1), pens);
  return [out.close(true)];
}

/** Where the edges of all versions meet by themselves at a joint, so that no join is needed there; null where one needs it. */
function meetingOf(s: Run, next: Run): Meeting[] | null {
  const meetings = s.cubics.flatMap((c, m) => {
    const [after, half, halfAfter] = [nth(next.cubics, m), nth(s.halves, m), nth(next.halves, m)];
    return typeof half === 'number' && typeof halfAfter === 'number'
      ? (edgesMeet(c, after, half, TOLERANCE_EM) ?? [])
      : (straightsMeet([c, half], [after, halfAfter]) ?? []);
  });
  return meetings.length === s.cubics.length ? meetings : null;
}

/** Where the straight edges of two straight segments cross; null where they don't, or aren't straight. */
function straightsMeet(
  [c, half]: readonly [Cubic, Half],
  [next, after]: readonly [Cubic, Half],
): Meeting | null {
  if (![c, next].every(isStraight) || ![half, after].every(isEven)) return null;
  const [a, b] = [edgeAt(c, 0, halfAt(half, 0)), edgeAt(next, 0, halfAt(after, 0))];
  const [along, on] = [sub(edgeAt(c, 1, halfAt(half, 1)), a), sub(edgeAt(next, 1, halfAt(after, 1)), b)];
  const turn = cross(along, on);
  if (Math.abs(turn) < TINY) return null;
  const [t, way] = [cross(sub(b, a), on) / turn, cross(sub(b, a), along) / turn];
  if (t <= 0 || t >= 1 || way <= 0 || way >= 1) return null;
  return { at: add(a, scale(along, t)), t, s: way };
}

/** The left edges along a run with their joins; false when the versions don't go together. `goesOn`: from where the last cap ended. */
function side(
  out: Together,
  run: readonly Run[],
  pens: readonly PenShape[],
  closed: boolean,
  goesOn = false,
): boolean {
  const nextOf = (i: number) => run[i + 1] ?? (closed ? run[0] : undefined);
  const meetings = run.map((s, i) => {
    const next = nextOf(i);
    return next ? meetingOf(s, next) : null;
  });
  const before = (i: number) => (i > 0 || closed ? nth(meetings, (i + run.length - 1) % run.length) : null);
  const start = before(0)?.map((b) => b.at) ?? edgesAt(nth(run, 0), 0);
  if (!goesOn) out.to(start);
  for (const [i, s] of run.entries()) {
    const [first, last] = [before(i), meetings[i] ?? null];
    edges(
      out,
      partOf(s, (m) => [first?.[m]?.s ?? 0, last?.[m]?.t ?? 1]),
    );
    const next = nextOf(i);
    if (last) out.snap(last.map((l) => l.at));
    else if (next && !joint(out, s, next, pens)) return false;
  }
  return true;
}

/** A segment between parameters that each version has of its own. */
const partOf = ({ cubics, halves }: Run, between: (m: number) => readonly [number, number]): Run => ({
  cubics: cubics.map((c, m) => part(c, ...between(m))),
  halves: halves.map((half, m) => {
    const [from, to] = between(m);
    return typeof half === 'number' ? half : (t: number) => half(from + (to - from) * t);
  }),
});

/** Where the left edges of all versions begin or end. */
const edgesAt = (s: Run, end: 0 | 1): Vec[] =>
  s.cubics.map((c, m) => edgeAt(c, end, halfAt(nth(s.halves, m), end)));

/** Whether the edge of a straight segment is a straight line, too. */
const isEven = (half: Half): boolean =>
  typeof half === 'number' || Math.abs(half(0.5) - (half(0) + half(1)) / 2) < TOLERANCE_EM;

/** The left edges of one segment, cut into as many equal pieces as the most demanding version needs. */
function edges(out: Together, s: Run): void {
  if (s.cubics.every(isStraight) && s.halves.every(isEven)) {
    out.to(edgesAt(s, 1));
    return;
  }
  const pieces = (n: number) =>
    Array.from({ length: n }, (_, k) => {
      const { cubics, halves } = partOf(s, () => [k / n, (k + 1) / n]);
      return cubics.map((c, m) => {
        const half = nth(halves, m);
        return typeof half === 'number' ? offsetOnce(c, half, TOLERANCE_EM) : taperOnce(c, half);
      });
    });
  let made = pieces(1);
  for (let n = 2; n <= MOST_PIECES && made.flat().some((o) => o.off >= TOLERANCE_EM); n++) made = pieces(n);
  for (const piece of made) out.curves(piece.map((o) => o.cubic));
}

/** From the edge of one segment to that of the next, as SVG 2, 13.6, has joins. */
function joint(out: Together, s: Run, next: Run, pens: readonly PenShape[]): boolean {
  const half = halvesAt(s, 1);
  const turns = s.cubics.map((c, m) => {
    const [a, b] = [directionAt(c, 1), directionAt(nth(next.cubics, m), 0)];
    const turn = Math.atan2(cross(a, b), dot(a, b));
    return turn > Math.PI - 1e-6 ? -Math.PI : turn;
  });
  if (turns.every((t) => Math.abs(t) < SMOOTH_TURN)) return true;
  const to = edgesAt(next, 0);
  const ends = s.cubics.map((c) => c.p3);
  if (turns.every((t) => t > 0)) {
    // The inner side, over the pen's middle.
    out.to(ends);
    out.to(to);
    return true;
  }
  if (!turns.every((t) => t < 0)) return false;
  const from = edgesAt(s, 1);
  if (nth(pens, 0).joins === 'round') {
    arcs(out, ends, from, turns);
    return true;
  }
  const sharp = turns.map((t) => 1 / Math.max(TINY, Math.cos(t / 2)));
  if (sharp.some((v) => v <= MITER_LIMIT))
    out.to(
      s.cubics.map((c, m) => {
        const [a, b] = [directionAt(c, 1), directionAt(nth(next.cubics, m), 0)];
        if (nth(sharp, m) > MITER_LIMIT) return scale(add(nth(from, m), nth(to, m)), 0.5);
        return add(c.p3, scale(unit(add(leftOf(a), leftOf(b))), nth(half, m) * nth(sharp, m)));
      }),
    );
  out.to(to);
  return true;
}

/** Round the end of a line, from its left edge to its right one. */
function cap(out: Together, s: Run, pens: readonly PenShape[]): void {
  const half = halvesAt(s, 1);
  const edge = (side: 1 | -1) => s.cubics.map((c, m) => edgeAt(c, 1, side * nth(half, m)));
  if (nth(pens, 0).ends === 'round') {
    const ends = s.cubics.map((c) => c.p3);
    arcs(
      out,
      ends,
      edge(1),
      ends.map(() => -Math.PI),
    );
    return;
  }
  if (nth(pens, 0).ends === 'square')
    for (const way of [1, -1] as const)
      out.to(edge(way).map((p, m) => add(p, scale(directionAt(nth(s.cubics, m), 1), nth(half, m)))));
  out.to(edge(-1));
}
