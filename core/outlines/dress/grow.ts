import { combine } from '../boolean/combine';
import { mergeOverlaps } from '../boolean/pieces';
import { compose, invert, rotation, scaling, type Affine } from '../../foundations/geometry/affine';
import { segmentCount, segments, transformContours, type Contour } from '../../foundations/geometry/contour';
import { cubicLength } from '../../foundations/geometry/cubic';
import { rightDirections } from '../../foundations/geometry/direction';
import { strokeOutline, type StrokeStyle } from '../../foundations/geometry/strokeOutline';
import { strokePieces, stretchPieces } from '../../foundations/geometry/strokePieces';
import { nth } from '../../foundations/lists/nth';
import { unite } from '../boolean/unite';
import { simplify } from '../outline/simplify';
import { thinnedHalves } from './thinning';
import { TINY } from '../../foundations/geometry/tolerance';

/** The new outline lies within this of the true one, em units. */
const TOLERANCE_EM = 0.015;
/** Points are spared as long as the outline stays within this of what it was, em units. */
const SPARE_EM = 0.02;

/**
 * The letter grown (by > 0) or shrunk (by < 0) everywhere by that many em units: a pen twice as wide run along its outline is
 * added or taken away. Corners stay sharp up to a spike of four times the pen ('sharp'), or are rounded ('round').
 * Open runs stay as they are. Em units, y up.
 */
export function grow(cs: readonly Contour[], by: number, corners: 'sharp' | 'round' = 'sharp'): Contour[] {
  const closed = cs.filter((c) => c.closed && segmentCount(c) > 1);
  const open = cs.filter((c) => !c.closed);
  if (by === 0 || closed.length === 0) return [...cs];
  const whole = rightDirections(mergeOverlaps(closed));
  const pen: StrokeStyle = {
    width: 2 * Math.abs(by),
    cap: 'butt',
    join: corners === 'sharp' ? 'miter' : 'round',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
    tolerance: TOLERANCE_EM,
  };
  const band = whole.flatMap((c) => strokeOutline(c, pen));
  const made = combine(
    by > 0 ? 'union' : 'subtract',
    { contours: whole, rule: 'nonzero' },
    { contours: band, rule: 'nonzero' },
  );
  return [...made.map((c) => simplify(c, { tolerance: SPARE_EM, cornerDeg: 8 })), ...open];
}

/** The pen of a skeleton: a round or oval nib that runs along its lines. */
export interface PenShape {
  /** Em units. */
  readonly width: number;
  readonly ends: 'round' | 'flat' | 'square';
  readonly joins: 'round' | 'sharp';
  /** Thickness of the thinnest stroke as a share of the thickest; 1 (even) when it isn't said. */
  readonly contrast?: number;
  /** Direction of the nib's broad edge, degrees against the clock from level. */
  readonly angle?: number;
  /** By which share of its width the pen is thinner where strokes meet at sharp angles; 0 (as wide as elsewhere) when it isn't said. */
  readonly thinned?: number;
}

/**
 * The map that makes a round nib of a pen's width its oval one. A stroke of an oval nib is that of a round one seen through it, which is
 * exact but for flat ends: those lie as the nib does.
 */
export function nibMap({ contrast = 1, angle = 0 }: PenShape): Affine {
  const turn = rotation((angle * Math.PI) / 180);
  return compose(turn, compose(scaling(1, contrast), invert(turn)));
}

const CAPS = { round: 'round', flat: 'butt', square: 'square' } as const;

/** The outline that a pen leaves which runs along the lines, overlaps merged. Em units, y up. */
export function penOutline(lines: readonly Contour[], pen: PenShape): Contour[] {
  if ((pen.contrast ?? 1) === 1) return roundPenOutline(lines, pen);
  const nib = nibMap(pen);
  return transformContours(roundPenOutline(transformContours(lines, invert(nib)), pen), nib);
}

function roundPenOutline(lines: readonly Contour[], pen: PenShape): Contour[] {
  const style: StrokeStyle = {
    width: pen.width,
    cap: CAPS[pen.ends],
    join: pen.joins === 'round' ? 'round' : 'miter',
    miterLimit: 4,
    dashes: [],
    dashOffset: 0,
    tolerance: TOLERANCE_EM,
  };
  const shapes = piecesBy(lines, pen, style).map((contours) => ({ contours, rule: 'nonzero' as const }));
  return unite(shapes).map((c) => simplify(c, { tolerance: SPARE_EM, cornerDeg: 8 }));
}

function piecesBy(
  lines: readonly Contour[],
  { width, thinned = 0 }: PenShape,
  style: StrokeStyle,
): Contour[][] {
  if (thinned === 0) return lines.flatMap((c) => strokePieces(c, style));
  return thinnedHalves(lines, { width, thinned }).flatMap((halves, i) => {
    const line = nth(lines, i);
    const run = segments(line)
      .map((cubic, k) => ({ cubic, half: nth(halves, k) }))
      .filter(({ cubic }) => cubicLength(cubic) > TINY);
    return run.length > 0
      ? stretchPieces(run, line.closed && run.length > 1, style)
      : strokePieces(line, style);
  });
}
