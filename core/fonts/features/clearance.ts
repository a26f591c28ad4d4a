import type { Contour } from '../../foundations/geometry/contour';
import { flattenContour, windingNumber, type Box } from '../../foundations/geometry/measure';
import { distanceToSegment } from '../../foundations/geometry/cubic';
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

/** What was found of two glyphs, by distance and reach: after an edit only pairs of that glyph are looked at again. */
const found = new WeakMap<FontGlyph, WeakMap<FontGlyph, Map<string, number>>>();

function foundOf(glyph: FontGlyph, other: FontGlyph): Map<string, number> {
  const byOther = found.get(glyph) ?? new WeakMap<FontGlyph, Map<string, number>>();
  found.set(glyph, byOther);
  const own = byOther.get(other) ?? new Map<string, number>();
  byOther.set(other, own);
  return own;
}

/**
 * How much of a glyph's outline lies within `reach` of another's, em units of outline; `dx`: how far to the right of the other's
 * origin its own lies.
 */
export function nearness(glyph: FontGlyph, other: FontGlyph, dx: number, reach: number): number {
  if (!glyph.box || !other.box || apart(glyph.box, other.box, dx, reach)) return 0;
  const known = foundOf(glyph, other);
  const key = `${dx} ${reach}`;
  const length = known.get(key) ?? nearLength(glyph, other, other.box, dx, reach);
  known.set(key, length);
  return length;
}

/** Whether any chord is as near as that. */
function isWithin(grid: ChordGrid, p: Vec, reach: number): boolean {
  for (const i of grid.inBox(p.x - reach, p.y - reach, p.x + reach, p.y + reach)) {
    const chord = grid.chords[i];
    if (chord && distanceToSegment(p, chord.a, chord.b) <= reach) return true;
  }
  return false;
}

function nearLength(glyph: FontGlyph, other: FontGlyph, box: Box, dx: number, reach: number): number {
  const { grid } = shapeOf(other);
  const { xMin, xMax, yMin, yMax } = box;
  let near = 0;
  for (const p of shapeOf(glyph).places) {
    const x = p.x + dx;
    if (x < xMin - reach || x > xMax + reach || p.y < yMin - reach || p.y > yMax + reach) continue;
    if (isWithin(grid, { x, y: p.y }, reach)) near += STEP;
  }
  return near > 0 ? near : Math.max(swallowed(glyph, other, dx), swallowed(other, glyph, -dx));
}
