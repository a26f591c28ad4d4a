import { median } from '../raster/histogram';
import { dense, FAR, ROW, rowMiddle, type Profile } from './profiles';
import type { LetterClass } from './parameters';

/** A font's letters with what they share, 1/1000 em. */
export interface Style {
  readonly letters: readonly Profile[];
  readonly classes: readonly LetterClass[];
  readonly at: ReadonlyMap<string, number>;
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
export const JOINED_FROM = 0.45;
/** A slant below this tangent is none. */
export const UPRIGHT = 0.03;

export const classOf = (char: string): LetterClass =>
  /^[A-Z]$/.test(char) ? 'U' : /^[a-z]$/.test(char) ? 'L' : /^[0-9]$/.test(char) ? 'D' : 'P';

/** Null when the letters that everything is measured by are missing: n, and any of x z v w. */
export function styleOf(letters: readonly Profile[]): Style | null {
  const at = new Map(letters.map((l, i) => [l.char, i]));
  const have = (chars: string) => [...chars].flatMap((c) => letters[at.get(c) ?? -1] ?? []);
  const n = letters[at.get('n') ?? -1];
  const small = have('xzvw');
  if (!n || small.length === 0) return null;
  const xHeight = median(small.map((l) => l.top));
  const caps = have('HEITZ');
  const deep = have('pqgy');
  return {
    letters,
    classes: letters.map((l) => classOf(l.char)),
    at,
    xHeight,
    capHeight: caps.length > 0 ? median(caps.map((l) => l.top)) : 1.4 * xHeight,
    descent: deep.length > 0 ? -median(deep.map((l) => l.bottom)) : 0.45 * xHeight,
    ...innerOf(n, xHeight),
    hollow: hollowOf(n, xHeight),
    slant: slantOf(have('lihnmuHIELtbdpk')),
    joins: joinsOf(letters, xHeight),
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

/** Small letters whose right end is a thin stroke at a height that most share. */
function joinsOf(letters: readonly Profile[], xHeight: number): number {
  const small = letters.filter((l) => classOf(l.char) === 'L');
  const heights = small.flatMap((l) => {
    const rows = Array.from({ length: ROW.count }, (_, k) => k).filter(
      (k) => l.right[k]! < FAR && l.right[k]! < 25,
    );
    if (rows.length === 0) return [];
    const ys = rows.map(rowMiddle);
    const mean = ys.reduce((a, b) => a + b, 0) / ys.length;
    const spread = ys[ys.length - 1]! - ys[0]!;
    return spread < 0.3 * xHeight && mean > 0.05 * xHeight && mean < 1.1 * xHeight ? [mean] : [];
  });
  if (heights.length < 8) return 0;
  const middle = median(heights);
  return heights.filter((y) => Math.abs(y - middle) < 0.22 * xHeight).length / small.length;
}
