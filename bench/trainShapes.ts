import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'opentype.js';
import { normal, seededRandom } from '../demo/hand/random';
import { flattenCubic } from '../core/foundations/geometry/cubic';
import { lerp, type Vec } from '../core/foundations/geometry/vec';
import { connectedParts } from '../core/lifting/find/parts';
import { SHAPE_CHARACTERS } from '../core/lifting/shapes/characters';
import { DESCRIPTOR_SIZE, describeShape } from '../core/lifting/shapes/describe';
import { hiddenOf, packRows, sharesOf, type Network } from '../core/lifting/shapes/network';
import { coverage } from './renderGlyph';

/**
 * Teaches the small network that tells what a found letter may be (core/lifting/shapes), from open-licensed fonts:
 *   node scripts/bench.mjs trainShapes FOLDER [--write]
 * FOLDER holds unpacked @fontsource packages (package/files/*-latin-400-normal.woff each). Every seventh font is kept back
 * to measure by. Each letter is drawn many times: slanted, turned, stretched, bent, with a lighter or heavier pen.
 */
const [HIDDEN, ROUNDS, VARIANTS, BATCH] = [112, 14, 12, 32];
const CAP_PX = 46;

type Font = ReturnType<typeof parse>;

type Command =
  | { readonly type: 'M' | 'L'; readonly x: number; readonly y: number }
  | { readonly type: 'Q'; readonly x1: number; readonly y1: number; readonly x: number; readonly y: number }
  | {
      readonly type: 'C';
      readonly x1: number;
      readonly y1: number;
      readonly x2: number;
      readonly y2: number;
      readonly x: number;
      readonly y: number;
    }
  | { readonly type: 'Z' };

interface Sample {
  readonly x: Float32Array;
  readonly label: number;
}

function outlinesOf(font: Font, char: string): Vec[][] | null {
  const glyph = font.charToGlyph(char);
  if (!glyph || glyph.index === 0) return null;
  const out: Vec[][] = [];
  let line: Vec[] = [];
  let at = { x: 0, y: 0 };
  for (const c of glyph.getPath(0, 0, 1000).commands as readonly Command[]) {
    if (c.type === 'M') {
      line = [{ x: c.x, y: c.y }];
      out.push(line);
    } else if (c.type === 'L') line.push({ x: c.x, y: c.y });
    else if (c.type === 'Q') line.push(...flattenQuadratic(at, { x: c.x1, y: c.y1 }, { x: c.x, y: c.y }));
    else if (c.type === 'C')
      line.push(
        ...flattenCubic(
          { p0: at, p1: { x: c.x1, y: c.y1 }, p2: { x: c.x2, y: c.y2 }, p3: { x: c.x, y: c.y } },
          4,
        ).slice(1),
      );
    if (c.type !== 'Z') at = { x: c.x, y: c.y };
  }
  return out.filter((l) => l.length > 2).length > 0 ? out.filter((l) => l.length > 2) : null;
}

/** A quadratic as the same cubic (degree elevation), in short straights. */
const flattenQuadratic = (a: Vec, handle: Vec, b: Vec): Vec[] =>
  flattenCubic({ p0: a, p1: lerp(a, handle, 2 / 3), p2: lerp(b, handle, 2 / 3), p3: b }, 4).slice(1);

/** One drawing of a letter as a hand might vary it; null when nothing is left of it. */
function vary(
  outlines: readonly Vec[][],
  capUnits: number,
  random: () => number,
  plain: boolean,
): Float32Array | null {
  const n = (s: number) => (plain ? 0 : normal(random) * s);
  const scale = (CAP_PX / capUnits) * Math.exp(n(0.08));
  const [stretch, slant, turn] = [Math.exp(n(0.12)), n(0.12), n(0.06)];
  const [bendX, bendY, phase] = [n(1.3), n(1.3), random() * 6];
  const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
  const moved = outlines.map((line) =>
    line.map((p) => {
      const x = (p.x - slant * p.y) * scale * stretch;
      const y = p.y * scale;
      const bx = x + bendX * Math.sin((y / CAP_PX) * 3 + phase);
      const by = y + bendY * Math.sin((x / CAP_PX) * 3 + 2 * phase);
      return { x: bx * cos - by * sin, y: bx * sin + by * cos };
    }),
  );
  const flat = moved.flat();
  const [x0, y0] = [Math.min(...flat.map((p) => p.x)) - 4, Math.min(...flat.map((p) => p.y)) - 4];
  const width = Math.ceil(Math.max(...flat.map((p) => p.x)) - x0) + 4;
  const height = Math.ceil(Math.max(...flat.map((p) => p.y)) - y0) + 4;
  if (width > 200 || height > 200) return null;
  const ink = softer(
    coverage(
      moved.map((line) => line.map((p) => ({ x: p.x - x0, y: p.y - y0 }))),
      width,
      height,
    ),
    width,
    plain ? 0 : Math.floor(random() * 3),
  );
  const level = plain ? 0.5 : Math.min(0.8, Math.max(0.2, 0.5 + n(0.14)));
  const mask = Uint8Array.from(ink, (v) => (v > level ? 1 : 0));
  const parts = connectedParts({ width, height, data: mask }).filter((p) => p.area >= 4);
  if (parts.length === 0) return null;
  const left = Math.min(...parts.map((p) => p.box.x));
  const top = Math.min(...parts.map((p) => p.box.y));
  const right = Math.max(...parts.map((p) => p.box.x + p.box.width));
  const bottom = Math.max(...parts.map((p) => p.box.y + p.box.height));
  const [w, h] = [right - left, bottom - top];
  const data = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    data.set(mask.subarray((y + top) * width + left, (y + top) * width + right), y * w);
  // The line and the cap height of a page are only known roughly.
  const [shift, measure] = [n(0.05), Math.exp(n(0.06))];
  return describeShape(
    { width: w, height: h, data },
    {
      top: (-(top + y0) / CAP_PX) * measure + shift,
      bottom: (-(bottom + y0) / CAP_PX) * measure + shift,
      width: (w / CAP_PX) * measure,
      parts: parts.length,
    },
  );
}

/** Blurred by running means; a threshold off the middle then thins or thickens strokes. */
function softer(ink: Float32Array, width: number, passes: number): Float32Array {
  let out = ink;
  for (let p = 0; p < passes * 2; p++) {
    const step = p % 2 === 0 ? 1 : width;
    const from = out;
    out = from.map((v, k) => (v + (from[k - step] ?? 0) + (from[k + step] ?? 0)) / 3);
  }
  return out;
}

function samplesOf(files: readonly string[], variants: number, seed: number): Sample[] {
  const random = seededRandom(seed);
  const samples: Sample[] = [];
  for (const file of files) {
    const bytes = readFileSync(file);
    const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
    const cap = font.charToGlyph('H').getBoundingBox().y2 * (1000 / font.unitsPerEm);
    SHAPE_CHARACTERS.forEach((char, label) => {
      const outlines = outlinesOf(font, char);
      if (!outlines) return;
      for (let v = 0; v < variants; v++) {
        const x = vary(outlines, cap, random, v === 0);
        if (x) samples.push({ x, label });
      }
    });
  }
  return samples;
}

function start(inputs: number, hidden: number, outputs: number, random: () => number): Network {
  const fill = (n: number, spread: number) => Float32Array.from({ length: n }, () => normal(random) * spread);
  return {
    inputs,
    hidden,
    outputs,
    first: fill(hidden * inputs, Math.sqrt(2 / inputs)),
    firstBias: new Float32Array(hidden),
    second: fill(outputs * hidden, Math.sqrt(1 / hidden)),
    secondBias: new Float32Array(outputs),
  };
}

/** Stochastic gradient descent with momentum on the cross entropy, a tenth of it spread evenly so that it doesn't boast. */
function teach(net: Network, samples: readonly Sample[], kept: readonly Sample[]): void {
  const random = seededRandom(77);
  const layers = [net.first, net.firstBias, net.second, net.secondBias];
  const gradients = layers.map((l) => new Float32Array(l.length));
  const speeds = layers.map((l) => new Float32Array(l.length));
  const order = samples.map((_, i) => i);
  for (let round = 0; round < ROUNDS; round++) {
    for (let i = order.length - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j]!, order[i]!];
    }
    const rate = 0.12 * 0.5 * (1 + Math.cos((Math.PI * round) / ROUNDS));
    for (let b = 0; b < order.length; b += BATCH) {
      for (const g of gradients) g.fill(0);
      const batch = order.slice(b, b + BATCH);
      for (const i of batch) learn(net, samples[i]!, gradients, random);
      layers.forEach((layer, l) => {
        const [g, s] = [gradients[l]!, speeds[l]!];
        for (let k = 0; k < layer.length; k++) {
          s[k] = 0.9 * s[k]! - (rate * g[k]!) / batch.length - rate * 2e-5 * layer[k]!;
          layer[k]! += s[k]!;
        }
      });
    }
    process.stderr.write(
      `round ${round + 1}: kept back ${(100 * rightShare(net, kept)).toFixed(1)} % right\n`,
    );
  }
}

const EVEN = 0.08;

function learn(
  net: Network,
  { x, label }: Sample,
  [g1, b1, g2, b2]: Float32Array[],
  random: () => number,
): void {
  const h = hiddenOf(net, x);
  const drop = Uint8Array.from(h, () => (random() < 0.2 ? 0 : 1));
  h.forEach((v, j) => (h[j] = drop[j] ? v / 0.8 : 0));
  const p = sharesOf(net, h);
  const back = new Float32Array(net.hidden);
  for (let k = 0; k < net.outputs; k++) {
    const d = p[k]! - (k === label ? 1 - EVEN : EVEN / (net.outputs - 1));
    b2![k]! += d;
    const row = k * net.hidden;
    for (let j = 0; j < net.hidden; j++) {
      g2![row + j]! += d * h[j]!;
      back[j]! += d * net.second[row + j]!;
    }
  }
  for (let j = 0; j < net.hidden; j++) {
    if (h[j]! <= 0) continue;
    const d = back[j]! / 0.8;
    b1![j]! += d;
    const row = j * net.inputs;
    for (let i = 0; i < net.inputs; i++) g1![row + i]! += d * x[i]!;
  }
}

const rightShare = (net: Network, samples: readonly Sample[]): number =>
  samples.filter((s) => {
    const p = sharesOf(net, hiddenOf(net, s.x));
    return p.indexOf(p.reduce((a, b) => Math.max(a, b), 0)) === s.label;
  }).length / samples.length;

const base64 = (a: Int8Array) => Buffer.from(a.buffer, a.byteOffset, a.length).toString('base64');

export function main(args: string[]): void {
  const folder = args[0];
  if (!folder) throw new Error('give the folder of unpacked font packages');
  const files = readdirSync(folder)
    .sort()
    .flatMap((name) => {
      const inner = join(folder, name, 'package', 'files');
      return readdirSync(inner).map((f) => join(inner, f));
    });
  const keep = (_: string, i: number) => i % 7 === 3;
  const kept = samplesOf(files.filter(keep), 4, 5);
  const samples = samplesOf(
    files.filter((f, i) => !keep(f, i)),
    VARIANTS,
    6,
  );
  process.stderr.write(
    `${samples.length} drawings of ${SHAPE_CHARACTERS.length} characters, ${kept.length} kept back\n`,
  );
  const net = start(DESCRIPTOR_SIZE, HIDDEN, SHAPE_CHARACTERS.length, seededRandom(9));
  teach(net, samples, kept);
  if (!args.includes('--write')) return;
  const [first, second] = [packRows(net.first, HIDDEN), packRows(net.second, net.outputs)];
  const numbers = (a: Float32Array) => [...a].map((v) => v.toPrecision(5)).join(' ');
  const entries = {
    hidden: String(HIDDEN),
    first: base64(first.bytes),
    firstScales: numbers(first.scales),
    firstBias: numbers(net.firstBias),
    second: base64(second.bytes),
    secondScales: numbers(second.scales),
    secondBias: numbers(net.secondBias),
  };
  const lines = Object.entries(entries).map(([name, text]) => `  ${name}:\n    '${text}',`);
  writeFileSync(
    'core/lifting/shapes/data/weights.ts',
    `// Made by bench/trainShapes.ts; rows of signed bytes (base64) with a scale each.\nexport const WEIGHTS = {\n${lines.join('\n')}\n};\n`,
  );
}
