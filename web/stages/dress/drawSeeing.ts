import { thicknessAt, inkAlong } from '../../../core/outlines/dress/stems';
import type { Guide } from '../../../core/outlines/dress/snapping';
import { isLine, segmentAt, segmentCount, type Contour } from '../../../core/foundations/geometry/contour';
import { cubicDerivative, pointOnCubic } from '../../../core/foundations/geometry/cubic';
import { distance, unit, type Vec } from '../../../core/foundations/geometry/vec';
import { placesAlong } from '../../../core/outlines/outline/deviation';
import { chordsOf, type ChordGrid } from '../../../core/outlines/outline/flat';
import { curvature } from '../../../core/outlines/outline/points';
import type { Inks } from '../../canvas/inks';
import { emAt as at, type View } from '../../canvas/view';

const FONT = "12px 'Atkinson Hyperlegible', sans-serif";
/** Length of a comb's tooth at a bend of 100 u radius, u. */
const TOOTH_EM = 28;
const TEETH = 14;

/** Curvature as teeth across the curve: even teeth are an even curve. */
export function drawComb(g: CanvasRenderingContext2D, view: View, cs: readonly Contour[], inks: Inks): void {
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  g.globalAlpha = 0.75;
  g.beginPath();
  for (const c of cs) {
    for (let i = 0; i < segmentCount(c); i++) {
      if (isLine(c, i)) continue;
      const s = segmentAt(c, i);
      let last: Vec | null = null;
      for (let k = 0; k <= TEETH; k++) {
        const t = Math.min(0.999, Math.max(0.001, k / TEETH));
        const p = pointOnCubic(s, t);
        const d = unit(cubicDerivative(s, t));
        const tooth = Math.max(-110, Math.min(110, curvature(s, t) * 100 * TOOTH_EM));
        const tip = at(view, { x: p.x + d.y * tooth, y: p.y - d.x * tooth });
        const foot = at(view, p);
        g.moveTo(foot.x, foot.y);
        g.lineTo(tip.x, tip.y);
        if (last) g.moveTo(last.x, last.y);
        g.lineTo(tip.x, tip.y);
        last = tip;
      }
    }
  }
  g.stroke();
  g.globalAlpha = 1;
}

/** Up to here the outline lies on its source, u; from there to twice as far it is on its way off. */
const CALM_EM = 2;
const STEP_EM = 4;

/** The outline in three weights by how far it lies from the source: thin and calm, thicker, thick in the snag's colour. */
export function drawDeviation(
  g: CanvasRenderingContext2D,
  view: View,
  cs: readonly Contour[],
  edges: ChordGrid,
  inks: Inks,
): void {
  const bands = deviationBands(cs, edges);
  const styles = [
    { colour: inks.hand, width: 2 },
    { colour: inks.snag, width: 3.5 },
    { colour: inks.snag, width: 7 },
  ];
  styles.forEach(({ colour, width }, band) => {
    g.strokeStyle = colour;
    g.lineWidth = width;
    g.lineCap = 'round';
    g.globalAlpha = band === 1 ? 0.7 : 1;
    g.beginPath();
    for (const [a, b] of bands[band]!) {
      const [p, q] = [at(view, a), at(view, b)];
      g.moveTo(p.x, p.y);
      g.lineTo(q.x, q.y);
    }
    g.stroke();
  });
  g.globalAlpha = 1;
  g.lineCap = 'butt';
}

type Bands = [Vec, Vec][][];
const known = new WeakMap<readonly Contour[], { edges: ChordGrid; bands: Bands }>();

function deviationBands(cs: readonly Contour[], edges: ChordGrid): Bands {
  const hit = known.get(cs);
  if (hit?.edges === edges) return hit.bands;
  const bands: Bands = [[], [], []];
  for (const c of cs) {
    const places = placesAlong(chordsOf([c], 0.3), STEP_EM);
    if (places.length < 2) continue;
    const ring = c.closed ? [...places, places[0]!] : places;
    ring.slice(1).forEach((p, i) => {
      const off = edges.nearest(p).distance;
      bands[off <= CALM_EM ? 0 : off <= 2 * CALM_EM ? 1 : 2]!.push([ring[i]!, p]);
    });
  }
  known.set(cs, { edges, bands });
  return bands;
}

/** Greatest and mean distance of an outline from its source, u. */
export function deviationNumbers(cs: readonly Contour[], edges: ChordGrid): { most: number; mean: number } {
  const offs = placesAlong(chordsOf(cs, 0.3), STEP_EM).map((p) => edges.nearest(p).distance);
  const sum = offs.reduce((a, b) => a + b, 0);
  return { most: Math.max(0, ...offs), mean: offs.length > 0 ? sum / offs.length : 0 };
}

/** Anchors: a small ring with a cross in it and the name beside. */
export function drawAnchors(
  g: CanvasRenderingContext2D,
  view: View,
  anchors: readonly { readonly name: string; readonly x: number; readonly y: number }[],
  moving: { readonly name: string; readonly to: Vec } | null,
  inks: Inks,
): void {
  g.strokeStyle = inks.hand;
  g.fillStyle = inks.hand;
  g.lineWidth = 1.5;
  g.font = FONT;
  for (const a of anchors) {
    const p = at(view, moving?.name === a.name ? moving.to : a);
    g.beginPath();
    g.arc(p.x, p.y, 6, 0, 2 * Math.PI);
    g.moveTo(p.x - 9, p.y);
    g.lineTo(p.x + 9, p.y);
    g.moveTo(p.x, p.y - 9);
    g.lineTo(p.x, p.y + 9);
    g.stroke();
    g.fillText(a.name, p.x + 12, p.y - 6);
  }
}

/** Lines that something snaps to, and why, beside the pointer. */
export function drawGuides(
  g: CanvasRenderingContext2D,
  view: View,
  width: number,
  height: number,
  guides: readonly Guide[],
  pointer: Vec | null,
  inks: Inks,
): void {
  if (guides.length === 0) return;
  g.strokeStyle = inks.hand;
  g.lineWidth = 1;
  g.setLineDash([2, 4]);
  for (const guide of guides) {
    if (!Number.isFinite(guide.at)) continue;
    const p = at(view, { x: guide.at, y: guide.at });
    g.beginPath();
    if (guide.axis === 'x') {
      g.moveTo(p.x, 0);
      g.lineTo(p.x, height);
    } else {
      g.moveTo(0, p.y);
      g.lineTo(width, p.y);
    }
    g.stroke();
  }
  g.setLineDash([]);
  if (!pointer) return;
  const p = at(view, pointer);
  label(g, [...new Set(guides.map((x) => x.reason))].join(', '), p.x + 14, p.y + 22, inks);
}

/** Words on a small ground of their own, so that they are read over ink. */
export function label(g: CanvasRenderingContext2D, text: string, x: number, y: number, inks: Inks): void {
  g.font = FONT;
  const w = g.measureText(text).width;
  g.fillStyle = inks.sheet;
  g.fillRect(x - 4, y - 13, w + 8, 18);
  g.strokeStyle = inks.rule;
  g.lineWidth = 1;
  g.strokeRect(x - 4, y - 13, w + 8, 18);
  g.fillStyle = inks.ink;
  g.fillText(text, x, y);
}

/** The knife's line, or the ruler's with the thickness of every stretch of ink under it. */
export function drawRuler(
  g: CanvasRenderingContext2D,
  view: View,
  line: { readonly from: Vec; readonly to: Vec; readonly kind: 'cut' | 'measure' },
  outline: readonly Contour[],
  inks: Inks,
): void {
  const [a, b] = [at(view, line.from), at(view, line.to)];
  g.strokeStyle = line.kind === 'cut' ? inks.snag : inks.hand;
  g.lineWidth = 1.5;
  g.setLineDash(line.kind === 'cut' ? [6, 4] : []);
  g.beginPath();
  g.moveTo(a.x, a.y);
  g.lineTo(b.x, b.y);
  g.stroke();
  g.setLineDash([]);
  if (line.kind === 'cut') return;
  const long = distance(a, b) > 4;
  const runs = long
    ? inkAlong(chordsOf(outline, 0.1), line.from, line.to).map((r) => ({
        from: r.from.at,
        to: r.to.at,
        width: r.width,
      }))
    : pressed(outline, line.from);
  for (const run of runs) {
    const [p, q] = [at(view, run.from), at(view, run.to)];
    g.strokeStyle = inks.hand;
    g.lineWidth = 4;
    g.beginPath();
    g.moveTo(p.x, p.y);
    g.lineTo(q.x, q.y);
    g.stroke();
    label(g, `${run.width.toFixed(1)} u`, (p.x + q.x) / 2 + 8, (p.y + q.y) / 2 - 10, inks);
  }
}

/** The thickness of every stretch of ink under a straight, u. */
export const widthsAlong = (outline: readonly Contour[], from: Vec, to: Vec): number[] =>
  inkAlong(chordsOf(outline, 0.1), from, to).map((r) => r.width);

/** A press without a drag reads the thickness at the nearest edge. */
function pressed(outline: readonly Contour[], p: Vec): { from: Vec; to: Vec; width: number }[] {
  const here = thicknessAt(outline, p);
  return here ? [here] : [];
}
