import { readFileSync } from 'node:fs';
import { parse } from 'opentype.js';
import { flattenCubic } from '../../foundations/geometry/cubic';
import { lerp, type Vec } from '../../foundations/geometry/vec';
import { fillMask } from '../../foundations/raster/fillMask';
import { likeliest, likenessTo, shapeLikeness } from './classify';
import { countHoles, DESCRIPTOR_SIZE, describeShape } from './describe';
import { unpackRows } from '../../foundations/raster/packedRows';
import { hiddenOf, packRows, sharesOf } from './network';

interface Command {
  readonly type: string;
  readonly x: number;
  readonly y: number;
  readonly x1: number;
  readonly y1: number;
  readonly x2: number;
  readonly y2: number;
}

/** A letter of an open font (a development package the network was not taught on) as a mask with its stance. */
function drawn(file: string, char: string) {
  const bytes = readFileSync(file);
  const font = parse(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length) as ArrayBuffer);
  const cap = (font.charToGlyph('H').getBoundingBox().y2 / font.unitsPerEm) * 60;
  const lines: Vec[][] = [];
  let at: Vec = { x: 0, y: 0 };
  for (const c of font.charToGlyph(char).getPath(0, 0, 60).commands as Command[]) {
    const [p1, p2, end] = [
      { x: c.x1, y: c.y1 },
      { x: c.x2, y: c.y2 },
      { x: c.x, y: c.y },
    ];
    const line = lines[lines.length - 1];
    if (c.type === 'M') lines.push([end]);
    else if (c.type === 'L') line!.push(end);
    else if (c.type === 'Q')
      line!.push(
        ...flattenCubic({ p0: at, p1: lerp(at, p1, 2 / 3), p2: lerp(end, p1, 2 / 3), p3: end }, 0.1).slice(1),
      );
    else if (c.type === 'C') line!.push(...flattenCubic({ p0: at, p1, p2, p3: end }, 0.1).slice(1));
    if (c.type !== 'Z') at = end;
  }
  const all = lines.flat();
  const [x0, y0] = [
    Math.floor(Math.min(...all.map((p) => p.x))),
    Math.floor(Math.min(...all.map((p) => p.y))),
  ];
  const [x1, y1] = [Math.ceil(Math.max(...all.map((p) => p.x))), Math.ceil(Math.max(...all.map((p) => p.y)))];
  const mask = fillMask(
    lines.map((l) => l.map((p) => ({ x: p.x - x0, y: p.y - y0 }))),
    x1 - x0,
    y1 - y0,
  );
  const parts = /[ij:;!?"=]/.test(char) ? 2 : char === '%' ? 3 : 1;
  return { mask, stance: { top: -y0 / cap, bottom: -y1 / cap, width: (x1 - x0) / cap, parts } };
}

test('letters of an open handwriting font that was not learnt are told by their shapes', () => {
  const file = 'node_modules/@fontsource/caveat/files/caveat-latin-400-normal.woff';
  const chars = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789&?!%'];
  const alike: Record<string, string> = { O: '0', l: 'I', I: 'l', '0': 'O' };
  const right = chars.filter((c) => {
    const { mask, stance } = drawn(file, c);
    const found = likeliest(shapeLikeness(mask, stance));
    return found.char === c || found.char === alike[c];
  });
  // 88 % as measured here, in a hand of narrow joined-looking letters, without any list.
  expect(right.length / chars.length).toBeGreaterThan(0.85);
});

test('shares sum to one; a character without a known shape has none', () => {
  const mask = { width: 10, height: 40, data: new Uint8Array(400).fill(1) };
  const likeness = shapeLikeness(mask, { top: 1, bottom: 0, width: 0.25, parts: 1 });
  expect(likeness.reduce((a, b) => a + b, 0)).toBeCloseTo(1, 5);
  expect(likenessTo(likeness, 'ʘ')).toBeNull();
  expect(
    likenessTo(likeness, 'l')! + likenessTo(likeness, 'I')! + likenessTo(likeness, '|')!,
  ).toBeGreaterThan(0.5);
});

test('a description is the same at twice the size, and holes are counted', () => {
  const ring = (n: number) => {
    const data = new Uint8Array(n * n);
    for (let k = 0; k < n * n; k++) {
      const r = Math.hypot((k % n) + 0.5 - n / 2, Math.floor(k / n) + 0.5 - n / 2) / n;
      data[k] = r < 0.5 && r > 0.3 ? 1 : 0;
    }
    return { width: n, height: n, data };
  };
  const stance = { top: 0.7, bottom: 0, width: 0.7, parts: 1 };
  const [small, large] = [describeShape(ring(40), stance), describeShape(ring(80), stance)];
  expect(small).toHaveLength(DESCRIPTOR_SIZE);
  small.forEach((v, k) => expect(Math.abs(v - large[k]!)).toBeLessThan(0.09));
  expect(countHoles(ring(40))).toBe(1);
  expect(countHoles({ width: 5, height: 5, data: new Uint8Array(25).fill(1) })).toBe(0);
});

test('the network: one worked example by hand, and weights that survive packing', () => {
  const net = {
    inputs: 2,
    hidden: 2,
    outputs: 2,
    first: Float32Array.of(1, -1, 0.5, 0.5),
    firstBias: Float32Array.of(0, -1),
    second: Float32Array.of(1, 0, 0, 2),
    secondBias: Float32Array.of(0, 0.5),
  };
  // (3, 1): hidden 2 and 1; outputs 2 and 2.5; e^-0.5 = 0.6065 against 1.
  const h = hiddenOf(net, Float32Array.of(3, 1));
  expect([...h]).toEqual([2, 1]);
  expect(sharesOf(net, h)[0]).toBeCloseTo(0.6065 / 1.6065, 3);
  const packed = packRows(Float32Array.of(0.5, -1, 0.25, 100, 50, -25), 2);
  const back = unpackRows(packed.bytes, packed.scales);
  [0.5, -1, 0.25, 100, 50, -25].forEach((v, k) =>
    expect(Math.abs(back[k]! - v)).toBeLessThan(k < 3 ? 0.005 : 0.5),
  );
});
