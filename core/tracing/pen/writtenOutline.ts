import type { Contour } from '../../foundations/geometry/contour';
import type { FloatImage } from '../../foundations/raster/picture';
import { traceRegion } from '../trace/traceRegion';
import { defaultTraceSettings } from '../trace/settings';
import { inkDabs, type InkedStroke } from './inkDabs';
import type { PenStroke } from './strokes';
import { TINY } from '../../foundations/geometry/tolerance';

/** Clear px around the ink, so that its edge is whole. */
const MARGIN_PX = 8;

/**
 * Outline of what was written, px of the strokes (y down); strokes that rub out take away what came before them. The ink
 * is laid into a field of coverage and traced like any scan: crossings and turns of any pen come out as ink runs together.
 */
export function writtenOutline(strokes: readonly PenStroke[]): Contour[] {
  const inked = strokes.map(inkDabs);
  const reach = inked.filter((s) => !s.erases).flatMap((s) => s.dabs);
  if (reach.length === 0) return [];
  const x = Math.floor(Math.min(...reach.map((d) => d.x - d.radius))) - MARGIN_PX;
  const y = Math.floor(Math.min(...reach.map((d) => d.y - d.radius))) - MARGIN_PX;
  const width = Math.ceil(Math.max(...reach.map((d) => d.x + d.radius))) + MARGIN_PX - x;
  const height = Math.ceil(Math.max(...reach.map((d) => d.y + d.radius))) + MARGIN_PX - y;
  const field: FloatImage = { width, height, data: new Float32Array(width * height) };
  for (const stroke of inked) layInk(field, x, y, stroke);
  if (!field.data.some((v) => v > 0.5)) return [];
  return traceRegion({ field, level: 0.5, x, y }, WRITTEN, 0);
}

/** There is no grain to even out: the edge is as the nib left it. */
const WRITTEN = { ...defaultTraceSettings, smoothing: 0.5 };

/** Coverage of a stroke laid over what is there, or taken from it. */
function layInk(field: FloatImage, x0: number, y0: number, stroke: InkedStroke): void {
  const { dabs } = stroke;
  if (dabs.length === 1) return layStep(field, x0, y0, stroke, 0, 0);
  for (let i = 0; i + 1 < dabs.length; i++) layStep(field, x0, y0, stroke, i, i + 1);
}

function layStep(field: FloatImage, x0: number, y0: number, s: InkedStroke, i: number, j: number): void {
  const [a, b] = [s.dabs[i]!, s.dabs[j]!];
  const r = Math.max(a.radius, b.radius) + 1;
  const [left, right] = [Math.min(a.x, b.x) - r - x0, Math.max(a.x, b.x) + r - x0];
  const [top, bottom] = [Math.min(a.y, b.y) - r - y0, Math.max(a.y, b.y) + r - y0];
  const [cos, sin] = [Math.cos(s.edgeRad), Math.sin(s.edgeRad)];
  // Along and across the nib's edge, across stretched so that the nib is round.
  const stretch = 1 / s.thin;
  const along = (x: number, y: number) => x * cos + y * sin;
  const across = (x: number, y: number) => (-x * sin + y * cos) * stretch;
  const [au, av] = [along(a.x, a.y), across(a.x, a.y)];
  const [du, dv] = [along(b.x, b.y) - au, across(b.x, b.y) - av];
  const size = du * du + dv * dv;
  for (let y = Math.max(0, Math.floor(top)); y < Math.min(field.height, Math.ceil(bottom)); y++) {
    for (let x = Math.max(0, Math.floor(left)); x < Math.min(field.width, Math.ceil(right)); x++) {
      const [px, py] = [x + x0 + 0.5, y + y0 + 0.5];
      const [u, v] = [along(px, py) - au, across(px, py) - av];
      const t = size > 0 ? Math.max(0, Math.min(1, (u * du + v * dv) / size)) : 0;
      const [ou, ov] = [u - t * du, v - t * dv];
      const off = Math.hypot(ou, ov);
      // Distances across the edge are stretched; the edge's softness has to be one px all the same.
      const slope = off > TINY ? Math.hypot(ou, ov * stretch) / off : stretch;
      const cover = Math.max(0, Math.min(1, (a.radius + (b.radius - a.radius) * t - off) / slope + 0.5));
      if (cover === 0) continue;
      const k = y * field.width + x;
      field.data[k] = s.erases ? Math.min(field.data[k]!, 1 - cover) : Math.max(field.data[k]!, cover);
    }
  }
}
