import { polygon } from '../../foundations/geometry/contour';
import { transformContours } from '../../foundations/geometry/contour';
import { contoursBox } from '../../foundations/geometry/measure';
import { areOldStyle } from './figures';
import { usualPlace } from './proportions';
import { seatSheet, type Seatable } from './seatSheet';
import { standingsOf, type Stander } from './standing';

const LINES = { xHeight: 500, capHeight: 700, ascender: 750, descender: -250 };
const SETTINGS = {
  reference: 'one-factor',
  capReference: '',
  smallReference: '',
  capHeight: 700,
  xHeight: 500,
  skewRad: 0,
} as const;

/** A letter of the sheet as a box of px: from `low` to `high` above y = 1000. */
const piece = (char: string, low: number, high: number, at = 0): Seatable => ({
  id: char,
  char,
  row: 0,
  baselineY: 1000,
  outline: [
    polygon([
      { x: 50 * at, y: 1000 - high },
      { x: 50 * at + 40, y: 1000 - high },
      { x: 50 * at + 40, y: 1000 - low },
      { x: 50 * at, y: 1000 - low },
    ]),
  ],
});
/** Foot and top of each letter once it is seated, em units. */
function seated(pieces: readonly Seatable[]): Record<string, [number, number]> {
  const { letters } = seatSheet(pieces, SETTINGS);
  return Object.fromEntries(
    pieces.map((p) => {
      const box = contoursBox(transformContours(p.outline, letters.get(p.id)!))!;
      return [p.char, [Math.round(box.yMin), Math.round(box.yMax)]];
    }),
  );
}

describe('a drawing with nothing beside it', () => {
  test('a period alone has a period’s size and stands on the line; it doesn’t come in as high as a capital', () => {
    expect(seated([piece('.', 0, 60)])['.']).toEqual([0, 105]);
  });

  test('a hyphen, quotes and a comma lie where they lie beside capitals', () => {
    for (const char of ['-', '\u201c', ',', '\u00b7']) {
      const { foot, tall } = usualPlace(char, LINES);
      expect(seated([piece(char, 0, 60)])[char]).toEqual([Math.round(foot), Math.round(foot + tall)]);
    }
  });

  test('small letters keep to the x-height, tails go below the line', () => {
    expect(seated([piece('e', 0, 60)]).e).toEqual([0, 500]);
    expect(seated([piece('g', 0, 60)]).g).toEqual([-210, 500]);
    expect(seated([piece('H', 0, 60)]).H).toEqual([0, 700]);
  });

  test('beside a capital the sheet’s own size counts', () => {
    expect(seated([piece('H', 0, 140), piece('.', 0, 21, 1)])['.']).toEqual([0, 105]);
    expect(seated([piece('H', 0, 140), piece('.', 0, 60, 1)])['.']).toEqual([0, 300]);
  });
});

describe('old-style figures', () => {
  const HIGH: Record<string, [number, number]> = {
    0: [0, 500],
    1: [0, 500],
    2: [0, 500],
    3: [-200, 500],
    4: [-200, 500],
    5: [-200, 500],
    6: [0, 720],
    7: [-200, 500],
    8: [0, 720],
    9: [-200, 500],
  };
  const figures = (scale = 1): Stander[] =>
    Object.entries(HIGH).map(([char, [bottom, top]]) => ({
      id: char,
      char,
      bottom: bottom * scale,
      top: top * scale,
    }));
  const lining = (): Stander[] => [...'0123456789'].map((char) => ({ id: char, char, bottom: -8, top: 700 }));

  test('are told from lining ones by those that hang', () => {
    expect(areOldStyle(figures())).toBe(true);
    expect(areOldStyle(figures(0.2))).toBe(true);
    expect(areOldStyle(lining())).toBe(false);
    expect(areOldStyle(figures().filter((f) => '06'.includes(f.char)))).toBe(false);
  });

  test('are not told off, and “put right” would leave them alone; a lining one that sinks is told', () => {
    expect(standingsOf(figures(), LINES, 12).filter((s) => s.fault)).toEqual([]);
    const sunk = lining().map((f) => (f.char === '7' ? { ...f, bottom: -200, top: 500 } : f));
    expect(standingsOf(sunk, LINES, 12).flatMap((s) => (s.fault ? [s.char] : []))).toEqual(['7']);
  });

  test('a row of them is seated by those that stand', () => {
    const row = Object.entries(HIGH).map(([char, [low, high]], i) => piece(char, low, high, i));
    const placed = seated(row);
    expect(placed[0]![0]).toBeCloseTo(0, -1);
    expect(placed[6]![0]).toBeCloseTo(0, -1);
    expect(placed[3]![0]).toBeLessThan(-100);
  });
});

test('a floating period is told and set down; other letters of the same hand are not', () => {
  const letters: Stander[] = [...'HITEFL'].map((char) => ({ id: char, char, bottom: 0, top: 700 }));
  const dot = { id: '.', char: '.', bottom: 130, top: 240 };
  // A colon a little above the line is how hands write.
  const colon = { id: ':', char: ':', bottom: 30, top: 420 };
  expect(standingsOf([...letters, colon], LINES, 12).filter((s) => s.fault)).toEqual([]);
  const [told, ...rest] = standingsOf([...letters, dot], LINES, 12).filter((s) => s.fault);
  expect(rest).toEqual([]);
  expect(told).toMatchObject({ char: '.', fault: 'floats', mend: { scale: 1, lift: -130 } });
});
