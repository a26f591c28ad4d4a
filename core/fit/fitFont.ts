import { percentile } from '../raster/histogram';
import { solveBearings, type Bearings } from './bearings';
import { wishedDistances, type Table } from './distances';
import { groupKerning, residualKerning, type KerningGroups } from './kerning';
import { JOINED, TEXT, type FitParameters } from './parameters';
import { coned, ROW, type Profile } from './profiles';
import { JOINED_FROM, styleOf, UPRIGHT, type Style } from './style';

/** A whole font's spacing, 1/1000 em. */
export interface FittedFont {
  readonly letters: readonly { readonly char: string; readonly left: number; readonly right: number }[];
  /** Indices into `letters`. */
  readonly kerning: KerningGroups;
  readonly space: number;
  readonly joined: boolean;
}

/** Letters that kerning is made for: a font's everyday ones. */
const KERNED = /^[A-Za-z0-9.,:;!?'"-]$/;
const FIGURES = [...'0123456789'];
/** Figures whose widths differ less than this share are meant to line up in tables. */
const EVEN_FIGURES = 0.052;
/** Facing letters keep this apart: the tightest twentieth of small letters, and every pair. */
const ROOM = { font: 30, pair: 10 };

/**
 * Side bearings, kerning by groups and word space of a font, from its outlines alone. Null when the letters that set the
 * rhythm (n, and one of x z v w) are missing. `joined` settles whether its letters join; found by their ends otherwise.
 */
export function fitFont(letters: readonly Profile[], joined?: boolean): FittedFont | null {
  const style = styleOf(letters);
  if (!style) return null;
  const script = joined ?? style.joins > JOINED_FROM;
  const P = script ? JOINED : TEXT;
  const wished = wishedDistances(style, P);
  let bearings = solveBearings(style, wished, P);
  let kerning = residualKerning(style, wished, bearings, P);
  if (!script) ({ bearings, kerning } = tabular(style, bearings, kerning));
  const n = style.at.get('n')!;
  const { tracking: t } = P;
  const wanted = t.counter * style.counter + t.stem * style.stem + t.constant - style.hollow;
  let track = wanted - bearings.left[n]! - bearings.right[n]!;
  if (!script) ({ track, kerning } = withRoom(style, bearings, kerning, track, P));
  const all = letters.map(({ char }, i) => ({
    char,
    left: bearings.left[i]! + track / 2,
    right: bearings.right[i]! + track / 2,
  }));
  const core = letters.flatMap((l, i) => (KERNED.test(l.char) ? [i] : []));
  return {
    letters: all,
    kerning: groupKerning(kerning, core),
    space: P.space * (all[n]!.left + all[n]!.right + letters[n]!.width),
    joined: script,
  };
}

/** Figures drawn to one width get one advance, and no kerning. */
function tabular(style: Style, b: Bearings, kerning: Table): { bearings: Bearings; kerning: Table } {
  const at = FIGURES.flatMap((c) => style.at.get(c) ?? []);
  const same = { bearings: b, kerning };
  if (at.length < FIGURES.length || Math.abs(style.slant) >= UPRIGHT) return same;
  const width = (i: number) => style.letters[i]!.width;
  const widths = at.filter((_, k) => k !== 1).map(width);
  const mean = widths.reduce((p, q) => p + q, 0) / widths.length;
  const spread = Math.sqrt(widths.reduce((s, w) => s + (w - mean) ** 2, 0) / widths.length);
  if (spread / mean >= EVEN_FIGURES) return same;
  const advance = (i: number) => b.left[i]! + b.right[i]! + width(i);
  const others = at.filter((_, k) => k !== 1);
  const common = others.reduce((s, i) => s + advance(i), 0) / others.length;
  const [left, right, data] = [b.left.slice(), b.right.slice(), kerning.data.slice()];
  for (const i of at) {
    const slack = (common - advance(i)) / 2;
    left[i]! += slack;
    right[i]! += slack;
    for (let j = 0; j < kerning.size; j++) data[i * kerning.size + j] = data[j * kerning.size + i] = 0;
  }
  return { bearings: { left, right }, kerning: { ...kerning, data } };
}

/** Nothing may touch: first the font as a whole is opened, then single pairs. */
function withRoom(
  style: Style,
  b: Bearings,
  kerning: Table,
  track: number,
  P: FitParameters,
): { track: number; kerning: Table } {
  const { size } = kerning;
  const sides = style.letters.map((l) => ({ left: coned(l.left, P.slope), right: coned(l.right, P.slope) }));
  const free = new Float64Array(size * size);
  for (let i = 0; i < size; i++) {
    for (let j = 0; j < size; j++) {
      let least = Infinity;
      for (let k = 0; k < ROW.count; k++) least = Math.min(least, sides[i]!.right[k]! + sides[j]!.left[k]!);
      free[i * size + j] = least + b.right[i]! + b.left[j]! + kerning.data[i * size + j]!;
    }
  }
  const small = Array.from(free).filter(
    (_, k) => style.classes[Math.floor(k / size)] === 'L' && style.classes[k % size] === 'L',
  );
  const opened = track + Math.max(0, ROOM.font - (percentile(small, 0.05) + track));
  const data = kerning.data.map((v, k) => v + Math.max(0, ROOM.pair - (free[k]! + opened)));
  return { track: opened, kerning: { ...kerning, data } };
}
