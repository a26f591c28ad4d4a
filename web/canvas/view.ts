import type { Vec } from '../../core/foundations/geometry/vec';
import { TINY } from '../../core/foundations/geometry/tolerance';

/** How a surface shows its world: screen = world * zoom + offset, in CSS px. */
export interface View {
  readonly zoom: number;
  readonly x: number;
  readonly y: number;
}

export const toScreen = (v: View, p: Vec): Vec => ({ x: p.x * v.zoom + v.x, y: p.y * v.zoom + v.y });
/** Em units (y up) to screen, on surfaces whose world is em units with y down. */
export const emAt = (v: View, p: Vec): Vec => toScreen(v, { x: p.x, y: -p.y });
export const toWorld = (v: View, p: Vec): Vec => ({ x: (p.x - v.x) / v.zoom, y: (p.y - v.y) / v.zoom });

/** Zoom by a factor that keeps the world point under `at` (CSS px) where it is. */
export function zoomAt(v: View, at: Vec, factor: number, limits = { min: 0.02, max: 40 }): View {
  const zoom = Math.max(limits.min, Math.min(limits.max, v.zoom * factor));
  const k = zoom / v.zoom;
  return { zoom, x: at.x - (at.x - v.x) * k, y: at.y - (at.y - v.y) * k };
}

/** The whole box in a surface of the given size, centred, with a margin in px. */
export function fitBox(
  box: { xMin: number; yMin: number; xMax: number; yMax: number },
  width: number,
  height: number,
  margin: number,
): View {
  const w = Math.max(TINY, box.xMax - box.xMin);
  const h = Math.max(TINY, box.yMax - box.yMin);
  const zoom = Math.max(1e-6, Math.min((width - 2 * margin) / w, (height - 2 * margin) / h));
  return { zoom, x: width / 2 - (box.xMin + w / 2) * zoom, y: height / 2 - (box.yMin + h / 2) * zoom };
}
