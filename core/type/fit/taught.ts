import { bytesOf, unpackRows } from '../../foundations/raster/packedRows';
import type { Bearings } from './bearings';
import { WEIGHTS } from './data/weights';
import type { Table } from './distances';
import { knownAs, sideFacts, styleFacts } from './features';
import type { Style } from './style';

/**
 * The taught part of the fit: several small networks, averaged, that say what open fonts' designers add to the optical
 * method. Taught by bench/trainFit.py on open-licensed fonts; none of those that the benches measure by.
 * Each looks at one side of a letter with the font's facts and gives: what to add to the bearing; numbers that meet those
 * of a neighbour's side (low-rank interaction); how much of the optical kerning this side takes.
 */

const [PAIR, GATE] = [8, 4];
/** As in the teaching script. */
const PAIR_SCALE = 20;

interface Layer {
  readonly rows: number;
  readonly columns: number;
  readonly weights: Float32Array;
}

interface Packed {
  readonly bytes: string;
  readonly scales: readonly number[];
  readonly columns: number;
}

function unpack({ bytes, scales, columns }: Packed): Layer {
  return { rows: scales.length, columns, weights: unpackRows(bytesOf(bytes), scales) };
}

interface Net {
  readonly letter: Layer;
  readonly first: Layer;
  readonly firstBias: readonly number[];
  readonly second: Layer;
  readonly secondBias: readonly number[];
  readonly out: Layer;
  readonly outBias: readonly number[];
  readonly tighter: number;
}

let nets: readonly Net[] | null = null;
const allNets = (): readonly Net[] =>
  (nets ??= WEIGHTS.nets.map((n) => ({
    ...n,
    letter: unpack(n.letter),
    first: unpack(n.first),
    second: unpack(n.second),
    out: unpack(n.out),
  })));

function applied(layer: Layer, bias: readonly number[], x: ArrayLike<number>): Float64Array {
  const out = new Float64Array(layer.rows);
  for (let r = 0; r < layer.rows; r++) {
    let sum = bias[r]!;
    const at = r * layer.columns;
    for (let c = 0; c < layer.columns; c++) sum += layer.weights[at + c]! * x[c]!;
    out[r] = sum;
  }
  return out;
}

/** x times its logistic share (sigmoid linear unit; S. Elfwing et al., Neural Networks 107 (2018)). */
const silu = (v: Float64Array): Float64Array => v.map((x) => x / (1 + Math.exp(-x)));

function sideOut(
  net: Net,
  facts: readonly number[],
  style: readonly number[],
  known: number,
  right: boolean,
) {
  const size = net.letter.columns;
  const letter = Array.from(net.letter.weights.subarray(known * size, (known + 1) * size));
  const none = letter.map(() => 0);
  const x = [...facts, ...style, ...(right ? [...none, ...letter] : [...letter, ...none])];
  const h = silu(applied(net.first, net.firstBias, x));
  return applied(net.out, net.outBias, silu(applied(net.second, net.secondBias, h)));
}

export interface Taught {
  /** Absolute bearings with the font's tracking, 1/1000 em. */
  readonly bearings: Bearings;
  /** Kerning of all pairs, 1/1000 em. */
  readonly kerning: Table;
}

/** What the networks make of an optical fit. `rest`: what bearings leave of the wished distances. `soft`: how much of it is let go. */
export function taughtFit(style: Style, base: Bearings, rest: Table, soft: number): Taught {
  const { letters, xHeight } = style;
  const { mean, spread } = WEIGHTS.style;
  const facts = styleFacts(style, base).map((v, k) => Math.max(-3, Math.min(3, (v - mean[k]!) / spread[k]!)));
  const size = letters.length;
  const left = new Float64Array(size);
  const right = new Float64Array(size);
  const data = new Float64Array(size * size);
  const known = letters.map((l) => knownAs(l.char));
  const sides = (side: 'left' | 'right') => letters.map((_, i) => sideFacts(style, i, side, base));
  const [leftFacts, rightFacts] = [sides('left'), sides('right')];
  const share = 1 / allNets().length;
  for (const net of allNets()) {
    const l = leftFacts.map((f, i) => sideOut(net, f, facts, known[i]!, false));
    const r = rightFacts.map((f, i) => sideOut(net, f, facts, known[i]!, true));
    for (let i = 0; i < size; i++) {
      left[i]! += share * (base.left[i]! + xHeight * l[i]![0]!);
      right[i]! += share * (base.right[i]! + xHeight * r[i]![0]!);
      for (let j = 0; j < size; j++) {
        const [a, b] = [r[i]!, l[j]!];
        let [meet, take] = [0, net.tighter];
        for (let k = 1; k <= PAIR; k++) meet += a[k]! * b[k]!;
        for (let k = PAIR + 1; k <= PAIR + GATE; k++) take += a[k]! * b[k]!;
        const tight = Math.min(0, rest.data[i * size + j]! + soft);
        data[i * size + j]! += share * (take * tight + PAIR_SCALE * meet);
      }
    }
  }
  return { bearings: { left, right }, kerning: { size, data } };
}

/** Word space from the font's rhythm, 1/1000 em. `n`: index of n, or of what stands in for it. */
export function taughtSpace(style: Style, b: Bearings, n: number, joined: boolean): number {
  const white = b.left[n]! + b.right[n]!;
  const advance = white + style.letters[n]!.width;
  const { xHeight: x, stem, counter } = style;
  // In the order of the teaching script's space_facts.
  const facts = [
    1000,
    advance,
    white,
    x,
    joined ? 1000 : 0,
    x * ((4 * stem) / x - 0.7),
    x * (counter / x - 0.5),
  ];
  return facts.reduce((sum, v, k) => sum + (v / 1000) * WEIGHTS.space[k]!, 0);
}
