import { interpolateRgb } from 'd3';
import type { PieceRow } from '../../../core/project/document/schema';
import type { Deviation } from '../../../core/lifting/find/tracePiece';
import type { Inks } from '../../canvas/inks';
import { drawHandleMark, drawNodeMark, nodeDirection } from '../../canvas/nodeMarks';
import { toScreen, type View } from '../../canvas/view';

/** The points of a piece with their handles, in our marks. */
export function drawPoints(g: CanvasRenderingContext2D, view: View, piece: PieceRow, inks: Inks): void {
  for (const c of piece.outline) {
    c.nodes.forEach((node) => {
      for (const end of [node.in, node.out]) {
        if (end) drawHandleMark(g, toScreen(view, node), toScreen(view, end), inks, false);
      }
    });
    c.nodes.forEach((node, i) =>
      drawNodeMark(g, toScreen(view, node), nodeDirection(c, i), node.kind, inks, false),
    );
  }
}

/** Colour of a deviation: the hand's own up to a quarter of a px, the snag's from a whole px on. */
const NEAR_PX = 0.25;
const FAR_PX = 1;

/** The ink's edge in small dots, coloured by how far the outline lies from it, with a tick across where it lies far off. */
export function drawDeviation(
  g: CanvasRenderingContext2D,
  view: View,
  { samples }: Deviation,
  inks: Inks,
): void {
  const mix = interpolateRgb(inks.hand, inks.snag);
  const size = Math.max(1.5, Math.min(4, view.zoom * 0.5));
  for (let k = 0; k < samples.length; k += 3) {
    const off = Math.abs(samples[k + 2]!);
    const p = toScreen(view, { x: samples[k]!, y: samples[k + 1]! });
    g.fillStyle = mix(Math.max(0, Math.min(1, (off - NEAR_PX) / (FAR_PX - NEAR_PX))));
    const r = size * (1 + Math.min(1.5, off));
    g.fillRect(p.x - r / 2, p.y - r / 2, r, r);
  }
}
