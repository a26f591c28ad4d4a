import { blankGlyph } from '../../../core/project/document/newProject';
import { polygon } from '../../../core/foundations/geometry/contour';
import { whiteBetween } from './whiteBetween';

const bar = (id: string, x: number, w: number) => ({
  ...blankGlyph(id, id, [id.codePointAt(0)!]),
  contours: [
    polygon([
      { x, y: 0 },
      { x: x + w, y: 0 },
      { x: x + w, y: 500 },
      { x, y: 500 },
    ]),
  ],
  bearings: { left: 40, right: 60 },
});
/** x of all corners of the path. */
const xs = (d: string) => [...d.matchAll(/(-?\d+) (-?\d+)/g)].map((m) => Number(m[1]));

test('the white between two stems reaches from ink to ink', () => {
  const [a, b] = [bar('l', 500, 80), bar('i', 0, 80)];
  // a: ink from 40 to 120, advance 180; b begins at 180 with 40 u of white.
  const d = whiteBetween(a, 0, b, 180, 500, 180);
  expect(Math.min(...xs(d))).toBe(120);
  expect(Math.max(...xs(d))).toBe(220);
  expect(d.startsWith('M')).toBe(true);
  expect(d.endsWith('Z')).toBe(true);
});

test('letters that run into each other leave none', () => {
  const [a, b] = [bar('l', 0, 80), bar('i', 0, 80)];
  const all = xs(whiteBetween(a, 0, b, 60, 500, 60));
  // Folded where they overlap: from and to are the same in each row.
  expect(Math.max(...all) - Math.min(...all)).toBe(0);
});
