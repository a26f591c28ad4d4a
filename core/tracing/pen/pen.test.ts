import { contourArea, contoursBox } from '../../foundations/geometry/measure';
import { inkDabs } from './inkDabs';
import { DEFAULT_PEN, type Pen, type PenPoint, type PenStroke } from './strokes';
import { writtenOutline } from './writtenOutline';

const LINER: Pen = { kind: 'fine liner', widthPx: 40, angleDeg: 0 };

/** A stroke along a function of 0..1, with points as a tablet gives them: rounded to whole px. */
const stroke = (
  pen: Pen,
  at: (t: number) => readonly [number, number],
  press: (t: number) => number = () => 0.5,
  erases = false,
): PenStroke => ({
  pen,
  erases,
  points: Array.from({ length: 60 }, (_, i): PenPoint => {
    const t = i / 59;
    const [x, y] = at(t);
    return [Math.round(x), Math.round(y), press(t), 0, i * 8];
  }),
});
const areaOf = (strokes: readonly PenStroke[]) =>
  Math.abs(writtenOutline(strokes).reduce((sum, c) => sum + contourArea(c), 0));

test('a straight stroke of a round pen is a bar with round ends: area and points as geometry says', () => {
  const outline = writtenOutline([stroke(LINER, (t) => [100 + 300 * t, 200])]);
  expect(outline).toHaveLength(1);
  // Rectangle and two half discs: 300 x 40 + pi 20^2.
  expect(areaOf([stroke(LINER, (t) => [100 + 300 * t, 200])])).toBeCloseTo(300 * 40 + Math.PI * 400, -2);
  expect(outline[0]!.nodes.length).toBeLessThanOrEqual(10);
  const box = contoursBox(outline)!;
  expect(box.xMin).toBeCloseTo(80, 0);
  expect(box.yMax).toBeCloseTo(220, 0);
});

test('a ring has a counter, and few points though a tablet rounds its px', () => {
  const ring = stroke(LINER, (t) => [300 + 150 * Math.cos(6.4 * t), 300 + 150 * Math.sin(6.4 * t)]);
  const outline = writtenOutline([ring]);
  expect(outline.map((c) => Math.sign(contourArea(c))).sort()).toEqual([-1, 1]);
  expect(outline.every((c) => c.nodes.length <= 12)).toBe(true);
});

test('pressure widens the brush along the way; tilt widens it; the liner minds neither', () => {
  const pressed = (kind: Pen['kind']) =>
    inkDabs(
      stroke(
        { ...DEFAULT_PEN, kind },
        (t) => [300 * t, 0],
        (t) => t,
      ),
    ).dabs;
  const brush = pressed('soft brush');
  expect(brush.at(-10)!.radius).toBeGreaterThan(2 * brush[10]!.radius);
  const liner = pressed('fine liner');
  expect(liner.at(-10)!.radius).toBe(liner[10]!.radius);
  const tilted: PenStroke = {
    pen: DEFAULT_PEN,
    erases: false,
    points: [
      [0, 0, 0.5, 60, 0],
      [200, 0, 0.5, 60, 400],
    ],
  };
  const upright: PenStroke = {
    ...tilted,
    points: [
      [0, 0, 0.5, 0, 0],
      [200, 0, 0.5, 0, 400],
    ],
  };
  expect(inkDabs(tilted).dabs[5]!.radius).toBeGreaterThan(1.2 * inkDabs(upright).dabs[5]!.radius);
});

test('a broad nib is thin along its edge and broad across it', () => {
  const nib: Pen = { kind: 'broad nib', widthPx: 60, angleDeg: 45 };
  // y down: this way runs along an edge that rises to the right.
  const along = areaOf([stroke(nib, (t) => [100 + 200 * t, 400 - 200 * t])]);
  const across = areaOf([stroke(nib, (t) => [100 + 200 * t, 200 + 200 * t])]);
  expect(across).toBeGreaterThan(3 * along);
});

test('rubbing out takes ink away, and what is written after it stays', () => {
  const line = stroke(LINER, (t) => [100 + 300 * t, 200]);
  const rub = stroke(LINER, (t) => [250, 100 + 200 * t], undefined, true);
  expect(writtenOutline([line, rub])).toHaveLength(2);
  expect(writtenOutline([rub, line])).toHaveLength(1);
  expect(writtenOutline([rub])).toEqual([]);
});

test('a tap leaves a dot', () => {
  const dot: PenStroke = { pen: LINER, erases: false, points: [[50, 50, 0.5, 0, 0]] };
  expect(areaOf([dot])).toBeCloseTo(Math.PI * 400, -1.5);
  expect(writtenOutline([])).toEqual([]);
});
