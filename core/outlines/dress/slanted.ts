import { applyVector, compose, invert, translation, type Affine } from '../../foundations/geometry/affine';
import { addExtremes } from '../../foundations/geometry/addExtremes';
import { transformContours, type Contour } from '../../foundations/geometry/contour';
import { rightDirections } from '../../foundations/geometry/direction';
import { turningMap } from '../../foundations/geometry/turning';
import { length, scale, type Vec } from '../../foundations/geometry/vec';
import { mergeOverlaps } from '../boolean/pieces';
import { crossingsOf } from '../outline/crossings';
import { movedEdges, type MovedBy } from './movedEdges';
import { stemOf } from './stems';

/** Extremes that pass their curve's ends by no more than this are left, em units: what rounding would move. */
const EXTREME_EXCESS_EM = 0.75;

/** The map that makes uprights lean to the right by so many degrees and leaves the height `about` where it is, em units, y up. */
export function slantMap(deg: number, about = 0): Affine {
  return turningMap({ kind: 'slant', deg }, { x: 0, y: about }) ?? translation(0, 0);
}

/** A map of a letter's drawing as it is in slanted letters: what lay at p lies at slant(map(p)) there. */
export function inSlanted(map: Affine, slant: Affine): Affine {
  const back = invert(slant);
  return back ? compose(slant, compose(map, back)) : map;
}

/**
 * An outline made to lean, with strokes as thick as they were. A mere shear thins uprights and what leans along with them, and fattens what
 * leans the other way: a stroke of thickness t along the unit vector u has t / |Au| after the shear A (its area stays, its length doesn't).
 * Every edge is moved outwards by half of what its stroke has lost, with the thickness of upright and level strokes as the letter has them
 * and what lies between them for strokes between. `stem`: the upright stem of the font, for letters that have none. The bare shear where there
 * is no stem to go by, or where something would close up; a contour with too sharp a corner stays as the shear leaves it. Em units, y up.
 */
export function slanted(
  cs: readonly Contour[],
  deg: number,
  about = 0,
  stem: number | null = null,
): Contour[] {
  const map = slantMap(deg, about);
  const sheared = transformContours(cs, map).map((c) => addExtremes(c, EXTREME_EXCESS_EM));
  const upright = stemOf(cs, 'upright') ?? stem;
  const back = invert(map);
  if (upright === null || !back) return sheared;
  const by = lostThickness(back, upright, stemOf(cs, 'level') ?? upright);
  const whole = rightDirections(mergeOverlaps(sheared.filter((c) => c.closed)));
  const moved = whole.map((c) => movedEdges(c, by) ?? c);
  return crossingsOf(moved).length === 0 ? [...moved, ...sheared.filter((c) => !c.closed)] : sheared;
}

/** Half of what strokes have lost, by the way that they run now. `back`: from the slanted letter to the upright one. */
const lostThickness =
  (back: Affine, upright: number, level: number): MovedBy =>
  (way: Vec) => {
    const was = applyVector(back, way);
    const stretch = length(was);
    const u = scale(was, 1 / stretch);
    const thickness = Math.hypot(upright * u.y, level * u.x);
    return (thickness * (1 - stretch)) / 2;
  };
