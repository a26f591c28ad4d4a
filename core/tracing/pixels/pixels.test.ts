import { contourArea } from '../../foundations/geometry/measure';
import type { FloatImage } from '../../foundations/raster/picture';
import { cellContours } from './cellContours';
import { findGrid } from './grid';
import { tracePixelField } from './tracePixels';

/** A made-up pixel key: handle, shaft and bit, with a hole and a diagonal touch. */
const KEY = ['..###......', '.##.##.....', '.#...#####.', '.##.##..#.#', '..###...#..'];
const inked = (rows: string[]) => (c: number, r: number) => rows[r]?.[c] === '#';

/** The drawing enlarged by `cell` with exact coverage of px, two cells of margin all around, then blurred. */
function enlarged(rows: string[], cell: number, blurPx = 0, shift = 0): FloatImage {
  const at = inked(rows);
  const width = Math.ceil((rows[0]!.length + 4) * cell);
  const height = Math.ceil((rows.length + 4) * cell);
  const fine = 10;
  const data = new Float32Array(width * height);
  for (let y = 0; y < height * fine; y++) {
    for (let x = 0; x < width * fine; x++) {
      const c = Math.floor((x + 0.5) / fine / cell - shift) - 2;
      const r = Math.floor((y + 0.5) / fine / cell - shift) - 2;
      if (at(c, r)) data[Math.floor(y / fine) * width + Math.floor(x / fine)]! += 1 / fine ** 2;
    }
  }
  return blurPx > 0 ? blur({ width, height, data }, blurPx) : { width, height, data };
}

function blur(f: FloatImage, sigma: number): FloatImage {
  const weights = Array.from({ length: 9 }, (_, k) => Math.exp(-((k - 4) ** 2) / (2 * sigma * sigma)));
  const total = weights.reduce((a, b) => a + b, 0);
  const pass = (data: Float32Array, dx: number, dy: number) =>
    data.map((_, k) => {
      const [x, y] = [k % f.width, Math.floor(k / f.width)];
      let sum = 0;
      weights.forEach((w, i) => {
        const [u, v] = [x + dx * (i - 4), y + dy * (i - 4)];
        if (u >= 0 && v >= 0 && u < f.width && v < f.height) sum += w * data[v * f.width + u]!;
      });
      return sum / total;
    });
  return { ...f, data: pass(pass(f.data, 1, 0), 0, 1) };
}

/** Every edge of the outline as unit steps on the drawing's own grid, sorted: the exact answer is known from the cells. */
function unitEdges(contours: ReturnType<typeof cellContours>, cell: number, margin: number): string[] {
  const out: string[] = [];
  for (const { nodes } of contours) {
    nodes.forEach((a, i) => {
      const b = nodes[(i + 1) % nodes.length]!;
      const [ax, ay, bx, by] = [a.x, a.y, b.x, b.y].map((v) => Math.round(v / cell - margin)) as [
        number,
        number,
        number,
        number,
      ];
      expect(Math.abs(a.x / cell - margin - ax)).toBeLessThan(0.001);
      expect(Math.abs(a.y / cell - margin - ay)).toBeLessThan(0.001);
      const steps = Math.abs(bx - ax) + Math.abs(by - ay);
      for (let s = 0; s < steps; s++) {
        const [dx, dy] = [Math.sign(bx - ax), Math.sign(by - ay)];
        out.push(`${ax + dx * s},${ay + dy * s},${dx},${dy}`);
      }
    });
  }
  return out.sort();
}

const truth = unitEdges(cellContours(inked(KEY), 11, 5, 'apart'), 1, 0);

test.each([
  [1, 0],
  [2, 0],
  [8, 0],
  [2.7, 0.6],
  [3.5, 0.9],
  [16, 2],
])('a drawing at %p px a cell, blurred by %p px, is traced exactly on its grid', (cell, blurPx) => {
  const traced = tracePixelField(enlarged(KEY, cell, blurPx), 'apart');
  if (!traced.ok) throw new Error(traced.problems[0]!.code);
  expect(traced.value.grid.cell).toBeCloseTo(cell, 6);
  expect(unitEdges(traced.value.contours, cell, 2)).toEqual(truth);
});

test('no node lies on a straight run, and outer edges and holes run opposite ways', () => {
  const contours = cellContours(inked(KEY), 11, 5, 'apart');
  for (const { nodes } of contours) {
    nodes.forEach((p, i) => {
      const [a, b] = [nodes[(i + nodes.length - 1) % nodes.length]!, nodes[(i + 1) % nodes.length]!];
      expect((p.x - a.x) * (b.y - p.y) - (p.y - a.y) * (b.x - p.x)).not.toBe(0);
    });
  }
  const areas = contours.map(contourArea);
  expect(areas.filter((a) => a > 0)).toHaveLength(1); // y down: ink on the left makes outer contours negative
  expect(areas.reduce((a, b) => a + b, 0)).toBe(-KEY.join('').split('#').length + 1);
});

test('cells that touch by a corner stay apart or are joined, as asked', () => {
  const touch = ['#.', '.#'];
  expect(cellContours(inked(touch), 2, 2, 'apart')).toHaveLength(2);
  expect(cellContours(inked(touch), 2, 2, 'joined')).toHaveLength(1);
});

test('a drawing that starts anywhere keeps its phase', () => {
  const grid = findGrid(enlarged(KEY, 6, 0, 0.4))!;
  expect(grid.cell).toBeCloseTo(6, 3);
  const turns = (grid.x0 - 0.4 * 6) / 6;
  expect(turns).toBeCloseTo(Math.round(turns), 1);
});

test('what lies on no grid is told', () => {
  const size = 120;
  const data = new Float32Array(size * size);
  for (let k = 0; k < data.length; k++) {
    const d = 50 - Math.hypot((k % size) - 60, Math.floor(k / size) - 60);
    data[k] = Math.max(0, Math.min(1, d + 0.5));
  }
  const traced = tracePixelField({ width: size, height: size, data }, 'apart');
  expect(traced.ok ? '' : traced.problems[0]!.code).toBe('no-grid');
});
