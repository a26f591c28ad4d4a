// AutoCAD DXF Reference, release 12: sections HEADER and ENTITIES, POLYLINE with VERTEX and SEQEND; group codes.
import type { Contour } from '../../../foundations/geometry/contour';
import { flattenContour } from '../../../foundations/geometry/measure';
import { glyphFileNames } from '../../../type/names/fileNames';
import type { FontData } from '../fontData';
import { splineDrawing } from './dxfSplines';
import { lettersToGive } from './lettersToGive';

/** Largest distance between a curve and the chords that stand for it, em units. */
const TOLERANCE = 0.5;
/** Flag of a polyline: its last point joins its first (group code 70, bit 1). */
const CLOSED = 1;
const LAYER = 'LETTER';

/** A group: its code and its value, each on a line of its own. */
const group = (code: number, value: string | number): string => `${code}\n${value}\n`;

const number = (v: number): string => {
  const text = v.toFixed(4).replace(/\.?0+$/, '');
  return text === '-0' ? '0' : text;
};

function polyline(c: Contour): string {
  const points = flattenContour(c, TOLERANCE);
  const vertices = points.map(
    (p) =>
      group(0, 'VERTEX') + group(8, LAYER) + group(10, number(p.x)) + group(20, number(p.y)) + group(30, 0),
  );
  return (
    group(0, 'POLYLINE') +
    group(8, LAYER) +
    group(66, 1) +
    group(10, 0) +
    group(20, 0) +
    group(30, 0) +
    group(70, CLOSED) +
    vertices.join('') +
    group(0, 'SEQEND') +
    group(8, LAYER)
  );
}

function drawing(
  contours: readonly Contour[],
  { width, low, high }: { width: number; low: number; high: number },
): string {
  const corner = (name: string, x: number, y: number) =>
    group(9, name) + group(10, number(x)) + group(20, number(y)) + group(30, 0);
  return (
    group(0, 'SECTION') +
    group(2, 'HEADER') +
    group(9, '$ACADVER') +
    group(1, 'AC1009') +
    corner('$EXTMIN', 0, low) +
    corner('$EXTMAX', width, high) +
    group(0, 'ENDSEC') +
    group(0, 'SECTION') +
    group(2, 'ENTITIES') +
    contours.map(polyline).join('') +
    group(0, 'ENDSEC') +
    group(0, 'EOF')
  );
}

/**
 * Each letter with ink as DXF drawings for cutters and engravers, by the file's name: in "polylines" closed polylines within half a unit of
 * the curves, which every program reads, in "splines" the very curves; one drawing unit an em unit, y up, the baseline at 0.
 */
export function lettersDxf(font: FontData): Map<string, string> {
  const fileName = glyphFileNames();
  const files = new Map<string, string>();
  for (const { name, contours, advance, box } of lettersToGive(font)) {
    if (!box) continue;
    const file = `${fileName(name)}.dxf`;
    files.set(`polylines/${file}`, drawing(contours, { width: advance, low: box.yMin, high: box.yMax }));
    files.set(`splines/${file}`, splineDrawing(contours, LAYER));
  }
  return files;
}
