import { reverseContour, type Contour } from '../../../../foundations/geometry/contour';
import { rightDirections } from '../../../../foundations/geometry/direction';
import { breakAt, closeRun, joinRuns, startAt } from '../../../../outlines/outline/points';
import type { ProjectDiff } from '../../changes/diff';
import type { Doc, GlyphRow } from '../../schema';
import { edit, outlineOf, type PointRef, type Target } from './edit';

/** Contours replaced by other drawings of them. */
export const replaceContours = (
  doc: Doc,
  glyphId: string,
  by: ReadonlyMap<number, Contour>,
  label: string,
): ProjectDiff | null =>
  edit(doc, outlineOf(glyphId), label, (cs) =>
    cs.map((c, i) => (by.has(i) ? { ...by.get(i)!, ...(c.of && { of: c.of }) } : c)),
  );

/**
 * A contour drawn with the pen, put on top of the others or in place of one that is drawn on. One that closes runs the right
 * way at once, so that a counter is cut out. A letter whose spacing nobody has set grows wider with what is drawn.
 */
export function drawContour(
  doc: Doc,
  target: Target,
  drawn: Contour,
  instead: number | null,
): ProjectDiff | null {
  const diff = edit(doc, target, 'Draw', (cs) => {
    const all =
      instead === null
        ? [...cs, drawn]
        : cs.map((c, i) => (i === instead ? { ...drawn, ...(c.of && { of: c.of }) } : c));
    return drawn.closed && target.of !== 'skeleton' ? rightWay(all) : all;
  });
  const before = doc.glyphs[target.glyphId];
  if (!diff || before?.spacing !== 'first') return diff;
  return {
    ...diff,
    changes: diff.changes.map((c) => {
      const after = c.id === before.id && c.table === 'glyphs' ? (c.after as GlyphRow) : null;
      const bearings = after && { ...after.bearings, right: before.bearings.right };
      return after ? { ...c, after: { ...after, bearings: bearings! } } : c;
    }),
  };
}

/** Closed contours in their right directions, open ones as they are. */
function rightWay(cs: readonly Contour[]): Contour[] {
  const right = rightDirections(cs.filter((c) => c.closed));
  return cs.map((c) => (c.closed ? right.shift()! : c));
}

/** Runs broken at the chosen nodes. */
export const breakRuns = (doc: Doc, target: Target, points: readonly PointRef[]): ProjectDiff | null =>
  edit(doc, target, 'Break', (cs) =>
    cs.flatMap((c, ci) => {
      const nodes = [
        ...new Set(points.filter((p) => p.contour === ci && p.part === 'node').map((p) => p.node)),
      ];
      if (nodes.length === 0) return [c];
      const own = { ...(c.of && { of: c.of }) };
      if (!c.closed) return cutOpen(c, nodes);
      // The first break opens it; the others lie on the opened run, numbered from there.
      const first = Math.min(...nodes);
      const [open] = breakAt(c, first);
      return cutOpen(
        { ...open!, ...own },
        nodes.filter((i) => i !== first).map((i) => i - first),
      );
    }),
  );

function cutOpen(c: Contour, nodes: readonly number[]): Contour[] {
  const out: Contour[] = [];
  let rest = c;
  for (const i of [...nodes].sort((a, b) => b - a)) {
    const [left, right] = breakAt(rest, i);
    if (!right) continue;
    out.unshift(right);
    rest = left!;
  }
  return [rest, ...out];
}

const isEnd = (c: Contour | undefined, node: number): boolean =>
  c !== undefined && !c.closed && (node === 0 || node === c.nodes.length - 1);

/** Two chosen loose ends joined: of one run, which closes, or of two, which become one. Null for anything else. */
export function joinEnds(doc: Doc, target: Target, points: readonly PointRef[]): ProjectDiff | null {
  const ends = points.filter((p) => p.part === 'node');
  const [p, q] = ends;
  if (!p || !q || ends.length !== 2) return null;
  return edit(doc, target, 'Join', (cs) => {
    const [a, b] = [cs[p.contour], cs[q.contour]];
    if (!isEnd(a, p.node) || !isEnd(b, q.node)) return cs;
    if (p.contour === q.contour) return p.node === q.node ? cs : cs.map((c) => (c === a ? closeRun(c) : c));
    const before = p.node === 0 ? reverseContour(a!) : a!;
    const after = q.node === 0 ? b! : reverseContour(b!);
    const joined = joinRuns(before, after);
    return cs.flatMap((c) => (c === a ? [joined] : c === b ? [] : [c]));
  });
}

/** Contours that the chosen points lie on; all when none is chosen. */
const chosenContours = (cs: readonly Contour[], points: readonly PointRef[]): number[] =>
  points.length === 0 ? cs.map((_, i) => i) : [...new Set(points.map((p) => p.contour))].filter((i) => cs[i]);

/** Chosen runs closed by a straight, or at one place where their ends lie together. */
export const closeRuns = (doc: Doc, target: Target, points: readonly PointRef[]): ProjectDiff | null =>
  edit(doc, target, 'Close', (cs) => {
    const chosen = new Set(chosenContours(cs, points));
    return cs.map((c, i) => (chosen.has(i) ? closeRun(c) : c));
  });

export const reverseRuns = (doc: Doc, target: Target, points: readonly PointRef[]): ProjectDiff | null =>
  edit(doc, target, 'Reverse', (cs) => {
    const chosen = new Set(chosenContours(cs, points));
    return cs.map((c, i) => (chosen.has(i) ? reverseContour(c) : c));
  });

export const startHere = (doc: Doc, target: Target, point: PointRef): ProjectDiff | null =>
  edit(doc, target, 'Move the start', (cs) =>
    cs.map((c, i) => (i === point.contour ? startAt(c, point.node) : c)),
  );

export const removeContours = (doc: Doc, target: Target, contours: readonly number[]): ProjectDiff | null =>
  edit(doc, target, 'Remove contours', (cs) => cs.filter((_, i) => !contours.includes(i)));
