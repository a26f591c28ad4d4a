import type { Inks } from '../../canvas/inks';
import { toScreen, type View } from '../../canvas/view';
import type { LiftStroke, LiftTool } from '../../tools/lift/liftTool';

/** The line or box while it is drawn. */
export function drawStroke(
  g: CanvasRenderingContext2D,
  view: View,
  stroke: LiftStroke,
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
