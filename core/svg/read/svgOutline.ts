import { intersect, unite, type Shape } from '../../boolean/unite';
import { transformContours, type Contour } from '../../geometry/contour';
import { contourArea, contoursBox } from '../../geometry/measure';
import type { ColourLayer, Rgb } from '../../geometry/paint';
import { strokeOutline, strokePieces, type StrokeStyle } from '../../geometry/strokeOutline';
import type { DrawnShape, SvgDrawing } from './readSvg';

/** What a shape covers, px of the document: its fill and its stroke apart, as they may differ in colour. */
export interface Covered {
  readonly rgb: Rgb;
  readonly shape: Shape;
}

/** A stroke that is cut up wrongly differs in area from the pen's own run by more than overlaps explain. */
const WRONG_SHARE = 0.03;

/** Area that a pen run along a contour covers: united as one, or, where that goes wrong, from its pieces. */
function strokeArea(c: Contour, stroke: StrokeStyle): Contour[] {
  const raw = strokeOutline(c, stroke);
  const whole = unite([{ contours: raw, rule: 'nonzero' }]);
  const area = (cs: readonly Contour[]) => Math.abs(cs.reduce((sum, k) => sum + contourArea(k), 0));
  if (Math.abs(area(whole) - area(raw)) <= WRONG_SHARE * area(raw)) return whole;
  return unite(strokePieces(c, stroke).map((contours) => ({ contours, rule: 'nonzero' })));
}

/** Fill and stroke of a drawn shape as areas, cut to its clip paths. */
export function coveredBy(s: DrawnShape): Covered[] {
  const out: Covered[] = [];
  if (s.fill) {
    const contours = s.contours.filter((c) => c.nodes.length > 1).map((c) => ({ ...c, closed: true }));
    out.push({ rgb: s.fill.rgb, shape: { contours: transformContours(contours, s.map), rule: s.fill.rule } });
  }
  if (s.stroke) {
    const { stroke } = s;
    const pieces = s.contours.map((c): Shape => ({
      contours: transformContours(strokeArea(c, stroke), s.map),
      rule: 'nonzero',
    }));
    out.push({ rgb: stroke.rgb, shape: { contours: unite(pieces), rule: 'nonzero' } });
  }
  const clipped = out.map(({ rgb, shape }) => ({
    rgb,
    shape: s.clips.reduce<Shape>((a, clip) => ({ contours: intersect(a, clip), rule: 'nonzero' }), shape),
  }));
  return clipped.filter(({ shape }) => shape.contours.length > 0);
}

/** One clean outline of everything drawn: no overlaps, counters right. */
export const svgOutline = (drawing: SvgDrawing): Contour[] =>
  unite(coveredByAll(drawing).map((c) => c.shape));

export const coveredByAll = (drawing: SvgDrawing): Covered[] => drawing.shapes.flatMap(coveredBy);

/**
 * The drawing's colours as layers in the order they are drawn, neighbours of one colour together. Empty when there is only
 * one colour.
 */
export function svgLayersOf(drawing: SvgDrawing): ColourLayer[] {
  const groups: { rgb: Rgb; shapes: Shape[] }[] = [];
  for (const { rgb, shape } of coveredByAll(drawing)) {
    const last = groups[groups.length - 1];
    if (last && last.rgb.every((v, c) => v === rgb[c])) last.shapes.push(shape);
    else groups.push({ rgb, shapes: [shape] });
  }
  if (groups.length < 2) return [];
  return groups
    .map(({ rgb, shapes }): ColourLayer => ({ paint: { kind: 'flat', rgb }, contours: unite(shapes) }))
    .filter((l) => contoursBox(l.contours) !== null);
}
