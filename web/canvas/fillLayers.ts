import { meanColour, type ColourLayer, type Paint, type Rgb } from '../../core/foundations/geometry/paint';
import { path2dOf } from './path2d';

const css = ([r, g, b]: Rgb): string => `rgb(${Math.round(r)} ${Math.round(g)} ${Math.round(b)})`;

/** A paint in the canvas's own space, which is that of the layer's contours. */
function styleOf(g: CanvasRenderingContext2D, paint: Paint): string | CanvasGradient {
  if (paint.kind === 'flat') return css(paint.rgb);
  const made =
    paint.kind === 'linear'
      ? g.createLinearGradient(paint.from.x, paint.from.y, paint.to.x, paint.to.y)
      : g.createRadialGradient(
          paint.centre.x,
          paint.centre.y,
          0,
          paint.centre.x,
          paint.centre.y,
          paint.radius,
        );
  for (const s of paint.stops) made.addColorStop(Math.max(0, Math.min(1, s.at)), css(s.rgb));
  return made;
}

/** Colour layers from the lowest to the top. */
export function fillLayers(g: CanvasRenderingContext2D, layers: readonly ColourLayer[]): void {
  for (const { paint, contours } of layers) {
    g.fillStyle = styleOf(g, paint);
    g.fill(path2dOf(contours));
  }
}

/** CSS background of a swatch for a paint. */
export const swatchOf = (paint: Paint): string =>
  paint.kind === 'flat'
    ? css(paint.rgb)
    : `${paint.kind === 'linear' ? 'linear-gradient(90deg' : 'radial-gradient(circle'}, ${paint.stops
        .map((s) => `${css(s.rgb)} ${Math.round(s.at * 100)}%`)
        .join(', ')})`;

/** Plain words for a paint. */
export const paintText = (paint: Paint): string =>
  `${paint.kind === 'flat' ? 'Flat' : paint.kind === 'linear' ? 'Linear gradient' : 'Radial gradient'} ` +
  `#${meanColour(paint)
    .map((v) => Math.round(v).toString(16).padStart(2, '0'))
    .join('')}`;
