import { normal } from './random';
import { SKELETONS } from './skeletons';

/** How somebody writes. */
export interface Hand {
  readonly name: string;
  readonly seed: number;
  /** Degrees to the right. */
  readonly slantDeg: number;
  /** Width of letters beside the skeleton's. */
  readonly width: number;
  /** Stroke width as a share of the cap height. */
  readonly pen: number;
  /** How unsteady, as a share of the cap height. */
  readonly wobble: number;
  /** Small letters' height beside the skeleton's 0.62. */
  readonly smallScale: number;
}

/** The keeper of the tide mill: upright, steady, a broad nib. */
export const KEEPER: Hand = {
  name: 'keeper',
  seed: 7,
  slantDeg: 3,
  width: 1,
  pen: 0.1,
  wobble: 0.008,
  smallScale: 1,
};
/** The miller's apprentice, for checks with another hand: narrower, leaning, lighter. */
export const APPRENTICE: Hand = {
  name: 'apprentice',
  seed: 4242,
  slantDeg: 9,
  width: 0.86,
  pen: 0.075,
  wobble: 0.013,
  smallScale: 0.92,
};

export interface PenPoint {
  readonly x: number;
  readonly y: number;
  /** Half the stroke's width here. */
  readonly radius: number;
}

/** Points along a smooth curve through the given ones (centripetal Catmull-Rom, Yuksel et al. 2011). */
function smoothThrough(points: readonly (readonly [number, number])[]): [number, number][] {
  if (points.length === 2) return denseLine(points[0]!, points[1]!);
  const first = points[0]!;
  const last = points[points.length - 1]!;
  const closed = first[0] === last[0] && first[1] === last[1];
  const before = closed ? points[points.length - 2]! : mirror(points[1]!, first);
  const after = closed ? points[1]! : mirror(points[points.length - 2]!, last);
  const all = [before, ...points, after];
  const out: [number, number][] = [[first[0], first[1]]];
  for (let i = 1; i + 2 < all.length; i++)
    out.push(...segment(all[i - 1]!, all[i]!, all[i + 1]!, all[i + 2]!));
  return out;
}

const mirror = (p: readonly [number, number], about: readonly [number, number]): [number, number] => [
  2 * about[0] - p[0],
  2 * about[1] - p[1],
];

function denseLine(a: readonly [number, number], b: readonly [number, number]): [number, number][] {
  return Array.from({ length: 9 }, (_, k) => [
    a[0] + ((b[0] - a[0]) * k) / 8,
    a[1] + ((b[1] - a[1]) * k) / 8,
  ]);
}

function segment(
  p0: readonly [number, number],
  p1: readonly [number, number],
  p2: readonly [number, number],
  p3: readonly [number, number],
): [number, number][] {
  const knot = (a: readonly [number, number], b: readonly [number, number]) =>
    Math.sqrt(Math.max(1e-6, Math.hypot(b[0] - a[0], b[1] - a[1])));
  const t1 = knot(p0, p1);
  const t2 = t1 + knot(p1, p2);
  const t3 = t2 + knot(p2, p3);
  const at = (t: number, k: 0 | 1) => {
    const mix = (a: number, b: number, ta: number, tb: number) => ((tb - t) * a + (t - ta) * b) / (tb - ta);
    const a1 = mix(p0[k], p1[k], 0, t1);
    const a2 = mix(p1[k], p2[k], t1, t2);
    const a3 = mix(p2[k], p3[k], t2, t3);
    return mix(mix(a1, a2, 0, t2), mix(a2, a3, t1, t3), t1, t2);
  };
  return Array.from({ length: 10 }, (_, i) => {
    const t = t1 + ((t2 - t1) * (i + 1)) / 10;
    return [at(t, 0), at(t, 1)];
  });
}

/** A letter as pen strokes; units: share of the cap height, y up, x from the letter's left. Null when unknown. */
export function writeLetter(
  char: string,
  hand: Hand,
  random: () => number,
  skeletons: Readonly<Record<string, string>> = SKELETONS,
): PenPoint[][] | null {
  const skeleton = skeletons[char];
  if (!skeleton) return null;
  const slant = Math.tan((hand.slantDeg * Math.PI) / 180);
  const small = /[a-z]/.test(char) ? hand.smallScale : 1;
  const place = ([x, y]: readonly [number, number]): [number, number] => {
    // Ascenders of small letters keep their height; only what lies below the x-height shrinks.
    const py = (y > 62 ? y - 62 + 62 * small : y * small) / 100;
    const px = ((x * hand.width) / 100) * (small < 1 ? 0.96 : 1);
    return [px + py * slant, py];
  };
  const radius = hand.pen / 2;
  return skeleton.split(';').map((stroke) => {
    if (stroke.startsWith('*')) {
      const [x, y] = place(stroke.slice(1).split(',').map(Number) as [number, number]);
      return [
        { x, y, radius: radius * 1.25 },
        { x: x + 0.008, y: y + 0.004, radius: radius * 1.2 },
      ];
    }
    const points = stroke.split('|').flatMap((stretch) => {
      const given = stretch.split(' ').map((p) => place(p.split(',').map(Number) as [number, number]));
      return smoothThrough(given);
    });
    return unsteady(points, hand, radius, random);
  });
}

/** A slow drift of the pen's place and pressure along a stroke. */
function unsteady(
  points: readonly [number, number][],
  hand: Hand,
  radius: number,
  random: () => number,
): PenPoint[] {
  const phases = Array.from({ length: 3 }, () => random() * Math.PI * 2);
  const size = Array.from({ length: 3 }, () => normal(random) * 0.5 + 1);
  return points.map(([x, y], i) => {
    const t = i / Math.max(8, points.length);
    const drift = (k: number) => Math.sin(t * (2 + 1.5 * k) * Math.PI + phases[k]!) * hand.wobble * size[k]!;
    return {
      x: x + drift(0),
      y: y + drift(1) * 0.7,
      radius: radius * (1 + 0.05 * Math.sin(t * 5 + phases[2]!)),
    };
  });
}
