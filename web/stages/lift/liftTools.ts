import type { PxBox } from '../../../core/raster/picture';
import type { Cut } from '../../../core/find/cut';
import type { Vec } from '../../../core/geometry/vec';
import type { Inks } from '../../canvas/inks';
import { toScreen, type View } from '../../canvas/view';

/** What dragging on the sheet does: choose a piece, cut one with a line, add one with a box. */
export type LiftTool = 'pick' | 'cut' | 'box';

/** Whether a line runs through a box. */
export function crosses(box: PxBox, c: Cut): boolean {
  for (let k = 0; k <= 40; k++) {
    const [x, y] = [c.x0 + ((c.x1 - c.x0) * k) / 40, c.y0 + ((c.y1 - c.y0) * k) / 40];
    if (x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height) return true;
  }
  return false;
}

/** The line or box while it is drawn. */
export function drawStroke(
  g: CanvasRenderingContext2D,
  view: View,
  stroke: { readonly from: Vec; readonly to: Vec },
  tool: LiftTool,
  inks: Inks,
): void {
  const [a, b] = [toScreen(view, stroke.from), toScreen(view, stroke.to)];
  g.strokeStyle = inks.snag;
  g.lineWidth = 2;
  g.setLineDash(tool === 'box' ? [5, 3] : []);
  g.beginPath();
  if (tool === 'box') g.rect(a.x, a.y, b.x - a.x, b.y - a.y);
  else {
    g.moveTo(a.x, a.y);
    g.lineTo(b.x, b.y);
  }
  g.stroke();
  g.setLineDash([]);
}
