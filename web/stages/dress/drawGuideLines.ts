import type { ShownGuide } from '../../../core/project/document/queries/guides';
import type { GlyphRow, ProjectRow } from '../../../core/project/document/schema';
import { wayOf, type GuideLine } from '../../../core/outlines/dress/guides';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { Inks } from '../../canvas/inks';
import { emAt as at, toWorld, type View } from '../../canvas/view';
import type { HeldGuide } from '../../tools/dress/scene';
import { drawRuler } from './drawSeeing';

/** Grid lines stand no closer than this, CSS px: of finer ones only every so many are drawn. */
const LEAST_GRID_PX = 7;

/** Every so many lines of a grid one is drawn stronger. */
const STRONG_EVERY = 5;

/** Lines to draw by, as the bench shows them. */
export interface ShownGuides {
  readonly all: readonly ShownGuide[];
  readonly inHand: HeldGuide;
  /** With the guide tool in hand their feet are shown. */
  readonly feet: boolean;
}

/** Even steps, the fifth of them stronger; nothing where they would run together. */
export function drawGrid(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  height: number,
  { step, shown }: ProjectRow['grid'],
  inks: Inks,
): void {
  if (!shown) return;
  let wide = step;
  while (wide * view.zoom < LEAST_GRID_PX) wide *= STRONG_EVERY;
  const [from, to] = [toWorld(view, { x: 0, y: 0 }), toWorld(view, { x: width, y: height })];
  g.strokeStyle = inks.rule;
  g.lineWidth = 1;
  for (const strong of [false, true]) {
    g.globalAlpha = strong ? 0.75 : 0.35;
    g.beginPath();
    for (let i = Math.ceil(from.x / wide); i * wide <= to.x; i++) {
      if ((i % STRONG_EVERY === 0) !== strong) continue;
      const x = Math.round(i * wide * view.zoom + view.x) + 0.5;
      g.moveTo(x, 0);
      g.lineTo(x, height);
    }
    for (let i = Math.ceil(from.y / wide); i * wide <= to.y; i++) {
      if ((i % STRONG_EVERY === 0) !== strong) continue;
      const y = Math.round(i * wide * view.zoom + view.y) + 0.5;
      g.moveTo(0, y);
      g.lineTo(width, y);
    }
    g.stroke();
  }
  g.globalAlpha = 1;
}

/** The artist's own lines in their code (a long dash and a short one); `moving` is drawn in place of the one in hand. */
export function drawGuideLines(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  height: number,
  { all, inHand, feet }: ShownGuides,
  moving: { readonly guide: HeldGuide; readonly line: GuideLine } | null,
  inks: Inks,
): void {
  g.font = "11px 'Atkinson Hyperlegible', sans-serif";
  for (const guide of all) {
    const line = moving?.guide?.id === guide.id ? moving.line : guide;
    drawOne(g, view, width + height, line, guide.name, feet, inHand?.id === guide.id, inks);
  }
  if (moving && moving.guide === null)
    drawOne(g, view, width + height, moving.line, turnText(moving.line), feet, true, inks);
}

/** Where a line lies, in numbers: its height when it is level, its place and turn when not. */
const turnText = ({ x, y, deg }: GuideLine): string =>
  deg === 0 ? `${Math.round(y)} u` : `${Math.round(x)}, ${Math.round(y)} u, ${deg.toFixed(1)}°`;

function drawOne(
  g: CanvasRenderingContext2D,
  view: View,
  far: number,
  line: GuideLine,
  name: string,
  foot: boolean,
  inHand: boolean,
  inks: Inks,
): void {
  const p = at(view, line);
  const way = wayOf(line);
  const long = far + Math.abs(p.x) + Math.abs(p.y);
  g.strokeStyle = inks.hand;
  g.fillStyle = inks.hand;
  g.globalAlpha = inHand ? 1 : 0.6;
  g.lineWidth = inHand ? 1.5 : 1;
  g.setLineDash([12, 3, 2, 3]);
  g.beginPath();
  g.moveTo(p.x - way.x * long, p.y + way.y * long);
  g.lineTo(p.x + way.x * long, p.y - way.y * long);
  g.stroke();
  g.setLineDash([]);
  g.globalAlpha = 1;
  // A level one is named at the margin, where it can't be in the way; others at their foot.
  g.fillText(name, line.deg === 0 ? Math.max(64, p.x + 12) : p.x + 10, p.y - 6);
  if (!foot) return;
  g.beginPath();
  g.moveTo(p.x - 5, p.y + 7);
  g.lineTo(p.x, p.y);
  g.lineTo(p.x + 5, p.y + 7);
  g.closePath();
  if (inHand) g.fill();
  g.stroke();
}

/** Measures that stay, each with its stretches of ink told. */
export function drawMeasures(
  g: CanvasRenderingContext2D,
  view: View,
  measures: GlyphRow['measures'],
  originX: number,
  outline: readonly Contour[],
  inks: Inks,
): void {
  for (const { from, to } of measures) {
    const own = (p: { x: number; y: number }) => ({ x: p.x - originX, y: p.y });
    drawRuler(g, view, { from: own(from), to: own(to), kind: 'measure' }, outline, inks);
  }
}
