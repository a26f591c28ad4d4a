import { SLOT } from '../../../../core/project/document/queries/drawnHere';
import type { Lines } from '../../../../core/project/document/schema';
import type { Contour } from '../../../../core/foundations/geometry/contour';
import { inkDabs } from '../../../../core/tracing/pen/inkDabs';
import type { PenStroke } from '../../../../core/tracing/pen/strokes';
import type { Inks } from '../../../canvas/inks';
import { path2dOf } from '../../../canvas/path2d';

interface Scene {
  readonly char: string;
  readonly lines: Lines;
  readonly outline: readonly Contour[];
  /** Where the slot begins on the sheet, px. */
  readonly origin: { readonly x: number; readonly y: number };
  /** Strokes that aren't in the outline yet, px of the slot. */
  readonly strokes: readonly PenStroke[];
  readonly inks: Inks;
}

/** A slot to write in: its lines, what is written, and the stroke being made. Canvas px = px of the slot times `k`. */
export function drawSlot(g: CanvasRenderingContext2D, k: number, scene: Scene): void {
  const { inks, lines } = scene;
  g.setTransform(1, 0, 0, 1, 0, 0);
  g.fillStyle = inks.sheet;
  g.fillRect(0, 0, g.canvas.width, g.canvas.height);
  g.scale(k, k);
  const perUnit = SLOT.capPx / lines.capHeight;
  const rule = (units: number, dash: number[], colour: string, ticks = false) => {
    const y = SLOT.baseline - units * perUnit;
    g.strokeStyle = colour;
    g.lineWidth = 1.2 / k;
    g.setLineDash(dash.map((v) => v / k));
    g.beginPath();
    for (const [from, to] of ticks
      ? [
          [0, 40],
          [SLOT.width - 40, SLOT.width],
        ]
      : [[0, SLOT.width]]) {
      g.moveTo(from!, y);
      g.lineTo(to!, y);
    }
    g.stroke();
  };
  rule(lines.capHeight, [1.5, 4], inks.faded);
  rule(lines.xHeight, [9, 5], inks.faded);
  rule(lines.ascender, [], inks.faded, true);
  rule(lines.descender, [], inks.faded, true);
  rule(0, [], inks.faded);
  g.setLineDash([]);
  g.fillStyle = inks.faded;
  g.font = `${Math.max(40, 15 / k)}px 'Atkinson Hyperlegible', sans-serif`;
  g.fillText(scene.char, 16, Math.max(52, 19 / k));
  g.save();
  g.translate(-scene.origin.x, -scene.origin.y);
  g.fillStyle = inks.ink;
  g.fill(path2dOf(scene.outline));
  g.restore();
  for (const s of scene.strokes) drawStroke(g, s, s.erases ? inks.sheet : inks.ink);
}

function drawStroke(g: CanvasRenderingContext2D, stroke: PenStroke, colour: string): void {
  const { dabs, thin, edgeRad } = inkDabs(stroke);
  g.fillStyle = g.strokeStyle = colour;
  g.lineCap = 'round';
  dabs.forEach((d, i) => {
    g.beginPath();
    g.ellipse(d.x, d.y, d.radius, d.radius * thin, edgeRad, 0, 2 * Math.PI);
    g.fill();
    const next = dabs[i + 1];
    if (!next || thin < 1) return;
    g.lineWidth = d.radius + next.radius;
    g.beginPath();
    g.moveTo(d.x, d.y);
    g.lineTo(next.x, next.y);
    g.stroke();
  });
}
