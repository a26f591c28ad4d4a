import { type Contour, type Node } from '../../foundations/geometry/contour';
import { nestingDepths } from '../../foundations/geometry/direction';
import { contourArea, contoursBox, unionBox } from '../../foundations/geometry/measure';
import { distance } from '../../foundations/geometry/vec';
import { closeRun, joinRuns } from './points';
import { reverseContour } from '../../foundations/geometry/contour';

/** Smaller contours are specks, em units squared: a full stop of a light hand covers about 1500. */
export const SPECK_AREA_EM = 60;

/** Contours that are too small to be meant. */
export const dropSpecks = (cs: readonly Contour[], area = SPECK_AREA_EM): Contour[] =>
  cs.filter((c) => !c.closed || Math.abs(contourArea(c)) >= area);

/** A stray is smaller than this share of the letter's largest contour ... */
const STRAY_SHARE = 0.012;
/** ... and lies further from the rest than this share of the letter's size. */
const STRAY_GAP = 0.08;

/** Indices of small outer contours that lie away from the letter's body: specks lifted with it. */
export function strayContours(cs: readonly Contour[]): number[] {
  const areas = cs.map((c) => Math.abs(contourArea(c)));
  const body = Math.max(0, ...areas);
  const depths = nestingDepths(cs);
  const whole = contoursBox(cs);
  if (!whole || cs.length < 2) return [];
  const small = cs.map((_, i) => depths[i] === 0 && areas[i]! < STRAY_SHARE * body);
  const rest = cs
    .filter((_, i) => !small[i])
    .map((c) => contoursBox([c]))
    .reduce(unionBox, null);
  if (!rest) return [];
  const size = Math.hypot(rest.xMax - rest.xMin, rest.yMax - rest.yMin);
  return cs.flatMap((c, i) => {
    if (!small[i]) return [];
    const box = contoursBox([c])!;
    const dx = Math.max(0, box.xMin - rest.xMax, rest.xMin - box.xMax);
    const dy = Math.max(0, box.yMin - rest.yMax, rest.yMin - box.yMax);
    return Math.hypot(dx, dy) > STRAY_GAP * size ? [i] : [];
  });
}

/** Ends of open runs nearer than this are taken to belong together, em units. */
const GAP_EM = 30;

/** Open runs closed, and runs whose ends lie near each other joined, the nearest ends first; runs without extent go. */
export function closeGaps(cs: readonly Contour[], reach = GAP_EM): Contour[] {
  const closed = cs.filter((c) => c.closed);
  const open = cs.filter((c) => !c.closed && c.nodes.length > 1);
  for (;;) {
    let best: { i: number; j: number; d: number; made: () => Contour } | null = null;
    open.forEach((a, i) => {
      for (const [j, b] of open.entries()) {
        const own = i === j;
        const starts = own ? [b] : [b, reversed(b)];
        for (const from of own ? [a] : [a, reversed(a)]) {
          for (const to of starts) {
            const d = distance(from.nodes[from.nodes.length - 1]!, to.nodes[0]!);
            if (d <= reach && (!best || d < best.d))
              best = { i, j, d, made: () => (own ? closeRun(a) : joinRuns(from, to)) };
          }
        }
      }
    });
    if (!best) break;
    const { i, j, made } = best as { i: number; j: number; made: () => Contour };
    const joined = made();
    for (const k of [...new Set([i, j])].sort((a, b) => b - a)) open.splice(k, 1);
    if (joined.closed) closed.push(joined);
    else open.push(joined);
  }
  return open.length + closed.length === cs.length && cs.every((c) => open.includes(c) || closed.includes(c))
    ? [...cs]
    : [...closed, ...open];
}

const reversed = (c: Contour): Contour => reverseContour(c);

/** Every point on whole units, handles too, so that what is level or upright stays so. */
export const roundToUnits = (c: Contour): Contour => {
  const at = <P extends Node['in']>(p: P): P => (p && { ...p, x: Math.round(p.x), y: Math.round(p.y) }) as P;
  const whole = (v: number) => Number.isInteger(v);
  const done = c.nodes.every((n) => [n, n.in, n.out].every((p) => !p || (whole(p.x) && whole(p.y))));
  return done
    ? c
    : {
        ...c,
        nodes: c.nodes.map((n) => ({ ...n, ...at({ x: n.x, y: n.y }), in: at(n.in), out: at(n.out) })),
      };
};
