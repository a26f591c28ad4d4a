import { compose, type Affine, translation, scaling, rotation } from '../../../foundations/geometry/affine';
import type { Box } from '../../../foundations/geometry/measure';
import type { Lines } from '../schema';

/**
 * Everyday signs made of others for a start (proportions: common practice, no published source). They are shared parts,
 * follow the drawings they are made of, and say that they are drafts until somebody accepts or changes them.
 */
/** What a recipe may look at: boxes of drawn characters, em units. */
export interface Parts {
  readonly box: (char: string) => Box;
  readonly lines: Lines;
  readonly unitsPerEm: number;
}

export type Part = readonly [char: string, map: Affine];
export interface Recipe {
  readonly needs: string;
  readonly make: (p: Parts) => readonly Part[];
}

export const width = (b: Box) => b.xMax - b.xMin;
export const height = (b: Box) => b.yMax - b.yMin;
const then = (...maps: readonly Affine[]) => maps.reduce((a, b) => compose(b, a));

/** A drawing turned and scaled about its middle, that then comes to lie with its middle at (x, y). */
export function centred(b: Box, x: number, y: number, kx = 1, ky = kx, turn = 0): Affine {
  const toMiddle = translation(-(b.xMin + b.xMax) / 2, -(b.yMin + b.yMax) / 2);
  return then(toMiddle, scaling(kx, ky), rotation(turn), translation(x, y));
}

export const HALF = Math.PI;
export const QUARTER = Math.PI / 2;

/** Small raised figures and letters. */
const RAISED = 0.6;

/** A bar made of the hyphen, as long as wanted and as thick as it is. */
export const bar = (p: Parts, length: number, x: number, y: number, turn = 0): Part => {
  const b = p.box('-');
  return ['-', centred(b, x, y, length / width(b), 1, turn)];
};

export const dash =
  (share: number): Recipe['make'] =>
  (p) => [bar(p, share * p.unitsPerEm, 0, (p.box('-').yMin + p.box('-').yMax) / 2)];

/** Height at which quotes hang: the comma's top at the capitals' height. */
export const hung = (p: Parts, turned: boolean, x: number): Part => {
  const b = p.box(',');
  return [',', centred(b, x, p.lines.capHeight - height(b) / 2, 1, 1, turned ? HALF : 0)];
};

export const apart = (p: Parts) => 1.5 * width(p.box(','));
export const angle = (side: 1 | -1, x: number, p: Parts): Part => {
  const b = p.box('v');
  const k = (0.55 * p.lines.xHeight) / width(b);
  return ['v', centred(b, x, 0.48 * p.lines.xHeight, k, k, side * QUARTER)];
};

export const angleStep = (p: Parts) =>
  (0.65 * 0.55 * p.lines.xHeight * height(p.box('v'))) / width(p.box('v'));
export const plusAt = (p: Parts, y: number): Part[] => {
  const arm = 0.85 * p.lines.xHeight;
  return [bar(p, arm, 0, y), bar(p, arm, 0, y, QUARTER)];
};

export const mathMiddle = (p: Parts) => 0.5 * p.lines.capHeight;
export const raised = (char: string): Recipe => ({
  needs: char,
  make: (p) => {
    const b = p.box(char);
    return [[char, then(scaling(RAISED, RAISED), translation(0, p.lines.capHeight - RAISED * b.yMax))]];
  },
});

export const fraction = (over: string, under: string): Recipe => ({
  needs: `${over}${under}/`,
  make: (p) => {
    const [a, b, slash] = [p.box(over), p.box(under), p.box('/')];
    const gap = 0.02 * p.unitsPerEm;
    const lift = p.lines.capHeight - RAISED * a.yMax;
    const x0 = RAISED * width(a) + gap - 0.25 * width(slash);
    return [
      [over, then(translation(-a.xMin, 0), scaling(RAISED, RAISED), translation(0, lift))],
      ['/', translation(x0 - slash.xMin, 0)],
      [
        under,
        then(
          translation(-b.xMin, 0),
          scaling(RAISED, RAISED),
          translation(x0 + 0.75 * width(slash) + gap, 0),
        ),
      ],
    ];
  },
});

export const dots = (ys: (p: Parts) => readonly number[]): Recipe => ({
  needs: '.',
  make: (p) => ys(p).map((y): Part => ['.', translation(0, y)]),
});

export const flipped = (char: string): Recipe => ({
  needs: char,
  make: (p) => {
    const b = p.box(char);
    // Turned half round: its top comes down to where a small letter's descender may end.
    return [[char, centred(b, 0, p.lines.xHeight - height(b) / 2, 1, 1, HALF)]];
  },
});

export const mirrored = (char: string): Recipe => ({ needs: char, make: () => [[char, scaling(-1, 1)]] });
export const struck = (char: string, at: (p: Parts) => number): Recipe => ({
  needs: `${char}-`,
  make: (p) => {
    const b = p.box(char);
    return [[char, translation(0, 0)], bar(p, 0.7 * width(b), b.xMin + 0.25 * width(b), at(p))];
  },
});

export const slashed = (char: string): Recipe => ({
  needs: `${char}/`,
  make: (p) => {
    const [b, s] = [p.box(char), p.box('/')];
    const k = (1.15 * height(b)) / height(s);
    return [
      [char, translation(0, 0)],
      [
        '/',
        centred(
          s,
          (b.xMin + b.xMax) / 2,
          (b.yMin + b.yMax) / 2,
          Math.min(1.3, (0.9 * width(b)) / width(s)),
          k,
        ),
      ],
    ];
  },
});

/** Middle of marks above a small letter. */
export const aboveMiddle = (p: Parts) => 1.28 * p.lines.xHeight;

/** A mark of a letter's drawing: as wide as half an x is high, and flat. */
export const flat = (p: Parts, char: string): [number, number] => {
  const b = p.box(char);
  return [(0.55 * p.lines.xHeight) / width(b), (0.28 * p.lines.xHeight) / height(b)];
};

/** A slanted stroke of the hyphen. */
export const stroke = (turn: number): Recipe => ({
  needs: '-',
  make: (p) => [bar(p, 0.42 * p.lines.xHeight, 0, aboveMiddle(p), turn)],
});
