import type { PointRef } from '../../../core/project/document/commands/outline';
import { segmentAt, segmentCount, type Contour } from '../../../core/foundations/geometry/contour';
import { cubicDerivative, pointOnCubic } from '../../../core/foundations/geometry/cubic';
import { unit, type Vec } from '../../../core/foundations/geometry/vec';
import type { Inks } from '../../canvas/inks';
import { addNodeMark, drawHandleMark, drawNodeMark, nodeDirection, NodeMarks } from '../../canvas/nodeMarks';
import { emAt as at, type View } from '../../canvas/view';

/** All points of a drawing: those not chosen in one go, the chosen ones and their handles over them. */
export function drawMarks(
  g: CanvasRenderingContext2D,
  view: View,
  contours: readonly Contour[],
  selection: readonly PointRef[],
  inks: Inks,
): void {
  const marks = new NodeMarks();
  const chosen = new Map<number, Set<string>>();
  for (const s of selection) {
    const set = chosen.get(s.contour) ?? new Set<string>();
    chosen.set(s.contour, set.add(`${s.node} ${s.part}`));
  }
  contours.forEach((c, ci) => {
    const mine = chosen.get(ci);
    if (mine) drawHandles(g, view, c, mine, inks);
    drawLocks(g, view, c, inks);
    c.nodes.forEach((node, i) => {
      const em = nodeDirection(c, i);
      const d = { x: em.x, y: -em.y };
      if (mine?.has(`${i} node`)) drawNodeMark(g, at(view, node), d, node.kind, inks, true);
      else addNodeMark(marks, at(view, node), d, node.kind);
    });
    const first = c.nodes[0];
    if (first) drawFlag(g, at(view, first), nodeDirection(c, 0), inks);
    if (!c.closed) drawLooseEnds(g, view, c, inks);
  });
  marks.draw(g, inks.ink);
}

function drawHandles(
  g: CanvasRenderingContext2D,
  view: View,
  c: Contour,
  chosen: ReadonlySet<string>,
  inks: Inks,
): void {
  const n = c.nodes.length;
  const picked = new Set([...chosen].map((s) => Number(s.split(' ')[0])));
  c.nodes.forEach((node, i) => {
    if (!picked.has(i) && !picked.has((i + 1) % n) && !picked.has((i + n - 1) % n)) return;
    for (const part of ['in', 'out'] as const) {
      const end = node[part];
      if (end) drawHandleMark(g, at(view, node), at(view, end), inks, chosen.has(`${i} ${part}`));
    }
  });
}

/** Loose ends of an open run: a small open square each. */
function drawLooseEnds(g: CanvasRenderingContext2D, view: View, c: Contour, inks: Inks): void {
  g.strokeStyle = inks.snag;
  g.lineWidth = 1.5;
  for (const n of [c.nodes[0], c.nodes[c.nodes.length - 1]]) {
    if (!n) continue;
    const p = at(view, n);
    g.strokeRect(p.x - 8, p.y - 8, 16, 16);
  }
}

/** Locked segments are drawn double: a second line beside the first. */
function drawLocks(g: CanvasRenderingContext2D, view: View, c: Contour, inks: Inks): void {
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  c.nodes.forEach((node, i) => {
    if (!node.locked || i >= segmentCount(c)) return;
    const cubic = segmentAt(c, i);
    g.beginPath();
    for (let k = 0; k <= 24; k++) {
      const p = at(view, pointOnCubic(cubic, k / 24));
      const d = unit(cubicDerivative(cubic, Math.min(0.999, Math.max(0.001, k / 24))));
      // To the right of travel: outside of the ink when y points up.
      g.lineTo(p.x + d.y * 4, p.y + d.x * 4);
    }
    g.stroke();
  });
}

/** A small flag at the start of a contour that shows which way it runs. */
function drawFlag(g: CanvasRenderingContext2D, p: Vec, em: Vec, inks: Inks): void {
  const d = { x: em.x, y: -em.y };
  const side = { x: d.y, y: -d.x };
  const root = { x: p.x + side.x * 8, y: p.y + side.y * 8 };
  const top = { x: p.x + side.x * 18, y: p.y + side.y * 18 };
  g.strokeStyle = inks.hand;
  g.fillStyle = inks.hand;
  g.lineWidth = 1;
  g.beginPath();
  g.moveTo(root.x, root.y);
  g.lineTo(top.x, top.y);
  g.stroke();
  g.beginPath();
  g.moveTo(top.x, top.y);
  g.lineTo(top.x + d.x * 8 - side.x * 3, top.y + d.y * 8 - side.y * 3);
  g.lineTo(top.x - side.x * 6, top.y - side.y * 6);
  g.closePath();
  g.fill();
}
