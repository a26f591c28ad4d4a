import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { polygonsOf, type PathCommand } from '../../foundations/geometry/pathPolygons';
import { median } from '../../foundations/raster/histogram';
import { fitFont, type FittedFont } from './fitFont';
import { closing, faultyJoins } from './joinCheck';
import { touchingDistance } from './joined';
import { offRhythm, worstPairs } from './rhythm';
import { coned, FAR, profileOf, ROW, rowMiddle, type Profile } from './profiles';
import { JOINED_FROM, joinersOf, styleOf } from './style';

/** A bar of ink, 1/1000 em. */
const bar = (x0: number, x1: number, y0: number, y1: number) => [
  { x: x0, y: y0 },
  { x: x1, y: y0 },
  { x: x1, y: y1 },
  { x: x0, y: y1 },
];

test('a profile says how far the ink lies from its box in each row', () => {
  // An L: a stem 80 wide and 700 high with a foot of 400.
  const l = profileOf('L', [bar(100, 180, 0, 700), bar(180, 500, 0, 80)])!;
  expect([l.width, l.bottom, l.top]).toEqual([400, 0, 700]);
  const row = (y: number) => Math.floor((y - ROW.from) / ROW.height);
  expect(l.left[row(300)]).toBe(0);
  expect(l.right[row(300)]).toBe(320);
  expect(l.right[row(40)]).toBe(0);
  expect(l.left[row(900)]).toBe(FAR);
  expect(profileOf(' ', [])).toBeNull();
});

test('ink counts on other rows at a price that grows with the way', () => {
  const side = new Float64Array(ROW.count).fill(FAR);
  side[40] = 5;
  const out = coned(side, 1.5);
  expect(out[40]).toBe(5);
  expect(out[43]).toBe(5 + 3 * 1.5 * ROW.height);
  expect(out[38]).toBe(5 + 2 * 1.5 * ROW.height);
  expect(rowMiddle(40)).toBe(ROW.from + 405);
});

const CHARACTERS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;-!?'];

/** Letters of an open font without their spacing, and the bearings its designer chose, 1/1000 em. */
function openFont(name: string): {
  letters: Profile[];
  designer: Map<string, { left: number; right: number }>;
} {
  const file = join('node_modules', '@fontsource', name, 'files', `${name}-latin-400-normal.woff`);
  const font = parse(readFileSync(file).slice().buffer);
  const designer = new Map<string, { left: number; right: number }>();
  const letters = CHARACTERS.flatMap((char) => {
    const glyph = font.charToGlyph(char);
    const polygons = polygonsOf(glyph.getPath(0, 0, 1000).commands as PathCommand[]);
    const profile = profileOf(char, polygons);
    if (!profile) return [];
    const left = Math.min(...polygons.flat().map((p) => p.x));
    const advance = (glyph.advanceWidth! * 1000) / font.unitsPerEm;
    designer.set(char, { left, right: advance - left - profile.width });
    return profile;
  });
  return { letters, designer };
}

/** Mean distance of pairs' white from the designer's, after one constant for all, 1/1000 em (kerning left out). */
function pairError(
  of: (char: string) => { left: number; right: number },
  designer: ReadonlyMap<string, { left: number; right: number }>,
): number {
  const small = [...'abcdefghijklmnopqrstuvwxyz'];
  const errors = small.flatMap((a) =>
    small.map((b) => of(a).right + of(b).left - designer.get(a)!.right - designer.get(b)!.left),
  );
  const middle = median(errors);
  return errors.reduce((sum, e) => sum + Math.abs(e - middle), 0) / errors.length;
}
const lookUp = (fitted: FittedFont) => {
  const by = new Map(fitted.letters.map((l) => [l.char, l]));
  return (char: string) => by.get(char)!;
};

/**
 * Against what designers chose: Work Sans (W. Wei) and Libre Baskerville (P. Impallari, R. Fuenzalida), both under the SIL Open
 * Font License, which nothing was tuned on. A general bound: three fifths of what equal bearings give.
 */
test.each(['work-sans', 'libre-baskerville'])(
  'the fit of %s is far nearer to its designer than equal bearings',
  (name) => {
    const { letters, designer } = openFont(name);
    const fitted = fitFont(letters)!;
    const equal = pairError(() => ({ left: 50, right: 50 }), designer);
    expect(pairError(lookUp(fitted), designer)).toBeLessThan(0.6 * equal);
    expect(fitted.joined).toBe(false);
    // T o is kerned tighter than H o, which needs none.
    const kern = (a: string, b: string) => {
      const at = (c: string) => fitted.letters.findIndex((l) => l.char === c);
      const { left, right, pairs } = fitted.kerning;
      const pair = pairs.find(([p, q]) => left[p]!.includes(at(a)) && right[q]!.includes(at(b)));
      return pair?.[2] ?? 0;
    };
    expect(kern('T', 'o')).toBeLessThan(-20);
    expect(kern('A', 'V')).toBeLessThan(-20);
    expect(Math.abs(kern('H', 'n'))).toBeLessThan(10);
    // A word space is about a quarter of the em (common practice, no published source).
    expect(fitted.space).toBeGreaterThan(150);
    expect(fitted.space).toBeLessThan(350);
  },
);

test('a script whose letters join is told by their ends', () => {
  expect(styleOf(openFont('pacifico').letters)!.joins).toBeGreaterThan(JOINED_FROM);
  expect(styleOf(openFont('work-sans').letters)!.joins).toBeLessThan(0.2);
});

test('without n the rhythm comes from what is there; nothing is made up of nothing', () => {
  const { letters, designer } = openFont('work-sans');
  for (const kind of [/[A-Z]/, /[0-9]/, /[A-Zo-z]/]) {
    const some = letters.filter((l) => kind.test(l.char));
    const fitted = fitFont(some, { tabular: false })!;
    // After one constant for the whole font, far nearer to its designer than one white for all; never mad.
    const off = (of: (l: { char: string; left: number; right: number }) => number) => {
      const errors = fitted.letters.map((l) => {
        const own = designer.get(l.char)!;
        return of(l) - own.left - own.right;
      });
      const middle = median(errors);
      return errors.map((e) => Math.abs(e - middle));
    };
    const mean = (v: readonly number[]) => v.reduce((x, y) => x + y, 0) / v.length;
    expect(mean(off((l) => l.left + l.right))).toBeLessThan(Math.max(18, 0.7 * mean(off(() => 100))));
    expect(Math.max(...off((l) => l.left + l.right))).toBeLessThan(120);
  }
  expect(fitFont([])).toBeNull();
});

describe('figures', () => {
  const { letters } = openFont('work-sans');
  const widths = (fitted: FittedFont) =>
    letters.flatMap((l, i) =>
      /[0-9]/.test(l.char) ? [l.width + fitted.letters[i]!.left + fitted.letters[i]!.right] : [],
    );
  test('get one width when they are to line up', () => {
    const w = widths(fitFont(letters, { tabular: true })!);
    expect(Math.max(...w) - Math.min(...w)).toBeLessThan(1e-6);
  });
  test('and their own when not', () => {
    const w = widths(fitFont(letters, { tabular: false })!);
    expect(Math.max(...w) - Math.min(...w)).toBeGreaterThan(30);
  });
});

describe('rhythm', () => {
  const { letters } = openFont('work-sans');
  const fitted = fitFont(letters)!;
  const chars = letters.map((l) => l.char);
  const shifted = (change: (i: number, j: number) => number) => ({
    size: letters.length,
    data: fitted.wished.data.map((v, k) => v + change(Math.floor(k / letters.length), k % letters.length)),
  });
  test('a font set loose as a whole is even', () => {
    const off = offRhythm(
      chars,
      shifted(() => 25),
      fitted.wished,
    );
    expect(Math.max(...off.data.map(Math.abs))).toBeLessThan(1e-9);
    expect(worstPairs(chars, off, 10)).toEqual([]);
  });
  test('a letter moved stands out with its frequent pairs first', () => {
    const e = chars.indexOf('e');
    const off = offRhythm(
      chars,
      shifted((i) => (i === e ? -20 : 0)),
      fitted.wished,
    );
    const worst = worstPairs(chars, off, 5);
    expect(worst).toHaveLength(5);
    for (const p of worst) expect([p.left, Math.round(p.off)]).toEqual([e, -20]);
    expect(chars[worst[0]!.right]).toMatch(/[etaoins]/);
  });
});

/** Pacifico (V. Adams) and Cookie (A. Burian), SIL Open Font License: scripts whose letters are drawn to meet. */
describe.each(['pacifico', 'cookie'])('the joined letters of %s', (name) => {
  const { letters } = openFont(name);
  const fitted = fitFont(letters)!;
  const style = styleOf(letters)!;
  const distance = (i: number, j: number) => fitted.letters[i]!.right + fitted.letters[j]!.left;
  test('meet after a fit', () => {
    const { joiners } = joinersOf(style);
    const small = letters.flatMap((l, j) => (/[a-z]/.test(l.char) ? [j] : []));
    const pairs = joiners.flatMap((i) => small.map((j) => [i, j] as const));
    const met = pairs.filter(([i, j]) => distance(i, j) < touchingDistance(letters[i]!, letters[j]!)!);
    expect(met.length / pairs.length).toBeGreaterThan(0.93);
  });
  test('and show their gaps when they are drawn apart, with what closes them', () => {
    const apart = faultyJoins(style, (i, j) => distance(i, j) + 30).filter((f) => f.fault === 'gap');
    expect(apart.length).toBeGreaterThan(
      faultyJoins(style, distance).filter((f) => f.fault === 'gap').length + 20,
    );
    const { left } = apart[0]!;
    const by = closing(apart, left);
    const closed = faultyJoins(style, (i, j) => distance(i, j) + 30 - (i === left ? by : 0));
    expect(closed.some((f) => f.left === left && f.fault === 'gap')).toBe(false);
  });
});
