import type { Contour } from '../../foundations/geometry/contour';
import { flattenContour, windingNumber, type Box } from '../../foundations/geometry/measure';
import type { Vec } from '../../foundations/geometry/vec';
import { ChordGrid, chordsOf } from '../../outlines/outline/flat';
import type { FontGlyph } from './fontGlyphs';

/** Chords this near to the curve are good enough for whether two letters come near each other, em units. */
const FLATNESS = 4;
/** Distance between the places of an outline that are looked at, em units. */
const STEP = 10;

interface Shape {
  readonly grid: ChordGrid;
  readonly places: readonly Vec[];
  readonly polygons: readonly (readonly Vec[])[];
}

/** Shapes by contours: glyphs are immutable, so each is flattened once. */
const shapes = new WeakMap<readonly Contour[], Shape>();

function shapeOf({ contours }: FontGlyph): Shape {
  const known = shapes.get(contours);
  if (known) return known;
  const chords = chordsOf(contours, FLATNESS);
  const places = chords.flatMap(({ a, b }): Vec[] => {
    const parts = Math.max(1, Math.ceil(Math.hypot(b.x - a.x, b.y - a.y) / STEP));
    return Array.from({ length: parts }, (_, k) => ({
      x: a.x + ((b.x - a.x) * k) / parts,
      y: a.y + ((b.y - a.y) * k) / parts,
    }));
  });
  const made = {
    grid: new ChordGrid(chords),
    places,
    polygons: contours.map((c) => flattenContour(c, FLATNESS)),
  };
  shapes.set(contours, made);
  return made;
}

const apart = (a: Box, b: Box, dx: number, reach: number): boolean =>
  a.xMin + dx > b.xMax + reach ||
  a.xMax + dx < b.xMin - reach ||
  a.yMin > b.yMax + reach ||
  a.yMax < b.yMin - reach;

/** Outline of a glyph that lies wholly within the ink of another, em units; 0 when it doesn't. */
function swallowed(glyph: FontGlyph, by: FontGlyph, dx: number): number {
  const { places } = shapeOf(glyph);
  const [first] = places;
  const { polygons } = shapeOf(by);
  const within =
    first && polygons.reduce((n, p) => n + windingNumber(p, { x: first.x + dx, y: first.y }), 0) !== 0;
  return within ? places.length * STEP : 0;
}

/**
 * How much of a glyph's outline lies within `reach` of another's, em units of outline; `dx`: how far to the right of the other's
 * origin its own lies.
 */
export function nearness(glyph: FontGlyph, other: FontGlyph, dx: number, reach: number): number {
  if (!glyph.box || !other.box || apart(glyph.box, other.box, dx, reach)) return 0;
  const { grid } = shapeOf(other);
  const { xMin, xMax, yMin, yMax } = other.box;
  let near = 0;
  for (const p of shapeOf(glyph).places) {
    const x = p.x + dx;
    if (x < xMin - reach || x > xMax + reach || p.y < yMin - reach || p.y > yMax + reach) continue;
    if (grid.nearest({ x, y: p.y }).distance <= reach) near += STEP;
  }
  return near > 0 ? near : Math.max(swallowed(glyph, other, dx), swallowed(other, glyph, -dx));
}
