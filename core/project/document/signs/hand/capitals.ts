import type { Hand } from './hand';
import { strokeOf as stroke, way, type HandRecipe, type HandRecipes } from './recipe';
import { strokeShape } from './strokes';
import {
  above,
  atLeftOf,
  below,
  boxOf,
  flipped,
  fromX,
  joined,
  leftOf,
  middleOf,
  mirrored,
  moved,
  rightOf,
  scaled,
  turned,
  widthOf,
  without,
  type Shape,
} from './shaping';

/** A capital as its small letter is. */
const large = (char: string): HandRecipe =>
  way(char.toLowerCase(), (h) => h.sized(h.of(char.toLowerCase()), h.capHeight, 0.92));

/** An upright stroke as high as capitals: the I where it is a plain one, else the pen's. */
const stemOf = (h: Hand): Shape => {
  const i = h.of('I');
  return widthOf(i) > 0 && widthOf(i) < 1.8 * h.stem
    ? i
    : stroke(h, [h.stem / 2, h.stem / 2], [h.stem / 2, h.capHeight - h.stem / 2]);
};
/** The width of a capital as the others tell it. */
const wide = (h: Hand, char: string): number => h.widthOf(char) ?? 0.62 * h.capHeight;
const level = (h: Hand, x0: number, x1: number, y: number) =>
  stroke(h, [x0 + h.stem / 2, y], [x1 - h.stem / 2, y]);
const top = (h: Hand) => h.capHeight - h.bar / 2;
const foot = (h: Hand) => h.bar / 2;

const withJ = (h: Hand, j: Shape): Shape => [...h.of('I'), ...fromX(j, boxOf(h.of('I')).xMax + 0.6 * h.stem)];

export const CAPITALS: HandRecipes = {
  A: [
    way('', (h) => {
      const w = wide(h, 'A');
      const y = 0.34 * h.capHeight;
      return joined(
        stroke(h, [h.stem / 2, h.stem / 2], [w / 2, top(h)], [w - h.stem / 2, h.stem / 2]),
        stroke(h, [0.17 * w + h.stem / 2, y], [0.83 * w - h.stem / 2, y]),
      );
    }),
    way('V', (h) => {
      const a = flipped(h.of('V'), h.capHeight);
      const b = boxOf(a);
      const y = 0.34 * h.capHeight;
      const part = (y / h.capHeight) * 0.5 * widthOf(a);
      return joined(a, stroke(h, [b.xMin + part + h.stem / 2, y], [b.xMax - part - h.stem / 2, y]));
    }),
  ],
  B: [
    way('P', (h) => {
      const p = h.of('P');
      const half = above(rightOf(p, boxOf(p).xMin + h.stem / 2), 0.36 * h.capHeight);
      const down = moved(half, 0, -boxOf(half).yMin);
      return joined(p, scaled(down, 1.06, (0.56 * h.capHeight) / Math.max(1, boxOf(down).yMax)));
    }),
    way('R', (h) => {
      const r = h.of('R');
      const upper = above(rightOf(r, boxOf(r).xMin + h.stem / 2), 0.46 * h.capHeight);
      const down = moved(upper, 0, -boxOf(upper).yMin);
      return joined(leftOf(r, boxOf(r).xMin + h.stem), upper, scaled(down, 1.06, 1));
    }),
  ],
  C: [
    large('C'),
    way('O', (h) => {
      const b = boxOf(h.of('O'));
      const [x, y, reach] = [(b.xMin + b.xMax) / 2, h.capHeight / 2, 0.4 * h.capHeight];
      return without(h.of('O'), [
        [x, y],
        [b.xMax + h.stem, y - reach],
        [b.xMax + h.stem, y + reach],
      ]);
    }),
  ],
  D: [
    way('O', (h) => {
      const half = rightOf(h.of('O'), middleOf(h.of('O')));
      const round = fromX(scaled(half, 1.25, 1), h.stem);
      const x = boxOf(round).xMin;
      return joined(
        fromX(stemOf(h), 0),
        round,
        level(h, 0, x + h.stem, top(h)),
        level(h, 0, x + h.stem, foot(h)),
      );
    }),
  ],
  E: [
    way('', (h) =>
      joined(
        fromX(stemOf(h), 0),
        level(h, 0, 0.95 * wide(h, 'E'), top(h)),
        level(h, 0, 0.85 * wide(h, 'E'), 0.52 * h.capHeight),
        level(h, 0, wide(h, 'E'), foot(h)),
      ),
    ),
    way('F', (h) => {
      const b = boxOf(h.of('F'));
      return joined(h.of('F'), level(h, b.xMin, b.xMax, foot(h)));
    }),
  ],
  F: [
    way('E', (h) => {
      const b = boxOf(h.of('E'));
      const y = 0.28 * h.capHeight;
      const x = b.xMin + 1.2 * h.stem;
      return without(h.of('E'), [
        [x, -100],
        [b.xMax + 50, -100],
        [b.xMax + 50, y],
        [x, y],
      ]);
    }),
    way('', (h) =>
      joined(
        fromX(stemOf(h), 0),
        level(h, 0, wide(h, 'F'), top(h)),
        level(h, 0, 0.86 * wide(h, 'F'), 0.52 * h.capHeight),
      ),
    ),
  ],
  G: [
    way('C', (h) => {
      const b = boxOf(h.of('C'));
      const y = 0.44 * h.capHeight;
      const x = b.xMax - h.stem / 2;
      return joined(
        h.of('C'),
        stroke(h, [b.xMin + 0.56 * widthOf(h.of('C')), y], [x, y], [x, 0.16 * h.capHeight]),
      );
    }),
  ],
  H: [
    way('', (h) => {
      const [stem, w] = [fromX(stemOf(h), 0), wide(h, 'H')];
      return joined(stem, moved(stem, w - widthOf(stem)), level(h, 0, w, 0.52 * h.capHeight));
    }),
  ],
  I: [way('l', (h) => h.sized(h.of('l'), h.capHeight)), way('', (h) => stemOf(h))],
  J: [
    way('U', (h) => {
      const b = boxOf(h.of('U'));
      const j = without(h.of('U'), [
        [b.xMin - 10, 0.3 * h.capHeight],
        [middleOf(h.of('U')), 0.3 * h.capHeight],
        [middleOf(h.of('U')), h.capHeight + 200],
        [b.xMin - 10, h.capHeight + 200],
      ]);
      return scaled(j, 0.85, 1);
    }),
  ],
  K: [
    way('', (h) =>
      joined(
        fromX(stemOf(h), 0),
        stroke(h, [wide(h, 'K') - h.stem, top(h)], [h.stem, 0.4 * h.capHeight]),
        stroke(h, [0.42 * wide(h, 'K'), 0.56 * h.capHeight], [wide(h, 'K') - h.stem / 2, h.stem / 2]),
      ),
    ),
  ],
  L: [
    way('', (h) => joined(fromX(stemOf(h), 0), level(h, 0, wide(h, 'L'), foot(h)))),
    way('E', (h) => {
      const b = boxOf(h.of('E'));
      return joined(leftOf(h.of('E'), b.xMin + 1.1 * h.stem), below(h.of('E'), 0.25 * h.capHeight));
    }),
  ],
  M: [
    way('W', (h) => flipped(h.of('W'), h.capHeight)),
    way('', (h) => {
      const w = wide(h, 'M');
      return stroke(
        h,
        [h.stem / 2, h.stem / 2],
        [h.stem / 2, top(h)],
        [w / 2, 0.2 * h.capHeight],
        [w - h.stem / 2, top(h)],
        [w - h.stem / 2, h.stem / 2],
      );
    }),
  ],
  N: [
    way('', (h) => {
      const x = wide(h, 'N') - h.stem / 2;
      return stroke(h, [h.stem / 2, h.stem / 2], [h.stem / 2, top(h)], [x, h.stem / 2], [x, top(h)]);
    }),
  ],
  O: [
    large('O'),
    way('0', (h) => scaled(h.of('0'), 1.3, 1)),
    way('C', (h) => joined(h.of('C'), mirrored(h.of('C')))),
  ],
  P: [
    way('R', (h) => {
      const b = boxOf(h.of('R'));
      return joined(leftOf(h.of('R'), b.xMin + 1.1 * h.stem), above(h.of('R'), 0.44 * h.capHeight));
    }),
    way('B', (h) => {
      const b = boxOf(h.of('B'));
      return joined(leftOf(h.of('B'), b.xMin + 1.1 * h.stem), above(h.of('B'), 0.46 * h.capHeight));
    }),
  ],
  Q: [
    way('O', (h) => {
      const b = boxOf(h.of('O'));
      const x = (part: number) => b.xMin + part * widthOf(h.of('O'));
      return joined(h.of('O'), stroke(h, [x(0.62), 0.24 * h.capHeight], [x(1), -0.06 * h.capHeight]));
    }),
  ],
  R: [
    way('PK', (h) => {
      const leg = below(rightOf(h.of('K'), boxOf(h.of('K')).xMin + 1.3 * h.stem), 0.46 * h.capHeight);
      return joined(h.of('P'), fromX(leg, boxOf(h.of('P')).xMin + 1.3 * h.stem));
    }),
    way('P', (h) => {
      const b = boxOf(h.of('P'));
      const x = (part: number) => b.xMin + part * widthOf(h.of('P'));
      return joined(h.of('P'), stroke(h, [x(0.42), 0.46 * h.capHeight], [x(1) - h.stem / 4, h.stem / 2]));
    }),
  ],
  S: [large('S')],
  T: [
    way('', (h) => {
      const w = wide(h, 'T');
      return joined(level(h, 0, w, top(h)), fromX(stemOf(h), w / 2 - widthOf(stemOf(h)) / 2));
    }),
  ],
  U: [
    way('O', (h) => {
      const b = boxOf(h.of('O'));
      const half = below(h.of('O'), 0.45 * h.capHeight);
      const stem = above(stemOf(h), 0.4 * h.capHeight);
      return joined(half, atLeftOf(stem, half), moved(stem, b.xMax - boxOf(stem).xMax));
    }),
    large('U'),
  ],
  V: [large('V'), way('A', (h) => flipped(h.of('A'), h.capHeight))],
  W: [
    large('W'),
    way('V', (h) => {
      const v = scaled(h.of('V'), 0.8, 1);
      return joined(v, moved(v, widthOf(v) - h.stem));
    }),
    way('M', (h) => turned(h.of('M'), h.capHeight)),
  ],
  X: [large('X')],
  Y: [
    way('V', (h) => {
      const v = moved(scaled(h.of('V'), 0.95, 0.58), 0, 0.42 * h.capHeight);
      const stem = below(stemOf(h), 0.5 * h.capHeight);
      return joined(v, fromX(stem, middleOf(v) - widthOf(stem) / 2));
    }),
  ],
  Z: [large('Z')],
  Þ: [
    way('P', (h) => {
      const p = h.of('P');
      const bow = above(rightOf(p, boxOf(p).xMin + h.stem / 2), 0.4 * h.capHeight);
      return joined(fromX(stemOf(h), boxOf(p).xMin), moved(bow, 0, -0.2 * h.capHeight));
    }),
  ],
  Æ: [
    way('AE', (h) => joined(h.of('A'), fromX(h.of('E'), boxOf(h.of('A')).xMin + 0.62 * widthOf(h.of('A'))))),
  ],
  Œ: [way('OE', (h) => joined(h.of('O'), fromX(h.of('E'), boxOf(h.of('O')).xMax - 1.2 * h.stem)))],
  Ĳ: [way('IJ', (h) => withJ(h, h.of('J'))), way('I', (h) => withJ(h, strokeShape(h, 'J')))],
};
