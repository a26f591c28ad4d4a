import { percentile } from '../../foundations/raster/histogram';
import { solveBearings, type Bearings } from './bearings';
import { wishedDistances, type Table } from './distances';
import { groupKerning, LEAST_KERN, type KerningGroups } from './kerning';
import { letJoin } from './joined';
import { JOINED, KERN, TEXT } from './parameters';
import { coned, ROW, type Profile } from './profiles';
import { JOINED_FROM, styleOf, UPRIGHT, type Style } from './style';
import { taughtFit, taughtSpace } from './taught';

/** A whole font's spacing, 1/1000 em. */
export interface FittedFont {
  readonly letters: readonly { readonly char: string; readonly left: number; readonly right: number }[];
  /** Indices into `letters`. */
  readonly kerning: KerningGroups;
  /** The distance wished between every two letters, box to box: the rhythm that single pairs are held against. */
  readonly wished: Table;
  readonly space: number;
  readonly joined: boolean;
  readonly tabular: boolean;
}

export interface FitOptions {
  /** Whether its letters join; found by their ends when not said. */
  readonly joined?: boolean;
  /** Whether figures get one width; found by how they are drawn when not said. */
  readonly tabular?: boolean;
  /** Pairs are kerned from this on, 1/1000 em. */
  readonly kernFrom?: number;
}

/** What kerning is made for: letters of the scripts that kern, figures and the signs that stand beside them in text. */
export const KERNED =
  /^[\p{Script=Latin}\p{Script=Greek}\p{Script=Cyrillic}0-9.,:;!?'"\u2018\u2019\u201c\u201d\u2013\u2014()\u00ab\u00bb\u2039\u203a-]$/u;
const FIGURES = [...'0123456789'];
/** Figures whose widths differ less than this share are meant to line up in tables. */
const EVEN_FIGURES = 0.052;
/** Facing letters keep this apart: the tightest twentieth of small letters, and every pair. */
const ROOM = { font: 30, pair: 10 };

/**
 * Side bearings, kerning by groups and word space of a font, from its outlines alone: wished distances by an optical
 * method, bearings that come nearest to them, what designers would add (taught), kerning as what is left. Null without a
 * letter or figure. Letters without n take their rhythm from the nearest that there is.
 */
export function fitFont(letters: readonly Profile[], options: FitOptions = {}): FittedFont | null {
  const style = styleOf(letters);
  if (!style) return null;
  const joined = options.joined ?? style.joins > JOINED_FROM;
  const P = joined ? JOINED : TEXT;
  const optical = wishedDistances(style, P);
  const base = solveBearings(style, optical, P);
  const rest = restOf(optical, base);
  // The networks know fonts with small letters; others are fitted by the optical method alone.
  const whole = style.letters[style.rhythm]!.char === 'n';
  const plain = opticalFit(style, base, rest);
  const taught = whole ? tracked(style, taughtFit(style, base, rest, KERN.soft), plain, joined) : plain;
  let { bearings, kerning } = { bearings: taught.bearings, kerning: bounded(taught.kerning, style, joined) };
  const tabular = options.tabular ?? evenFigures(style);
  if (tabular) ({ bearings, kerning } = oneWidth(style, bearings, kerning));
  // Letters that join are meant to touch.
  const gaps = joined ? null : facingGaps(style);
  if (gaps) ({ bearings, kerning } = withRoom(style, gaps, bearings, kerning));
  else bearings = letJoin(style, bearings);
  const core = letters.flatMap((l, i) => (KERNED.test(l.char) ? [i] : []));
  const groups = groupKerning(kerning, core, options.kernFrom ?? LEAST_KERN);
  return {
    letters: letters.map(({ char }, i) => ({ char, left: bearings.left[i]!, right: bearings.right[i]! })),
    kerning: gaps ? withoutTouching(gaps, bearings, groups, core) : groups,
    wished: wishOf(bearings, kerning, new Set(core)),
    space: whole ? taughtSpace(style, bearings, style.rhythm, joined) : plainSpace(style, bearings),
    joined,
    tabular,
  };
}

/** White at both sides of the letter that sets the rhythm, from its counter and stem (tuned on five open fonts). */
const WHITE = { counter: 0.2055, stem: -0.1412, constant: 123.12 };
/** Share of what bearings leave that is kerned: only to bring pairs together. */
const TIGHTER = 0.55;

/** The optical method's own bearings and kerning. */
function opticalFit(style: Style, base: Bearings, rest: Table): { bearings: Bearings; kerning: Table } {
  const { rhythm, counter, stem, hollow } = style;
  const white = WHITE.counter * counter + WHITE.stem * stem + WHITE.constant - hollow;
  const open = (white - base.left[rhythm]! - base.right[rhythm]!) / 2;
  return {
    bearings: { left: base.left.map((v) => v + open), right: base.right.map((v) => v + open) },
    kerning: { size: rest.size, data: rest.data.map((v) => TIGHTER * Math.min(0, v + KERN.soft)) },
  };
}

type Spaced = ReturnType<typeof opticalFit>;

/**
 * What was taught, as loose as the mean of what both methods find: designers differ most in this, and the two are wrong in
 * different ways. Letters that join are as near as their joins want them.
 */
function tracked({ rhythm }: Style, taught: Spaced, optical: Spaced, joined: boolean): Spaced {
  if (joined) return taught;
  const white = ({ bearings: b }: Spaced) => b.left[rhythm]! + b.right[rhythm]!;
  const open = (white(optical) - white(taught)) / 4;
  const { left, right } = taught.bearings;
  return { ...taught, bearings: { left: left.map((v) => v + open), right: right.map((v) => v + open) } };
}

/** Word space of capitals or figures alone, as a share of the advance (common practice, no published source). */
const SPACE_SHARE = 0.36;
function plainSpace({ rhythm, letters }: Style, b: Bearings): number {
  return SPACE_SHARE * (b.left[rhythm]! + b.right[rhythm]! + letters[rhythm]!.width);
}

/** What bearings leave of the wished distances. */
function restOf({ size, data }: Table, b: Bearings): Table {
  return { size, data: data.map((v, k) => v - b.right[Math.floor(k / size)]! - b.left[k % size]!) };
}

/** Distances box to box; signs that aren't kerned keep what their bearings make. */
const wishOf = (b: Bearings, { size, data }: Table, kerned: ReadonlySet<number>): Table => ({
  size,
  data: data.map((v, k) => {
    const [i, j] = [Math.floor(k / size), k % size];
    return b.right[i]! + b.left[j]! + (kerned.has(i) && kerned.has(j) ? v : 0);
  }),
});

/** Kerning within bounds; small letters that join are never kerned with each other. */
function bounded({ size, data }: Table, { classes }: Style, joined: boolean): Table {
  const { most } = KERN;
  return {
    size,
    data: data.map((v, k) => {
      if (joined && classes[Math.floor(k / size)] === 'L' && classes[k % size] === 'L') return 0;
      return Math.max(-most, Math.min(0.4 * most, v));
    }),
  };
}

/** Whether figures are drawn to one width, as for tables. */
function evenFigures(style: Style): boolean {
  const widths = FIGURES.flatMap((c) =>
    c === '1' ? [] : (style.letters[style.at.get(c) ?? -1]?.width ?? []),
  );
  if (widths.length < 9 || Math.abs(style.slant) >= UPRIGHT || style.joins > JOINED_FROM) return false;
  const mean = widths.reduce((p, q) => p + q, 0) / widths.length;
  const spread = Math.sqrt(widths.reduce((s, w) => s + (w - mean) ** 2, 0) / widths.length);
  return spread / mean < EVEN_FIGURES;
}

/** All figures get one advance, and no kerning. */
function oneWidth(style: Style, b: Bearings, kerning: Table): { bearings: Bearings; kerning: Table } {
  const at = FIGURES.flatMap((c) => style.at.get(c) ?? []);
  if (at.length === 0) return { bearings: b, kerning };
  const advance = (i: number) => b.left[i]! + b.right[i]! + style.letters[i]!.width;
  // 1 is narrow everywhere; the others say what the width is.
  const others = at.filter((i) => style.letters[i]!.char !== '1');
  const common = (others.length > 0 ? others : at).reduce((s, i, _, all) => s + advance(i) / all.length, 0);
  const [left, right, data] = [b.left.slice(), b.right.slice(), kerning.data.slice()];
  for (const i of at) {
    const slack = (common - advance(i)) / 2;
    left[i]! += slack;
    right[i]! += slack;
    for (let j = 0; j < kerning.size; j++) data[i * kerning.size + j] = data[j * kerning.size + i] = 0;
  }
  return { bearings: { left, right }, kerning: { ...kerning, data } };
}

/** White between the facing sides of every pair with their boxes touching; ink also counts on rows near its own. */
function facingGaps({ letters }: Style): Table {
  const size = letters.length;
  const sides = letters.map((l) => ({
    left: coned(l.left, TEXT.slope),
    right: coned(l.right, TEXT.slope),
  }));
  const data = new Float64Array(size * size);
  for (let i = 0; i < size; i++)
    for (let j = 0; j < size; j++) {
      let least = Infinity;
      for (let k = 0; k < ROW.count; k++) least = Math.min(least, sides[i]!.right[k]! + sides[j]!.left[k]!);
      data[i * size + j] = least;
    }
  return { size, data };
}

/** Nothing may touch: first the font as a whole is opened, then single pairs. */
function withRoom(
  style: Style,
  gaps: Table,
  b: Bearings,
  kerning: Table,
): { bearings: Bearings; kerning: Table } {
  const { size } = kerning;
  const free = gaps.data.map(
    (v, k) => v + b.right[Math.floor(k / size)]! + b.left[k % size]! + kerning.data[k]!,
  );
  const small = Array.from(free).filter(
    (_, k) => style.classes[Math.floor(k / size)] === 'L' && style.classes[k % size] === 'L',
  );
  const opened = small.length === 0 ? 0 : Math.max(0, ROOM.font - percentile(small, 0.05));
  const data = kerning.data.map((v, k) => v + Math.max(0, ROOM.pair - (free[k]! + opened)));
  const bearings = {
    left: b.left.map((v) => v + opened / 2),
    right: b.right.map((v) => v + opened / 2),
  };
  return { bearings, kerning: { size, data } };
}

/** Pairs that the mean of their groups would let touch are kerned by themselves. */
function withoutTouching(
  gaps: Table,
  b: Bearings,
  groups: KerningGroups,
  core: readonly number[],
): KerningGroups {
  const place = (side: 'left' | 'right') =>
    new Map(groups[side].flatMap((g, at) => g.map((i) => [i, at] as const)));
  const [left, right] = [place('left'), place('right')];
  const values = new Map(groups.pairs.map(([p, q, v]) => [`${p} ${q}`, v]));
  const exceptions = core.flatMap((i) =>
    core.flatMap((j): [number, number, number][] => {
      const kern = values.get(`${left.get(i)} ${right.get(j)}`) ?? 0;
      const free = gaps.data[i * gaps.size + j]! + b.right[i]! + b.left[j]! + kern;
      return free < ROOM.pair / 2 ? [[i, j, Math.round(kern + ROOM.pair / 2 - free)]] : [];
    }),
  );
  return { ...groups, exceptions };
}
