import { chosenOrAll, type PointRef } from '../../../core/project/document/commands/outline';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Inks } from '../../canvas/inks';
import { emAt as at, type View } from '../../canvas/view';
import { reachOf } from '../../tools/dress/hitTest';
import { frameOf, gripsOf } from '../../tools/dress/turnTool';

/** Half a grip's length along the frame, CSS px. */
const GRIP_PX = 7;

/** The frame round what is chosen: strokes across its sides, brackets at its corners, a ring above for turning. */
export function drawTurnFrame(
  g: CanvasRenderingContext2D,
  view: View,
  contours: readonly Contour[],
  selection: readonly PointRef[],
  inks: Inks,
): void {
  const box = frameOf(contours, chosenOrAll(contours, selection));
  if (!box) return;
  const [a, b] = [at(view, { x: box.xMin, y: box.yMax }), at(view, { x: box.xMax, y: box.yMin })];
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  g.strokeRect(a.x, a.y, b.x - a.x, b.y - a.y);
  g.lineWidth = 3;
  g.lineCap = 'round';
  for (const { grip, at: place } of gripsOf(box, reachOf('mouse') / view.zoom)) {
    const p = at(view, place);
    g.beginPath();
    if (grip.kind === 'turn') {
      g.lineWidth = 1;
      g.moveTo(p.x, p.y + 6);
      g.lineTo(p.x, a.y);
      g.stroke();
      g.lineWidth = 3;
      g.beginPath();
      g.arc(p.x, p.y, 6, 0.2 * Math.PI, 1.8 * Math.PI);
    } else if (grip.kind === 'side') {
      const [dx, dy] = [grip.sx * GRIP_PX, grip.sy * GRIP_PX];
      // A corner is a bracket that opens inwards, a side a stroke along it.
      if (dx !== 0 && dy !== 0) {
        g.moveTo(p.x - dx, p.y);
        g.lineTo(p.x, p.y);
        g.lineTo(p.x, p.y + dy);
      } else {
        g.moveTo(p.x - dy, p.y - dx);
        g.lineTo(p.x + dy, p.y + dx);
      }
    }
    g.stroke();
  }
  g.lineCap = 'butt';
}
