import { median } from '../../foundations/raster/histogram';
import { dense, FAR, ROW, rowMiddle, type Profile } from './profiles';
import type { LetterClass } from './parameters';

/** A font's letters with what they share, 1/1000 em. */
export interface Style {
  readonly letters: readonly Profile[];
  readonly classes: readonly LetterClass[];
  readonly at: ReadonlyMap<string, number>;
  /** Index of the letter that sets the rhythm: n where there is one. */
  readonly rhythm: number;
  readonly xHeight: number;
  readonly capHeight: number;
  readonly descent: number;
  /** Inner width and stem of n, and the white that its sides hold. */
  readonly counter: number;
  readonly stem: number;
  readonly hollow: number;
  /** Tangent of the slant. */
  readonly slant: number;
  /** Share of small letters that end in a thin stroke at one height. */
  readonly joins: number;
}

/** From this share on a font is taken for a joined script. */
export const JOINED_FROM = 0.52;
/** A slant below this tangent is none. */
export const UPRIGHT = 0.03;

export const classOf = (char: string): LetterClass =>
  /^[A-Z]$/.test(char) ? 'U' : /^[a-z]$/.test(char) ? 'L' : /^[0-9]$/.test(char) ? 'D' : 'P';

/** Whose stems, counter and white stand for the font's rhythm, the first that there is. */
const RHYTHM_LETTERS = 'nmhuoHENIDO80B1A';
/** Small letters' height as a share of the capitals', where none is drawn (common practice, no published source). */
const SMALL_SHARE = 0.71;

/** Null without a letter or figure. */
export function styleOf(letters: readonly Profile[]): Style | null {
  const at = new Map(letters.map((l, i) => [l.char, i]));
  const have = (chars: string) => [...chars].flatMap((c) => letters[at.get(c) ?? -1] ?? []);
  const rhythm =
    [...RHYTHM_LETTERS].find((c) => at.has(c)) ?? letters.find((l) => classOf(l.char) !== 'P')?.char;
  if (rhythm === undefined) return null;
  const leader = letters[at.get(rhythm)!]!;
  const small = have('xzvw');
  const lesser = small.length > 0 ? small : have('acemnorsu');
  const caps = have('HEITZ');
  const tall =
    caps.length > 0 ? caps : letters.filter((l) => classOf(l.char) === 'U' || classOf(l.char) === 'D');
  const xHeight =
    lesser.length > 0
      ? median(lesser.map((l) => l.top))
      : SMALL_SHARE * (tall.length > 0 ? median(tall.map((l) => l.top)) : leader.top);
  const deep = have('pqgy');
  const slant = slantOf(have('lihnmuHIELtbdpk'));
  return {
    letters,
    classes: letters.map((l) => classOf(l.char)),
    at,
    rhythm: at.get(rhythm)!,
    xHeight,
    capHeight: tall.length > 0 ? median(tall.map((l) => l.top)) : 1.4 * xHeight,
    descent: deep.length > 0 ? -median(deep.map((l) => l.bottom)) : 0.45 * xHeight,
    ...innerOf(leader, xHeight),
    hollow: hollowOf(leader, xHeight),
    slant,
    joins: joinsOf({ letters, xHeight, slant }),
  };
}

/** Counter and stem of n, by rays through it at heights up to the shoulder. */
function innerOf(n: Profile, xHeight: number): { counter: number; stem: number } {
  const [inner, stems]: [number[], number[]] = [[], []];
  for (let share = 0.2; share < 0.595; share += 0.05) {
    const y = share * xHeight;
    const xs: number[] = [];
    for (const line of n.polygons)
      line.forEach((p, i) => {
        const q = line[(i + 1) % line.length]!;
        if (p.y <= y !== q.y <= y) xs.push(p.x + ((y - p.y) / (q.y - p.y)) * (q.x - p.x));
      });
    xs.sort((a, b) => a - b);
    if (xs.length < 4) continue;
    inner.push(Math.max(...xs.slice(1).map((x, i) => x - xs[i]!)));
    stems.push(xs[1]! - xs[0]!);
  }
  if (inner.length === 0) return { counter: 0.55 * n.width, stem: 0.15 * n.width };
  return { counter: median(inner), stem: median(stems) };
}

const HOLLOW_MOST = 100;

function hollowOf(n: Profile, xHeight: number): number {
  let [sum, rows] = [0, 0];
  for (let k = 0; k < ROW.count; k++) {
    if (rowMiddle(k) <= 0 || rowMiddle(k) >= xHeight) continue;
    sum += Math.min(n.left[k]!, HOLLOW_MOST) + Math.min(n.right[k]!, HOLLOW_MOST);
    rows++;
  }
  return rows > 0 ? sum / rows : 0;
}

/** The shear that gathers the points of stemmed letters most in upright lines. */
function slantOf(letters: readonly Profile[]): number {
  if (letters.length === 0) return 0;
  const points = letters.map((l) => l.polygons.flatMap((line) => dense(line, 4)));
  let [best, slant] = [-1, 0];
  for (let k = 0; k <= 50; k++) {
    const t = -0.1 + 0.01 * k;
    let total = 0;
    for (const ps of points) {
      const bins = new Map<number, number>();
      for (const p of ps) {
        const bin = Math.floor((p.x - t * p.y + 800) / 8);
        bins.set(bin, (bins.get(bin) ?? 0) + 1);
      }
      for (const v of bins.values()) total += (v / ps.length) ** 2;
    }
    if (total > best) [best, slant] = [total, t];
  }
  return slant;
}

/** Within this share of the x-height of each other, strokes' ends are at one height. */
const ONE_HEIGHT = 0.22;
/** Ink so near to the right side belongs to the stroke that ends there, a share of the x-height. */
const AT_END = 0.05;
/** A stroke's end is at most so high, a share of the x-height. */
const THIN = 0.3;

/**
 * Height at which a letter's right end is a thin stroke, 1/1000 em; null when it ends otherwise. `slant`: tangent by which
 * the letter is set upright first, for slanted letters end at their right top otherwise.
 */
function exitOf(letter: Profile, xHeight: number, slant: number): number | null {
  const side = letter.right.map((v, k) => (v < FAR ? v + slant * rowMiddle(k) : FAR));
  const end = side.reduce((a, b) => Math.min(a, b), FAR) + AT_END * xHeight;
  let [first, last, sum, count] = [0, 0, 0, 0];
  side.forEach((v, k) => {
    if (v >= end || v >= FAR) return;
    if (count === 0) first = rowMiddle(k);
    last = rowMiddle(k);
    sum += last;
    count++;
  });
  if (count === 0) return null;
  const mean = sum / count;
  return last - first < THIN * xHeight && mean > 0.05 * xHeight && mean < 1.1 * xHeight ? mean : null;
}

interface Exits {
  /** Small letters that end in a thin stroke at the height that most share: indices. */
  readonly joiners: readonly number[];
  /** That height, 1/1000 em. */
  readonly height: number;
}

/** Fewer letters with such ends are chance. */
const FEWEST = 8;

function exitsOf(letters: readonly Profile[], xHeight: number, slant: number): Exits {
  const exits = letters.map((l) => (classOf(l.char) === 'L' ? exitOf(l, xHeight, slant) : null));
  const heights = exits.filter((y) => y !== null);
  if (heights.length < FEWEST) return { joiners: [], height: 0 };
  const height = median(heights);
  const joiners = exits.flatMap((y, i) =>
    y !== null && Math.abs(y - height) < ONE_HEIGHT * xHeight ? [i] : [],
  );
  return { joiners, height };
}

/** Letters whose ends could join, looked at as they stand and set upright: whichever finds more. */
export function joinersOf({ letters, xHeight, slant }: Pick<Style, 'letters' | 'xHeight' | 'slant'>): Exits {
  const [plain, upright] = [exitsOf(letters, xHeight, 0), exitsOf(letters, xHeight, slant)];
  return upright.joiners.length > plain.joiners.length ? upright : plain;
}

/** Share of small letters that end in a thin stroke at a height that most share. */
function joinsOf(facts: Pick<Style, 'letters' | 'xHeight' | 'slant'>): number {
  const small = facts.letters.filter((l) => classOf(l.char) === 'L').length;
  return small === 0 ? 0 : joinersOf(facts).joiners.length / small;
}
