import { escapeXml } from './xmlText';
import type { Affine } from '../../foundations/geometry/affine';
import { base64 } from '../../foundations/raster/base64';
import type { Contour } from '../../foundations/geometry/contour';
import type { ColourLayer, Paint } from '../../foundations/geometry/paint';
import { drawContours } from '../../foundations/geometry/outlineSink';

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
  return (
    open(view) +
    (title ? `<title>${escapeXml(title)}</title>` : '') +
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

const hex = (rgb: readonly number[]) =>
  `#${rgb.map((v) => Math.round(v).toString(16).padStart(2, '0')).join('')}`;

/** A gradient's definition (SVG 2, 14.2), in the user space of the path it fills. */
function gradientDef(paint: Exclude<Paint, { kind: 'flat' }>, id: string): string {
  const n = (v: number) => round(v, 3);
  const stops = paint.stops.map((s) => `<stop offset="${n(s.at)}" stop-color="${hex(s.rgb)}"/>`).join('');
  return paint.kind === 'linear'
    ? `<linearGradient id="${id}" gradientUnits="userSpaceOnUse" x1="${n(paint.from.x)}" y1="${n(paint.from.y)}" ` +
        `x2="${n(paint.to.x)}" y2="${n(paint.to.y)}">${stops}</linearGradient>`
    : `<radialGradient id="${id}" gradientUnits="userSpaceOnUse" cx="${n(paint.centre.x)}" cy="${n(paint.centre.y)}" ` +
        `r="${n(paint.radius)}">${stops}</radialGradient>`;
}

/** A filled path, whose gradient goes among the definitions. */
function layerPath({ paint, contours }: ColourLayer, defs: string[]): string {
  let fill = paint.kind === 'flat' ? hex(paint.rgb) : '';
  if (paint.kind !== 'flat') {
    const id = `paint${defs.length}`;
    defs.push(gradientDef(paint, id));
    fill = `url(#${id})`;
  }
  return `<path fill="${fill}" fill-rule="nonzero" d="${pathData(contours)}"/>`;
}

const withDefs = (view: ViewBox, defs: readonly string[], body: string): string =>
  `${open(view)}${defs.length > 0 ? `<defs>${defs.join('')}</defs>` : ''}${body}</svg>\n`;

/** A document of filled layers, one compound path each, drawn in order; y down. */
export function svgLayers(layers: readonly ColourLayer[], view: ViewBox): string {
  const defs: string[] = [];
  const paths = layers.map((layer) => layerPath(layer, defs));
  return withDefs(view, defs, paths.join(''));
}

/** A document without a size of its own: one group with an id, filled layers in order; y down. */
export function svgFragment(id: string, layers: readonly ColourLayer[]): string {
  const defs: string[] = [];
  const paths = layers.map((layer) => layerPath(layer, defs));
  const kept = defs.length > 0 ? `<defs>${defs.join('')}</defs>` : '';
  return `<svg xmlns="http://www.w3.org/2000/svg">${kept}<g id="${id}">${paths.join('')}</g></svg>`;
}

/** A document of named groups of filled layers: letters that stay apart, in the order they stand; y down. */
export function svgGroups(
  groups: readonly { readonly name: string; readonly layers: readonly ColourLayer[] }[],
  view: ViewBox,
): string {
  const defs: string[] = [];
  const body = groups.map(
    ({ name, layers }, i) =>
      `<g id="${escapeXml(`${i + 1}-${name}`)}">${layers.map((l) => layerPath(l, defs)).join('')}</g>`,
  );
  return withDefs(view, defs, body.join(''));
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

/** A picture in a document: its bytes, and the way from its px to user units. */
export interface SvgImage {
  readonly png: Uint8Array;
  readonly widthPx: number;
  readonly heightPx: number;
  readonly map: Affine;
}

/** A document of pictures, which are in it, over outlines in black; y down. */
export function svgPicture(images: readonly SvgImage[], plain: readonly Contour[], view: ViewBox): string {
  const path = plain.length > 0 ? `<path fill-rule="nonzero" d="${pathData(plain)}"/>` : '';
  const n = (v: number) => round(v, 6);
  const drawn = images.map(({ png, widthPx, heightPx, map: { a, b, c, d, e, f } }) => {
    const place = [a, b, c, d, e, f].map(n).join(' ');
    return `<image width="${widthPx}" height="${heightPx}" transform="matrix(${place})" href="data:image/png;base64,${base64(png)}"/>`;
  });
  return `${open(view)}${path}${drawn.join('')}</svg>\n`;
}
