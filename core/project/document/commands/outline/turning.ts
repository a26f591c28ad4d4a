import type { Affine } from '../../../../foundations/geometry/affine';
import type { Contour } from '../../../../foundations/geometry/contour';
import { contoursBox, unionBox, type Box } from '../../../../foundations/geometry/measure';
import { turningMap, type Turning } from '../../../../foundations/geometry/turning';
import type { Vec } from '../../../../foundations/geometry/vec';
import type { ProjectDiff } from '../../changes/diff';
import type { Doc } from '../../schema';
import { edit, type PointRef, type Target } from './edit';
import { mappedPoints, movedPoints } from './points';

const LABELS: Record<Turning['kind'], string> = {
  turn: 'Turn',
  slant: 'Slant',
  size: 'Make larger or smaller',
  flip: 'Flip',
};
export const turningLabel = (turning: Turning): string => LABELS[turning.kind];

/** All nodes of a drawing. */
export const allNodes = (cs: readonly Contour[]): PointRef[] =>
  cs.flatMap((c, contour) => c.nodes.map((_, node) => ({ contour, node, part: 'node' as const })));

/** What is chosen of a drawing: those points, or all of its nodes when none are. */
export const chosenOrAll = (cs: readonly Contour[], selection: readonly PointRef[]): readonly PointRef[] =>
  selection.length > 0 ? selection : allNodes(cs);

/** Chosen points under a map of the drawing's own space (em units). Null when nothing changes. */
export const mapPoints = (
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  map: Affine,
  label: string,
): ProjectDiff | null => edit(doc, target, label, (cs) => mappedPoints(cs, points, map));

/** Chosen points turned, slanted, made larger or smaller, or flipped about a place (em units). */
export function turnPoints(
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  turning: Turning,
  about: Vec,
): ProjectDiff | null {
  const map = turningMap(turning, about);
  return map && mapPoints(doc, target, points, map, turningLabel(turning));
}

export type Axis = 'x' | 'y';
/** The lesser end (left, foot), the middle, or the greater end (right, top). */
export type End = 'least' | 'middle' | 'most';

/** What is lined up or spread as one: some contours as wholes, or a single point. */
interface Unit {
  readonly points: readonly PointRef[];
  readonly box: Box;
}

const pointBox = ({ x, y }: Vec): Box => ({ xMin: x, xMax: x, yMin: y, yMax: y });
const within = (a: Box, b: Box): boolean =>
  a.xMin >= b.xMin && a.xMax <= b.xMax && a.yMin >= b.yMin && a.yMax <= b.yMax;

/**
 * The units among chosen points. Where only whole contours are chosen these are the contours, each with those that lie within it
 * (counters stay in their bowls); else each point is one. Handles chosen alone are left out.
 */
function unitsOf(cs: readonly Contour[], points: readonly PointRef[]): Unit[] {
  const nodes = points.filter((p) => p.part === 'node' && cs[p.contour]?.nodes[p.node]);
  const chosen = [...new Set(nodes.map((p) => p.contour))];
  const whole = (contour: number) =>
    new Set(nodes.filter((p) => p.contour === contour).map((p) => p.node)).size === cs[contour]!.nodes.length;
  if (!chosen.every(whole))
    return nodes.map((p) => ({ points: [p], box: pointBox(cs[p.contour]!.nodes[p.node]!) }));
  const boxes = new Map(chosen.map((contour) => [contour, contoursBox([cs[contour]!])!]));
  const outer = chosen.filter((a) => !chosen.some((b) => b !== a && isInside(boxes, a, b)));
  return outer.map((contour) => {
    const box = boxes.get(contour)!;
    const mine = chosen.filter((c) => c === contour || (!outer.includes(c) && within(boxes.get(c)!, box)));
    return { box, points: nodes.filter((p) => mine.includes(p.contour)) };
  });
}

/** Whether a lies within b; of two with the same box the first holds the other. */
function isInside(boxes: ReadonlyMap<number, Box>, a: number, b: number): boolean {
  const [first, second] = [boxes.get(a)!, boxes.get(b)!];
  return within(first, second) && (!within(second, first) || b < a);
}

const low = (b: Box, axis: Axis): number => (axis === 'x' ? b.xMin : b.yMin);
const high = (b: Box, axis: Axis): number => (axis === 'x' ? b.xMax : b.yMax);
const placeOf = (b: Box, axis: Axis, end: End): number =>
  end === 'least' ? low(b, axis) : end === 'most' ? high(b, axis) : (low(b, axis) + high(b, axis)) / 2;
const along = (axis: Axis, by: number): Vec => (axis === 'x' ? { x: by, y: 0 } : { x: 0, y: by });

/** Contours with each unit moved by its own amount along an axis. */
const shifted = (
  cs: readonly Contour[],
  units: readonly Unit[],
  axis: Axis,
  by: (unit: Unit, i: number) => number,
): readonly Contour[] =>
  units.reduce<readonly Contour[]>((made, unit, i) => {
    const amount = by(unit, i);
    return amount === 0 ? made : movedPoints(made, unit.points, along(axis, amount));
  }, cs);

/** Chosen points, or whole contours, brought to one line: an end or the middle of them all. Null when they are there. */
export function lineUp(
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  axis: Axis,
  end: End,
): ProjectDiff | null {
  return edit(doc, target, 'Line up', (cs) => {
    const units = unitsOf(cs, points);
    const all = units.reduce<Box | null>((sum, u) => unionBox(sum, u.box), null);
    if (!all || units.length < 2) return cs;
    return shifted(cs, units, axis, (u) => placeOf(all, axis, end) - placeOf(u.box, axis, end));
  });
}

/** Chosen points, or whole contours, spread so that there is as much room between each and its next; the outer ones stay. */
export function spread(
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  axis: Axis,
): ProjectDiff | null {
  return edit(doc, target, 'Spread evenly', (cs) => {
    const units = unitsOf(cs, points).sort(
      (a, b) => placeOf(a.box, axis, 'middle') - placeOf(b.box, axis, 'middle'),
    );
    if (units.length < 3) return cs;
    const sizes = units.map((u) => high(u.box, axis) - low(u.box, axis));
    const span = high(units[units.length - 1]!.box, axis) - low(units[0]!.box, axis);
    const room = (span - sizes.reduce((a, b) => a + b, 0)) / (units.length - 1);
    let at = low(units[0]!.box, axis);
    const places = sizes.map((size) => {
      const here = at;
      at += size + room;
      return here;
    });
    return shifted(cs, units, axis, (u, i) => places[i]! - low(u.box, axis));
  });
}

/** All chosen points given the same x or y, em units; their handles come along. */
export const placePoints = (
  doc: Doc,
  target: Target,
  points: readonly PointRef[],
  axis: Axis,
  value: number,
): ProjectDiff | null =>
  edit(doc, target, 'Place points', (cs) =>
    points
      .filter((p) => p.part === 'node' && cs[p.contour]?.nodes[p.node])
      .reduce<readonly Contour[]>((made, p) => {
        const by = value - cs[p.contour]!.nodes[p.node]![axis];
        return by === 0 ? made : movedPoints(made, [p], along(axis, by));
      }, cs),
  );
