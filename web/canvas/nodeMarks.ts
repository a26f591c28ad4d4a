import type { Contour, NodeKind } from '../../core/foundations/geometry/contour';
import { AXIS_PARALLEL } from '../../core/foundations/geometry/tolerance';
import { sub, unit, type Vec } from '../../core/foundations/geometry/vec';
import type { Inks } from './inks';

const isAxis = (d: Vec): boolean => Math.abs(d.x) < AXIS_PARALLEL * 20 || Math.abs(d.y) < AXIS_PARALLEL * 20;

/** Unit direction of an outline through a node, in the contour's own space. */
export function nodeDirection(c: Contour, i: number): Vec {
  const n = c.nodes[i]!;
  const before = c.nodes[(i + c.nodes.length - 1) % c.nodes.length]!;
  const after = c.nodes[(i + 1) % c.nodes.length]!;
  return unit(sub(n.out ?? after, n.in ?? before));
}

/** A hairline from a node to its handle that ends in an open tick across it; screen px. */
export function drawHandleMark(
  g: CanvasRenderingContext2D,
  a: Vec,
  b: Vec,
  inks: Inks,
  picked: boolean,
): void {
  const d = unit(sub(b, a));
  const size = picked ? 6 : 4;
  g.strokeStyle = picked ? inks.hand : inks.faded;
  g.lineWidth = picked ? 2 : 1;
  g.beginPath();
  g.moveTo(a.x, a.y);
  g.lineTo(b.x, b.y);
  g.moveTo(b.x - d.y * size + d.x * 2, b.y + d.x * size + d.y * 2);
  g.lineTo(b.x, b.y);
  g.lineTo(b.x + d.y * size + d.x * 2, b.y - d.x * size + d.y * 2);
  g.stroke();
}

/**
 * Corner: a small solid lozenge. Smooth: a short bar along the curve. At an extreme: a bar with a dot. `p` and the unit
 * direction `d` are on the screen.
 */
export function drawNodeMark(
  g: CanvasRenderingContext2D,
  p: Vec,
  d: Vec,
  kind: NodeKind,
  inks: Inks,
  picked: boolean,
): void {
  const colour = picked ? inks.hand : inks.ink;
  g.fillStyle = colour;
  g.strokeStyle = colour;
  const size = picked ? 6.5 : 4.5;
  if (kind === 'corner') {
    g.beginPath();
    g.moveTo(p.x, p.y - size);
    g.lineTo(p.x + size, p.y);
    g.lineTo(p.x, p.y + size);
    g.lineTo(p.x - size, p.y);
    g.closePath();
    g.fill();
    return;
  }
  const half = picked ? 8 : 6;
  g.lineWidth = picked ? 4 : 3;
  g.beginPath();
  g.moveTo(p.x - d.x * half, p.y - d.y * half);
  g.lineTo(p.x + d.x * half, p.y + d.y * half);
  g.stroke();
  if (!isAxis(d)) return;
  g.beginPath();
  g.arc(p.x, p.y, picked ? 4.5 : 3.5, 0, Math.PI * 2);
  g.fill();
}

/** Many marks of points that aren't chosen, drawn in three strokes of the canvas however many they are. */
export class NodeMarks {
  private readonly lozenges = new Path2D();
  private readonly bars = new Path2D();
  private readonly dots = new Path2D();

  corner(p: Vec, size: number): void {
    this.lozenges.moveTo(p.x, p.y - size);
    this.lozenges.lineTo(p.x + size, p.y);
    this.lozenges.lineTo(p.x, p.y + size);
    this.lozenges.lineTo(p.x - size, p.y);
    this.lozenges.closePath();
  }

  bar(p: Vec, d: Vec, half: number): void {
    this.bars.moveTo(p.x - d.x * half, p.y - d.y * half);
    this.bars.lineTo(p.x + d.x * half, p.y + d.y * half);
  }

  dot(p: Vec, r: number): void {
    this.dots.moveTo(p.x + r, p.y);
    this.dots.arc(p.x, p.y, r, 0, Math.PI * 2);
  }

  draw(g: CanvasRenderingContext2D, colour: string): void {
    g.fillStyle = colour;
    g.strokeStyle = colour;
    g.lineWidth = 3;
    g.fill(this.lozenges);
    g.stroke(this.bars);
    g.fill(this.dots);
  }
}

/** A point that isn't chosen, put with the others. */
export function addNodeMark(marks: NodeMarks, p: Vec, d: Vec, kind: NodeKind): void {
  if (kind === 'corner') return marks.corner(p, 4.5);
  marks.bar(p, d, 6);
  if (isAxis(d)) marks.dot(p, 3.5);
}
