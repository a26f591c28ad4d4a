import type { Contour } from '../geometry/contour';
import { drawContours } from '../geometry/outlineSink';

const round = (v: number, digits: number): string => {
  const text = v.toFixed(digits);
  return (digits > 0 ? text.replace(/\.?0+$/, '') : text).replace(/^-0$/, '0');
};

/**
 * SVG path data (SVG 2, 9.3) of the contours, absolute M L C Z, numbers with at most `digits`
 * decimals. The caller sees to the direction of y: SVG's points down.
 */
export function pathData(contours: readonly Contour[], digits = 3): string {
  const out: string[] = [];
  const n = (v: number) => round(v, digits);
  drawContours(contours, {
    moveTo: (x, y) => out.push(`M${n(x)} ${n(y)}`),
    lineTo: (x, y) => out.push(`L${n(x)} ${n(y)}`),
    bezierCurveTo: (x1, y1, x2, y2, x, y) => out.push(`C${n(x1)} ${n(y1)} ${n(x2)} ${n(y2)} ${n(x)} ${n(y)}`),
    closePath: () => out.push('Z'),
  });
  return out.join('');
}

/** A whole SVG document with one compound path; `viewBox` as given, y down. */
export function svgDocument(contours: readonly Contour[], view: ViewBox, title?: string): string {
  const escape = (s: string) => s.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  return (
    open(view) +
    (title ? `<title>${escape(title)}</title>` : '') +
    `<path fill-rule="nonzero" d="${pathData(contours)}"/></svg>\n`
  );
}

interface ViewBox {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const open = (view: ViewBox): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${view.width}" height="${view.height}" ` +
  `viewBox="${view.x} ${view.y} ${view.width} ${view.height}">`;

/** A document of filled layers, one compound path each, drawn in order; y down. */
export function svgLayers(
  layers: readonly {
    readonly rgb: readonly [number, number, number];
    readonly contours: readonly Contour[];
  }[],
  view: ViewBox,
): string {
  const hex = (rgb: readonly number[]) => `#${rgb.map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  const paths = layers.map(
    (l) => `<path fill="${hex(l.rgb)}" fill-rule="nonzero" d="${pathData(l.contours)}"/>`,
  );
  return `${open(view)}${paths.join('')}</svg>\n`;
}

/** A document of stroked paths, one for each contour with its pen's width; round caps and joins, y down. */
export function svgStrokes(contours: readonly Contour[], widths: readonly number[], view: ViewBox): string {
  const paths = contours.map((c, i) => {
    const only = c.nodes.length === 1 ? c.nodes[0]! : null;
    // A stroke of no length is a dot only where it is closed by a line to itself (SVG 2, 9.6).
    const d = only ? `M${round(only.x, 3)} ${round(only.y, 3)}h0` : pathData([c]);
    return `<path stroke-width="${round(widths[i]!, 3)}" d="${d}"/>`;
  });
  return (
    open(view) +
    `<g fill="none" stroke="#000" stroke-linecap="round" stroke-linejoin="round">${paths.join('')}</g></svg>\n`
  );
}
