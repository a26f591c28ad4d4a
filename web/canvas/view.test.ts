import { fitBox, toScreen, toWorld, zoomAt } from './view';

test('screen and world turn into each other', () => {
  const view = { zoom: 2.5, x: 30, y: -12 };
  const p = toWorld(view, toScreen(view, { x: 7, y: -9 }));
  expect(p.x).toBeCloseTo(7, 12);
  expect(p.y).toBeCloseTo(-9, 12);
});

test('zooming keeps the point under the pointer', () => {
  const view = { zoom: 1, x: 10, y: 20 };
  const at = { x: 200, y: 150 };
  const zoomed = zoomAt(view, at, 3);
  expect(toWorld(zoomed, at).x).toBeCloseTo(toWorld(view, at).x, 9);
  expect(toWorld(zoomed, at).y).toBeCloseTo(toWorld(view, at).y, 9);
  expect(zoomAt(view, at, 1e9).zoom).toBe(40);
});

test('a fitted box lies inside the margins, centred', () => {
  const view = fitBox({ xMin: 0, yMin: -100, xMax: 400, yMax: 300 }, 800, 500, 20);
  const [a, b] = [toScreen(view, { x: 0, y: -100 }), toScreen(view, { x: 400, y: 300 })];
  expect(a.y).toBeCloseTo(20, 9);
  expect(b.y).toBeCloseTo(480, 9);
  expect(a.x + b.x).toBeCloseTo(800, 9);
});
