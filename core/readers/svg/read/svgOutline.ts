import { isUnited, markUnited, type Shape } from '../../../outlines/boolean/shape';
import { determinant } from '../../../foundations/geometry/affine';
import { intersect, subtract, unite } from '../../../outlines/boolean/unite';
import { transformContours, type Contour } from '../../../foundations/geometry/contour';
import { contourArea, contoursBox, type Box } from '../../../foundations/geometry/measure';
import type { ColourLayer, Paint } from '../../../foundations/geometry/paint';
import { bendsTightly, strokeOutline, type StrokeStyle } from '../../../foundations/geometry/strokeOutline';
import { strokePieces } from '../../../foundations/geometry/strokePieces';
import { withKinds } from '../../../foundations/geometry/nodeKinds';
import { placePaint } from './gradient';
import type { DrawnShape, SvgDrawing } from './readSvg';

/** What a shape covers, px of the document: its fill and its stroke apart, as they may differ in colour. */
export interface Covered {
  /** In px of the document, as the shape. */
  readonly paint: Paint;
  readonly shape: Shape;
}

/** Where a pen's inner edge runs backwards it may take away what it should cover: by more than this share it shows. */
const WRONG_SHARE = 0.03;

/** Area that a pen run along a contour covers: united as one, or, where its bends are too tight for that, from its pieces. */
function strokeArea(c: Contour, stroke: StrokeStyle): Contour[] {
  const raw = strokeOutline(c, stroke);
  const whole = unite([{ contours: raw, rule: 'nonzero' }]);
  const area = (cs: readonly Contour[]) => Math.abs(cs.reduce((sum, k) => sum + contourArea(k), 0));
  const differs = Math.abs(area(whole) - area(raw)) > WRONG_SHARE * area(raw);
  if (!differs || !bendsTightly(c, stroke)) return whole;
  return unite(strokePieces(c, stroke).map((contours) => ({ contours, rule: 'nonzero' })));
}

/** Fill and stroke of a drawn shape as areas, cut to its clip paths. */
export function coveredBy(s: DrawnShape): Covered[] {
  const out: Covered[] = [];
  if (s.fill) {
    const contours = s.contours
      .filter((c) => c.nodes.length > 1)
      .map((c) => withKinds({ ...c, closed: true }));
    out.push({
      paint: placePaint(s.fill.paint, s.map),
      shape: { contours: transformContours(contours, s.map), rule: s.fill.rule },
    });
  }
  if (s.stroke) {
    const { stroke } = s;
    const pieces = s.contours.map((c): Shape => {
      const area = strokeArea(c, stroke);
      const placed = transformContours(area, s.map);
      // A map that keeps the way round keeps an outline without overlaps as it is.
      return {
        contours: isUnited(area) && determinant(s.map) > 0 ? markUnited(placed) : placed,
        rule: 'nonzero',
      };
    });
    out.push({ paint: placePaint(stroke.paint, s.map), shape: { contours: unite(pieces), rule: 'nonzero' } });
  }
  const clipped = out.map(({ paint, shape }) => ({ paint, shape: s.clips.reduce(clippedBy, shape) }));
  return clipped.filter(({ shape }) => shape.contours.length > 0);
}

/** Left, top, right and bottom of a clip that is one upright rectangle, as most are; null for any other. */
function rectangleOf({ contours }: Shape): Box | null {
  const [only, ...more] = contours;
  if (!only || more.length > 0 || only.nodes.length !== 4) return null;
  const box = contoursBox(contours)!;
  const straight = only.nodes.every((n, i) => {
    const next = only.nodes[(i + 1) % 4]!;
    return n.in === null && n.out === null && (n.x === next.x) !== (n.y === next.y);
  });
  return straight ? box : null;
}

/** What of a shape lies within a clip. A rectangle that holds all of it, or nothing, needs no boolean. */
function clippedBy(shape: Shape, clip: Shape): Shape {
  const rectangle = rectangleOf(clip);
  const box = rectangle && contoursBox(shape.contours);
  if (rectangle && box) {
    const inside =
      box.xMin >= rectangle.xMin &&
      box.xMax <= rectangle.xMax &&
      box.yMin >= rectangle.yMin &&
      box.yMax <= rectangle.yMax;
    if (inside) return shape;
    const outside =
      box.xMin >= rectangle.xMax ||
      box.xMax <= rectangle.xMin ||
      box.yMin >= rectangle.yMax ||
      box.yMax <= rectangle.yMin;
    if (outside) return { contours: [], rule: 'nonzero' };
  }
  return { contours: intersect(shape, clip), rule: 'nonzero' };
}

/** Paint that paper has: each of its parts is at least so light, of 255. */
const PAPER = 246;

const isPaper = ({ paint }: Covered): boolean => paint.kind === 'flat' && paint.rgb.every((v) => v >= PAPER);

/**
 * One clean outline of everything drawn: no overlaps, counters right. What is painted in the colour of paper over something
 * darker cuts that out, as one sees it: a white tick in a black box. A drawing all of whose paint is white is ink.
 */
export function svgOutline(drawing: SvgDrawing): Contour[] {
  const covered = coveredByAll(drawing);
  if (covered.every(isPaper) || !covered.some(isPaper)) return unite(covered.map((c) => c.shape));
  let ink: Contour[] = [];
  for (const run of runsOf(covered)) {
    const shape: Shape = { contours: unite(run.shapes), rule: 'nonzero' };
    if (!run.paper) ink = unite([{ contours: ink, rule: 'nonzero' }, shape]);
    else if (ink.length > 0) ink = subtract({ contours: ink, rule: 'nonzero' }, shape);
  }
  return ink;
}

/** Shapes one after the other that are all ink, or all paper. */
function runsOf(covered: readonly Covered[]): { paper: boolean; shapes: Shape[] }[] {
  const runs: { paper: boolean; shapes: Shape[] }[] = [];
  for (const one of covered) {
    const last = runs[runs.length - 1];
    if (last?.paper === isPaper(one)) last.shapes.push(one.shape);
    else runs.push({ paper: isPaper(one), shapes: [one.shape] });
  }
  return runs;
}

/** Coverage by drawing: outline and colours both ask for it. */
const coverage = new WeakMap<SvgDrawing, Covered[]>();

export function coveredByAll(drawing: SvgDrawing): Covered[] {
  const known = coverage.get(drawing) ?? drawing.shapes.flatMap(coveredBy);
  coverage.set(drawing, known);
  return known;
}

/**
 * The drawing's colours as layers in the order they are drawn, neighbours of one colour together. Empty when there is only
 * one flat colour.
 */
export function svgLayersOf(drawing: SvgDrawing): ColourLayer[] {
  const groups: { paint: Paint; shapes: Shape[] }[] = [];
  for (const { paint, shape } of coveredByAll(drawing)) {
    const last = groups[groups.length - 1];
    if (last && JSON.stringify(last.paint) === JSON.stringify(paint)) last.shapes.push(shape);
    else groups.push({ paint, shapes: [shape] });
  }
  if (groups.length === 0 || (groups.length === 1 && groups[0]!.paint.kind === 'flat')) return [];
  return groups
    .map(({ paint, shapes }): ColourLayer => ({ paint, contours: unite(shapes) }))
    .filter((l) => contoursBox(l.contours) !== null);
}
