import type { Vec } from '../../foundations/geometry/vec';
import type { Bearings } from './bearings';
import { FAR, ROW, type Profile } from './profiles';
import type { Style } from './style';

/**
 * What the taught part of the fit sees of a letter's side and of a font: plain numbers about 0 to 1, lengths as shares of
 * the x-height. The order is that of the weights in data/weights.ts.
 */

/** Bands of height that a side is looked at in: below the baseline, up to the x-height, up to the capitals, above. */
const BANDS = { below: 5, small: 14, upper: 6, above: 1 };
/** How fast white is felt less with depth, shares of the x-height: fine, middle, coarse. */
const REACH = [0.06, 0.2, 0.55] as const;

/** Characters that are known as themselves; all others are known by their shape only. */
export const KNOWN = [
  ...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789.,:;-!?\'"()[]&/@#$%*+=\u2018\u2019\u201c\u201d\u2013\u2014',
];
const KNOWN_AT = new Map(KNOWN.map((c, i) => [c, i]));

/** Place of a character among those known; an accented letter counts as its base; KNOWN.length for others. */
export function knownAs(char: string): number {
  const plain = char.normalize('NFD')[0] ?? char;
  return KNOWN_AT.get(char) ?? KNOWN_AT.get(plain) ?? KNOWN.length;
}

/** Heights between which each band lies, 1/1000 em, lowest first. */
function bandsOf({ descent, xHeight, capHeight }: Style): [number, number][] {
  const cut = (from: number, to: number, n: number): [number, number][] =>
    Array.from({ length: n }, (_, k) => [from + ((to - from) * k) / n, from + ((to - from) * (k + 1)) / n]);
  return [
    ...cut(-Math.max(50, descent), 0, BANDS.below),
    ...cut(0, xHeight, BANDS.small),
    ...cut(xHeight, Math.max(capHeight, 1.1 * xHeight), BANDS.upper),
    [Math.max(capHeight, 1.1 * xHeight), 1.6 * Math.max(capHeight, 1.1 * xHeight)],
  ];
}

/** Nearest ink of a side within each band, 1/1000 em; FAR without any. */
function bandDepths(side: Float64Array, bands: readonly (readonly [number, number])[]): number[] {
  return bands.map(([from, to]) => {
    const first = Math.max(0, Math.floor((from - ROW.from) / ROW.height));
    const last = Math.min(ROW.count - 1, Math.max(first, Math.ceil((to - ROW.from) / ROW.height) - 1));
    let least: number = FAR;
    for (let k = first; k <= last; k++) least = Math.min(least, side[k]!);
    return least;
  });
}

/** Numbers of one side of a letter: its own depths felt at three reaches, the other side's at one, its size. */
export function sideFacts(style: Style, i: number, side: 'left' | 'right', base: Bearings): number[] {
  const { xHeight: x } = style;
  const letter = style.letters[i]!;
  const bands = bandsOf(style);
  const own = bandDepths(letter[side], bands);
  const other = bandDepths(letter[side === 'left' ? 'right' : 'left'], bands);
  const n = style.rhythm;
  return [
    ...REACH.flatMap((r) => own.map((d) => Math.exp(-d / (r * x)))),
    ...other.map((d) => Math.exp(-d / (REACH[1] * x))),
    letter.width / x - 1,
    letter.top / x - 1,
    letter.bottom / x,
    (base[side][i]! - base[side][n]!) / x,
    side === 'left' ? 0 : 1,
  ];
}

/** Numbers of a font as a whole, shares of the x-height. */
export function styleFacts(style: Style, base: Bearings): number[] {
  const { xHeight: x, letters, at } = style;
  const n = style.rhythm;
  const width = (char: string, otherwise: number) => letters[at.get(char) ?? -1]?.width ?? otherwise;
  const o = letters[at.get('o') ?? n]!;
  const of = (char: string, side: 'left' | 'right') => {
    const i = at.get(char);
    return i === undefined ? 0 : (base[side][i]! - base[side][n]!) / x;
  };
  const thin = levelStroke(o);
  return [
    2 * style.slant,
    (4 * style.stem) / x - 0.7,
    style.counter / x - 0.5,
    (3 * style.hollow) / x,
    style.capHeight / x - 1.4,
    style.descent / x - 0.45,
    letters[n]!.width / x - 0.9,
    o.width / x - 1,
    width('H', 1.3 * x) / x - 1.3,
    width('l', style.stem) / Math.max(1, style.stem) / 3 - 0.4,
    style.joins,
    (4 * thin) / x - 0.5,
    x / 500 - 1,
    of('o', 'left'),
    of('H', 'left'),
    of('v', 'left'),
    (base.left[n]! + base.right[n]!) / x,
  ];
}

/** Thickness of a letter's lowest level stroke at its middle, 1/1000 em; 0 when nothing is met. */
function levelStroke(letter: Profile): number {
  const xs = letter.polygons.flat().map((p) => p.x);
  const x = (Math.min(...xs) + Math.max(...xs)) / 2 + 0.01;
  const ys: number[] = [];
  for (const line of letter.polygons)
    line.forEach((p: Vec, i) => {
      const q = line[(i + 1) % line.length]!;
      if (p.x <= x !== q.x <= x) ys.push(p.y + ((x - p.x) / (q.x - p.x)) * (q.y - p.y));
    });
  ys.sort((a, b) => a - b);
  return ys.length >= 2 ? ys[1]! - ys[0]! : 0;
}
