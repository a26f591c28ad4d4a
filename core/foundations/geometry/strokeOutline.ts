import { segments, type Contour, type Node } from './contour';
import { cubicDerivative, cubicLength, splitCubic, type Cubic } from './cubic';
import { withKinds } from './nodeKinds';
import { dashed } from './strokeDashes';
import { directionAt, edgeAt, edgePoint, edgesMeet, leftOf, part, type Meeting } from './strokeEdges';
import { isStraight, offsetOnce } from './strokeOffset';
import { add, cross, distance, dot, scale, sub, unit, type Vec } from './vec';
import { TINY } from './tolerance';

export interface StrokeStyle {
  readonly width: number;
  readonly cap: 'butt' | 'round' | 'square';
  readonly join: 'miter' | 'round' | 'bevel';
  readonly miterLimit: number;
  /** Lengths of dashes and gaps in turn; empty for a whole line. */
  readonly dashes: readonly number[];
  readonly dashOffset: number;
  /** Greatest distance of the outline from the true one, same unit; a share of the pen's width when it isn't said. */
  readonly tolerance?: number;
}

/** Offsets of curves keep to this share of the pen's half width. */
const TOLERANCE = 0.002;
/** Shorter pieces are taken as they are: a pen wider than a bend has cusps no cubic follows. */
const MOST_SPLITS = 7;

/**
 * Outline of a pen run along a contour, as closed contours to be filled by the nonzero rule: they overlap themselves at
 * inner joins and want to be united. Joins and caps as SVG 2, 13.5 and 13.6; edges of cubics split until they are true.
 */
export function strokeOutline(c: Contour, style: StrokeStyle): Contour[] {
  if (!(style.width > 0)) return [];
  return dashed(c, style).flatMap(({ run, closed }) => outlineOf(run, closed, style));
}

/** Builds one contour of straights and cubics. */
export class EdgePen {
  readonly nodes: Node[] = [];

  to(p: Vec): void {
    const last = this.nodes[this.nodes.length - 1];
    if (last && distance(last, p) < TINY) return;
    this.nodes.push({ x: p.x, y: p.y, in: null, out: null, kind: 'corner' });
  }

  curve(c: Cubic): void {
    this.to(c.p0);
    const at = this.nodes.length - 1;
    this.nodes[at] = { ...this.nodes[at]!, out: { ...c.p1 } };
    this.nodes.push({ x: c.p3.x, y: c.p3.y, in: { ...c.p2 }, out: null, kind: 'corner' });
  }

  /** Round the centre from one place to another, the way that `turn` (radians) says. */
  arc(centre: Vec, from: Vec, turn: number): void {
    const steps = Math.max(1, Math.ceil(Math.abs(turn) / (Math.PI / 2) - TINY));
    const step = turn / steps;
    const k = (4 / 3) * Math.tan(step / 4);
    let r = sub(from, centre);
    for (let i = 0; i < steps; i++) {
      const next = {
        x: r.x * Math.cos(step) - r.y * Math.sin(step),
        y: r.x * Math.sin(step) + r.y * Math.cos(step),
      };
      this.curve({
        p0: add(centre, r),
        p1: add(centre, add(r, scale(leftOf(r), k))),
        p2: add(centre, add(next, scale(leftOf(next), -k))),
        p3: add(centre, next),
      });
      r = next;
    }
  }

  close(): Contour {
    const first = this.nodes[0]!;
    const last = this.nodes[this.nodes.length - 1]!;
    const nodes = [...this.nodes];
    if (nodes.length > 1 && distance(first, last) < 1e-7) {
      nodes[0] = { ...first, in: last.in };
      nodes.pop();
    }
    return withKinds({ closed: true, nodes });
  }

  /** Goes on with another pen's run, whose ends are brought to where the edges of the stroke meet. */
  append(run: EdgePen, from: Vec | null, to: Vec | null): void {
    const last = run.nodes.length - 1;
    run.nodes.forEach((n, i) => {
      const at = i === 0 ? from : i === last ? to : null;
      const moved = at ? movedNode(n, sub(at, n)) : n;
      const end = this.nodes[this.nodes.length - 1];
      if (end && i === 0 && distance(end, moved) < TINY)
        this.nodes[this.nodes.length - 1] = { ...end, out: moved.out };
      else this.nodes.push(moved);
    });
  }
}

const movedNode = (n: Node, by: Vec): Node => ({
  ...n,
  ...add(n, by),
  in: n.in && add(n.in, by),
  out: n.out && add(n.out, by),
});

/** What a pen leaves that runs along joined segments. */
export function outlineOf(run: readonly Cubic[], closed: boolean, style: StrokeStyle): Contour[] {
  const half = style.width / 2;
  const back = [...run].reverse().map((c): Cubic => ({ p0: c.p3, p1: c.p2, p2: c.p1, p3: c.p0 }));
  if (closed) {
    const edges = [run, back].map((way) => {
      const pen = new EdgePen();
      side(pen, way, half, style, true);
      return pen;
    });
    return edges.filter((pen) => pen.nodes.length > 1).map((pen) => pen.close());
  }
  const pen = new EdgePen();
  side(pen, run, half, style, false);
  cap(pen, run[run.length - 1]!.p3, directionAt(run[run.length - 1]!, 1), half, style.cap);
  side(pen, back, half, style, false);
  cap(pen, run[0]!.p0, scale(directionAt(run[0]!, 0), -1), half, style.cap);
  const outline = pen.close();
  return outline.nodes.length > 2 ? [outline] : [];
}

/** Whether a bend of the line is tighter than the pen's half width, so that the stroke's inner edge runs backwards there. */
export function bendsTightly(c: Contour, { width }: Pick<StrokeStyle, 'width'>): boolean {
  const half = width / 2;
  const places = Array.from({ length: 17 }, (_, i) => i / 16);
  return segments(c).some((s) =>
    [half, -half].some((side) => {
      const edge = places.map((t) => edgeAt(s, t, side));
      return places.some((t, i) => {
        const next = edge[i + 1];
        if (!next || cubicLength(s) < TINY) return false;
        return dot(sub(next, edge[i]!), cubicDerivative(s, t + 1 / 32)) < -TINY;
      });
    }),
  );
}

/** The left edge of the pen along a run, with its joins. */
function side(pen: EdgePen, run: readonly Cubic[], half: number, style: StrokeStyle, closed: boolean): void {
  const tolerance = style.tolerance ?? TOLERANCE * half;
  const nextOf = (i: number) => run[i + 1] ?? (closed ? run[0] : undefined);
  const before = (i: number) => (i > 0 || closed ? (i + run.length - 1) % run.length : -1);
  const meetings: (Meeting | null)[] = run.map((c, i) => {
    const next = nextOf(i);
    return next ? edgesMeet(c, next, half, tolerance) : null;
  });
  const gone = run.map((c, i) => {
    const point = run.length > 2 && meetings[i] && meetings[before(i)] ? edgePoint(c, half, tolerance) : null;
    if (point) meetings[i] = meetings[before(i)] = { at: point, t: 1, s: 0 };
    return point !== null;
  });
  run.forEach((c, i) => {
    if (gone[i]) return;
    const [first, last] = [meetings[before(i)] ?? null, meetings[i]!];
    const own = new EdgePen();
    offsetCubic(own, part(c, first?.s ?? 0, last?.t ?? 1), half, tolerance, 0);
    pen.append(own, first?.at ?? null, last?.at ?? null);
    const next = nextOf(i);
    if (next && !last) joinTo(pen, c.p3, directionAt(c, 1), directionAt(next, 0), half, style);
  });
}

function offsetCubic(pen: EdgePen, c: Cubic, half: number, tolerance: number, depth: number): void {
  if (isStraight(c)) {
    pen.to(edgeAt(c, 0, half));
    pen.to(edgeAt(c, 1, half));
    return;
  }
  const { cubic, off } = offsetOnce(c, half, tolerance);
  if (off < tolerance || depth >= MOST_SPLITS) {
    pen.curve(cubic);
    return;
  }
  const [a, b] = splitCubic(c, 0.5);
  offsetCubic(pen, a, half, tolerance, depth + 1);
  offsetCubic(pen, b, half, tolerance, depth + 1);
}

/** The outer side of a join, from the edge of one segment to that of the next. */
export function joinTo(
  pen: EdgePen,
  p: Vec,
  before: Vec,
  after: Vec,
  half: number,
  style: StrokeStyle,
): void {
  const measured = Math.atan2(cross(before, after), dot(before, after));
  if (Math.abs(measured) < 1e-4) return;
  // A line that turns right back has no inner side: the join goes round its tip, whichever side asks.
  const turn = measured > Math.PI - 1e-6 ? -Math.PI : measured;
  const from = add(p, scale(leftOf(before), half));
  const to = add(p, scale(leftOf(after), half));
  if (turn > 0) {
    // The inner side: over the pen's middle, so that what overlaps stays within the stroke.
    pen.to(p);
    pen.to(to);
    return;
  }
  if (style.join === 'round') {
    pen.arc(p, from, turn);
    return;
  }
  const sharp = 1 / Math.max(TINY, Math.cos(turn / 2));
  if (style.join === 'miter' && sharp <= style.miterLimit && sharp > 0)
    pen.to(add(p, scale(unit(add(leftOf(before), leftOf(after))), half * sharp)));
  pen.to(to);
}

/** The end of a stroke, from its left edge to its right one; `d`: the way the stroke runs out. */
export function cap(pen: EdgePen, p: Vec, d: Vec, half: number, kind: StrokeStyle['cap']): void {
  const from = add(p, scale(leftOf(d), half));
  const to = add(p, scale(leftOf(d), -half));
  if (kind === 'round') {
    pen.arc(p, from, -Math.PI);
    return;
  }
  if (kind === 'square') {
    pen.to(add(from, scale(d, half)));
    pen.to(add(to, scale(d, half)));
  }
  pen.to(to);
}
