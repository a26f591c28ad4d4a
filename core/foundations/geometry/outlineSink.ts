import { isLine, segmentAt, segmentCount, type Contour } from './contour';
import type { Vec } from './vec';

/** Where outlines are drawn to: canvas method names, so that Path2D, SVG and charstrings meet here. */
export interface OutlineSink {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  closePath(): void;
}

/** Walks contours into a sink, each from its first node. Empty contours are passed over. */
export function drawContours(contours: readonly Contour[], sink: OutlineSink): void {
  for (const c of contours) {
    const first = c.nodes[0];
    if (!first) continue;
    sink.moveTo(first.x, first.y);
    for (let i = 0; i < segmentCount(c); i++) {
      const s = segmentAt(c, i);
      const closing = c.closed && i === c.nodes.length - 1;
      if (!isLine(c, i)) sink.bezierCurveTo(s.p1.x, s.p1.y, s.p2.x, s.p2.y, s.p3.x, s.p3.y);
      else if (!closing) sink.lineTo(s.p3.x, s.p3.y);
    }
    if (c.closed) sink.closePath();
  }
}

export type Drawn =
  | { readonly op: 'move' | 'line'; readonly to: Vec }
  | { readonly op: 'curve'; readonly c1: Vec; readonly c2: Vec; readonly to: Vec }
  | { readonly op: 'close' };

/** A sink that remembers what was drawn, for tests and exact comparisons. */
export function recordingSink(): OutlineSink & { readonly drawn: Drawn[] } {
  const drawn: Drawn[] = [];
  return {
    drawn,
    moveTo: (x, y) => void drawn.push({ op: 'move', to: { x, y } }),
    lineTo: (x, y) => void drawn.push({ op: 'line', to: { x, y } }),
    bezierCurveTo: (x1, y1, x2, y2, x, y) =>
      void drawn.push({ op: 'curve', c1: { x: x1, y: y1 }, c2: { x: x2, y: y2 }, to: { x, y } }),
    closePath: () => void drawn.push({ op: 'close' }),
  };
}
