import { polygon, transformContours } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { randomBy } from '../../testing/randomOutlines';
import { endsOf } from './letterLevels';
import { middleOf, robustLine, spreadOf } from './robust';
import { seatIcons } from './seatIcons';
import { seatSheet, type Seatable, type SeatedSheet } from './seatSheet';
import { linesOfLetters, measuredOvershoot, standingsOf, type Stander } from './standing';

describe('robust middles', () => {
  /**
   * Michelson's first twenty measurements of the speed of light, 1879, km/s less 299,000 (the data set "morley" that ships
   * with R, experiment 1; from memory): median 940, median absolute deviation 88.956 as R's mad() has it.
   */
  const MICHELSON = [
    850, 740, 900, 1070, 930, 850, 950, 980, 980, 880, 1000, 980, 930, 650, 760, 810, 1000, 1000, 960, 960,
  ];
  test('a spread is R’s mad()', () => expect(spreadOf(MICHELSON)).toBeCloseTo(88.956, 2));
  test('outliers don’t move the middle', () => {
    expect(middleOf([10, 11, 9, 10, 300])).toBeCloseTo(10, 9);
    expect(middleOf([])).toBeNull();
    expect(middleOf([7])).toBe(7);
  });
  test('a line through most points, though a third is far off', () => {
    const random = randomBy(3);
    const points = Array.from({ length: 30 }, (_, i) => ({
      x: 10 * i,
      y: 100 + 0.4 * 10 * i + random() + (i % 3 === 0 ? 60 * random() : 0),
    }));
    const { at, slope } = robustLine(points)!;
    expect(slope).toBeCloseTo(0.4, 1);
    expect(Math.abs(at - 100)).toBeLessThan(6);
  });
  test('a level row stays level', () => {
    const points = Array.from({ length: 20 }, (_, i) => ({ x: 10 * i, y: 100 + (i % 2) }));
    expect(robustLine(points)!.slope).toBe(0);
  });
});

test('ends of letters are those of the trade (common practice, no published source)', () => {
  expect(endsOf('H')).toEqual({ foot: 'flat', top: { line: 'cap', edge: 'flat' } });
  expect(endsOf('o')).toEqual({ foot: 'round', top: { line: 'x', edge: 'round' } });
  expect(endsOf('g').foot).toBeNull();
  expect(endsOf('Q').foot).toBeNull();
  expect(endsOf(',')).toEqual({ foot: null, top: null });
});

const LINES = { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 };

/** A hand that wavers a little about where letters should stand. */
function hand(waver: number, seed = 5): Stander[] {
  const random = randomBy(seed);
  const by = () => (random() - 0.5) * 2 * waver;
  return [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789'].map((char) => {
    const { foot, top } = endsOf(char);
    const over = (edge: string | undefined) => (edge === 'round' ? 12 : 0);
    const heights = { x: 500, cap: 700, ascender: 740, figure: 690 };
    return {
      id: char,
      char,
      bottom: (foot === null ? ('Q' === char ? -60 : -200) : -over(foot)) + by(),
      top: (top === null ? 620 : heights[top.line] + over(top.edge)) + by(),
    };
  });
}
const changed = (letters: Stander[], char: string, change: Partial<Stander>) =>
  letters.map((l) => (l.char === char ? { ...l, ...change } : l));

describe('standing', () => {
  test.each([0, 4, 8])('a hand that wavers by %s u is left in peace, tails included', (waver) => {
    expect(standingsOf(hand(waver), LINES, 12).filter((s) => s.fault)).toEqual([]);
  });

  test('two floaters are found and set down', () => {
    const letters = changed(changed(hand(5), 'n', { bottom: 60, top: 568 }), 'e', { bottom: 45, top: 570 });
    const out = standingsOf(letters, LINES, 12).filter((s) => s.fault);
    expect(out.map((s) => [s.char, s.fault])).toEqual([
      ['e', 'floats'],
      ['n', 'floats'],
    ]);
    const [e, n] = out;
    expect(n!.mend).toEqual({ scale: 1, lift: -60 });
    expect(e!.mend!.lift).toBeCloseTo(-57, 6);
  });

  test('an o that overshoots too much is scaled onto the lines', () => {
    const letters = changed(hand(3), 'o', { bottom: -45, top: 548 });
    const [o] = standingsOf(letters, LINES, 12).filter((s) => s.fault);
    expect([o!.char, o!.fault]).toEqual(['o', 'overshoots']);
    const { scale, lift } = o!.mend!;
    expect(scale * -45 + lift).toBeCloseTo(-12, 6);
    expect(scale * 548 + lift).toBeCloseTo(512, 6);
  });

  test('a letter too tall is scaled about the baseline, not moved', () => {
    const [x] = standingsOf(changed(hand(3), 'x', { top: 580 }), LINES, 12).filter((s) => s.fault);
    expect(x).toMatchObject({ char: 'x', fault: 'too tall' });
    expect(x!.mend!.scale * (580 - x!.bottom)).toBeCloseTo(500, 6);
  });

  test('one that is another letter is moved, never blown up', () => {
    const [h] = standingsOf(changed(hand(3), 'H', { bottom: 300, top: 480 }), LINES, 12).filter(
      (s) => s.fault,
    );
    expect(h!.mend).toEqual({ scale: 1, lift: -300 });
  });
});

test('lines and overshoot are measured from the letters', () => {
  expect(measuredOvershoot(hand(2))).toBeCloseTo(12, -0.5);
  expect(measuredOvershoot(hand(2).slice(0, 2))).toBeNull();
  const lines = linesOfLetters(changed(hand(2), 'H', { top: 900 }), LINES);
  expect(Math.abs(lines.capHeight - 700)).toBeLessThan(3);
  expect(Math.abs(lines.xHeight - 500)).toBeLessThan(3);
  expect(Math.abs(lines.descender + 200)).toBeLessThan(3);
  // What no letter tells stays.
  expect(linesOfLetters([], LINES)).toEqual(LINES);
});

describe('seating of a page', () => {
  /** Letters 30 px wide in rows; heights in px above the baseline. */
  const page = (rows: readonly string[], waver: number, lean = 0): Seatable[] => {
    const random = randomBy(11);
    return rows.flatMap((row, r) =>
      [...row].map((char, i) => {
        const { foot, top } = endsOf(char);
        const x = 60 * i;
        const base = 200 * (r + 1) + lean * x + (random() - 0.5) * 2 * waver;
        const over = (edge: string | undefined) => (edge === 'round' ? 2.4 : 0);
        const height = { x: 100, cap: 140, ascender: 150, figure: 138 }[top?.line ?? 'x'] + over(top?.edge);
        const depth = foot === null ? 45 : over(foot);
        const outline = [
          polygon([
            { x, y: base - height },
            { x: x + 30, y: base - height },
            { x: x + 30, y: base + depth },
            { x, y: base + depth },
          ]),
        ];
        return { id: `${r} ${i}`, char, row: r, outline, baselineY: base };
      }),
    );
  };
  const settings = {
    reference: 'one-factor',
    capReference: '',
    smallReference: '',
    capHeight: 700,
    xHeight: 500,
    skewRad: 0,
  } as const;
  const boxOf = (item: Seatable, { letters }: SeatedSheet) =>
    contoursBox(transformContours(item.outline, letters.get(item.id)!))!;
  const ROWS = ['ABCDEFGHIJKLM', 'NOPQRSTUVWXYZ', 'abcdefghijklm', 'nopqrstuvwxyz'];

  test('flat letters reach the line and tails don’t shrink theirs', () => {
    const items = page(ROWS, 1);
    const seated = seatSheet(items, settings);
    const of = (char: string) =>
      boxOf(
        items.find((i) => i.char === char)!,
        seated,
      );
    expect(Math.abs(of('H').yMax - 700)).toBeLessThan(10);
    // q is as tall above the line as its neighbours: its tail counts for nothing.
    expect(Math.abs(of('q').yMax - of('o').yMax)).toBeLessThan(15);
    expect(of('q').yMin).toBeLessThan(-200);
    expect(Math.abs(seated.smallHeight! - 500)).toBeLessThan(8);
    // 5 em units a px, whatever is on the page.
    expect(seated.emPerPx).toBeCloseTo(5, 0);
  });

  test('a row that climbs on the page stands level in the font', () => {
    const items = page(ROWS, 0.5, 0.04);
    const seated = seatSheet(items, settings);
    for (const char of 'HMNZhmnz') {
      const box = boxOf(
        items.find((i) => i.char === char)!,
        seated,
      );
      expect(Math.abs(box.yMin)).toBeLessThan(8);
    }
  });

  test('small letters alone reach their line', () => {
    const items = page(['abcdefghijklm', 'nopqrstuvwxyz'], 0.5);
    expect(seatSheet(items, settings).smallHeight).toBeCloseTo(500, 6);
  });

  test('a capital three times too tall doesn’t shrink all others', () => {
    const items = page(ROWS, 0.5).map((i) =>
      i.char !== 'K'
        ? i
        : {
            ...i,
            outline: i.outline.map((c) => ({
              ...c,
              nodes: c.nodes.map((n) => ({ ...n, y: n.y - (n.y < i.baselineY ? 280 : 0) })),
            })),
          },
    );
    expect(seatSheet(items, settings).emPerPx).toBeCloseTo(5, 0);
  });
});

describe('icons', () => {
  const boxes = [
    { xMin: 0, yMin: 0, xMax: 200, yMax: 400 },
    { xMin: 50, yMin: 100, xMax: 250, yMax: 200 },
  ];
  const seating = { scale: 'together', size: 600, stand: 'baseline', middle: 350, gridPx: null } as const;
  test('artwork is scaled to 600 of 1000 units on the baseline (common practice, no published source)', () => {
    const [tall, low] = seatIcons(boxes, seating, 1000);
    expect(tall).toEqual({ scale: 1.5, lift: 0 });
    // The same factor; its foot comes down to the baseline.
    expect(low).toEqual({ scale: 1.5, lift: -150 });
  });
  test('each by itself, with their middles at one height', () => {
    const places = seatIcons(boxes, { ...seating, scale: 'each', stand: 'middle' }, 1000);
    places.forEach((p, i) => {
      const [low, high] = [boxes[i]!.yMin * p.scale + p.lift, boxes[i]!.yMax * p.scale + p.lift];
      expect((low + high) / 2).toBeCloseTo(350, 9);
    });
    expect(places[1]!.scale).toBe(3);
  });
  test('on the grid of a design size, heights are whole px and feet stand on its lines', () => {
    const px = 1000 / 24;
    for (const [i, p] of seatIcons(boxes, { ...seating, gridPx: 24, stand: 'middle' }, 1000).entries()) {
      const [low, high] = [boxes[i]!.yMin * p.scale + p.lift, boxes[i]!.yMax * p.scale + p.lift];
      for (const edge of [low, high]) expect(Math.abs(edge / px - Math.round(edge / px))).toBeLessThan(1e-9);
    }
  });
});
