import { drawContours } from '../../../../core/foundations/geometry/outlineSink';
import { moduleContours } from '../../../../core/outlines/modules/moduleContours';
import type { Module } from '../../../../core/outlines/modules/modules';
import type { Inks } from '../../../canvas/inks';
import type { Cell } from '../../../tools/grid/gridTool';

/** Cells shown above the capitals, below the baseline, and across. */
export const ABOVE = 2;
export const BELOW = 3;
export const COLUMNS = 12;

/** Where the grid lies on the canvas, CSS px: the side of a cell, its left edge, its baseline. */
export interface GridPlace {
  readonly width: number;
  readonly height: number;
  readonly side: number;
  readonly left: number;
  readonly baseline: number;
}

/** White around the grid, and the least that a cell measures, CSS px. */
const AROUND_PX = 24;
const LEAST_PX = 4;

/** The grid as large as it fits, in the middle. */
export function placeOf(width: number, height: number, capRows: number): GridPlace {
  const rows = capRows + ABOVE + BELOW;
  const fits = Math.min((width - AROUND_PX) / COLUMNS, (height - AROUND_PX) / rows);
  const side = Math.max(LEAST_PX, Math.floor(fits));
  const left = Math.floor((width - side * COLUMNS) / 2);
  const baseline = Math.floor((height - side * rows) / 2) + side * (capRows + ABOVE);
  return { width, height, side, left, baseline };
}

/** The cell under a place of the canvas; null beside the grid. Columns count from the left, rows up from the baseline. */
export function cellAt(
  { side, left, baseline }: GridPlace,
  capRows: number,
  px: number,
  py: number,
): Cell | null {
  const [x, y] = [Math.floor((px - left) / side), Math.floor((baseline - py) / side)];
  return x < 0 || x >= COLUMNS || y < -BELOW || y >= capRows + ABOVE ? null : { x, y };
}

interface Scene {
  readonly place: GridPlace;
  readonly cells: readonly Module[];
  readonly capRows: number;
  readonly xRows: number;
  readonly cursor: Cell | null;
  readonly inks: Inks;
}

export function drawGrid(g: CanvasRenderingContext2D, scene: Scene): void {
  const { place, inks } = scene;
  g.fillStyle = inks.sheet;
  g.fillRect(0, 0, place.width, place.height);
  drawRules(g, scene);
  g.save();
  g.translate(place.left, place.baseline);
  g.scale(place.side, -place.side);
  g.fillStyle = inks.ink;
  g.beginPath();
  drawContours(moduleContours(scene.cells), g);
  g.fill();
  g.restore();
  drawLine(g, scene, { row: 0, dash: [], name: 'baseline' });
  drawLine(g, scene, { row: scene.capRows, dash: [1.5, 4], name: 'caps' });
  drawLine(g, scene, { row: scene.xRows, dash: [9, 5], name: 'x-height' });
  if (scene.cursor) drawCursor(g, place, scene.cursor, inks);
}

function drawRules(g: CanvasRenderingContext2D, { place, capRows, inks }: Scene): void {
  const { left, side, baseline } = place;
  g.lineWidth = 1;
  g.strokeStyle = inks.rule;
  g.beginPath();
  for (let i = 0; i <= COLUMNS; i++) {
    g.moveTo(left + i * side + 0.5, baseline - (capRows + ABOVE) * side);
    g.lineTo(left + i * side + 0.5, baseline + BELOW * side);
  }
  for (let j = -BELOW; j <= capRows + ABOVE; j++) {
    g.moveTo(left, baseline - j * side + 0.5);
    g.lineTo(left + COLUMNS * side, baseline - j * side + 0.5);
  }
  g.stroke();
}

/** A line of the font at a height in cells, with its name at the right. */
function drawLine(
  g: CanvasRenderingContext2D,
  { place, inks }: Scene,
  { row, dash, name }: { row: number; dash: number[]; name: string },
): void {
  const { left, side, baseline } = place;
  g.strokeStyle = g.fillStyle = inks.hand;
  g.setLineDash(dash);
  g.lineWidth = 1.5;
  g.beginPath();
  g.moveTo(left - 10, baseline - row * side + 0.5);
  g.lineTo(left + COLUMNS * side + 10, baseline - row * side + 0.5);
  g.stroke();
  g.setLineDash([]);
  g.font = "11px 'Atkinson Hyperlegible', sans-serif";
  g.fillText(name, left + COLUMNS * side + 14, baseline - row * side + 4);
}

function drawCursor(g: CanvasRenderingContext2D, place: GridPlace, { x, y }: Cell, inks: Inks): void {
  const { left, side, baseline } = place;
  g.strokeStyle = inks.hand;
  g.lineWidth = 2;
  g.strokeRect(left + x * side + 1, baseline - (y + 1) * side + 1, side - 2, side - 2);
}
