import type { Hand } from './hand';
import { strokeOf as stroke, way, type HandRecipes } from './recipe';
import {
  above,
  below,
  boxOf,
  centredAt,
  flipped,
  fromX,
  joined,
  middleOf,
  moved,
  scaled,
  turned,
  widthOf,
  type Shape,
} from './shaping';

/** Straight strokes of the pen, in shares of the capitals' height. */
const inCaps = (h: Hand, ...ends: readonly (readonly [number, number])[]): Shape =>
  stroke(h, ...ends.map(([x, y]) => [x * h.capHeight, y * h.capHeight] as const));

/** The dot that ends a sentence, or the pen's. */
const dot = (h: Hand): Shape =>
  h.of('.').length > 0 ? h.of('.') : stroke(h, [0, h.stem / 2], [0.1, h.stem / 2]);
/** A small copy of a letter whose strokes stay as thick as they can, raised or not. */
const smaller = (h: Hand, of: string, share: number) => scaled(h.of(of), share);
/** A sign that two bars go through: C to euro, Y to yen. */
const barred = (h: Hand, of: Shape, from: number, to: number, ys: readonly number[]): Shape => {
  const x = (part: number) => boxOf(of).xMin + part * widthOf(of);
  return joined(of, ...ys.map((y) => stroke(h, [x(from), y * h.capHeight], [x(to), y * h.capHeight])));
};
/** A letter within a ring as large as capitals are high. */
const ringed = (h: Hand, of: string): Shape => {
  const o = scaled(h.of('O'), h.capHeight / Math.max(1, widthOf(h.of('O'))), 1);
  return [...o, ...centredAt(smaller(h, of, 0.5), middleOf(o), h.capHeight / 2)];
};
const beside = (h: Hand, ...shapes: readonly Shape[]): Shape => {
  let x = 0;
  return shapes.flatMap((s) => {
    const at = fromX(s, x);
    x = boxOf(at).xMax + 0.8 * h.stem;
    return [...at];
  });
};
/** The percent's halves: o's above and below a slanted stroke. */
const percent = (h: Hand, rings: number): Shape => {
  const o = scaled(h.of('o'), 0.62 * (h.capHeight / Math.max(1, 1.25 * boxOf(h.of('o')).yMax)));
  const upper = moved(o, 0, h.capHeight - boxOf(o).yMax);
  const x = boxOf(o).xMax;
  const slash = stroke(h, [x - 0.1 * h.capHeight, 0], [x + 0.42 * h.capHeight, h.capHeight]);
  const lower = Array.from({ length: rings }, (_, i) =>
    fromX(o, x + 0.28 * h.capHeight + i * (widthOf(o) + 0.6 * h.stem)),
  );
  return joined(upper, slash, ...lower);
};

export const FIGURES: HandRecipes = {
  '0': [
    way('O', (h) => scaled(h.sized(h.of('O'), h.figure), 0.82, 1)),
    way('o', (h) => h.sized(h.of('o'), h.figure, 0.8)),
  ],
};

export const SIGNS: HandRecipes = {
  '.': [
    way('i', (h) =>
      moved(above(h.of('i'), 1.1 * h.xHeight), 0, -boxOf(above(h.of('i'), 1.1 * h.xHeight)).yMin),
    ),
  ],
  ',': [way(';', (h) => below(h.of(';'), 0.45 * h.xHeight))],
  "'": [way(',', (h) => moved(h.of(','), 0, h.capHeight - boxOf(h.of(',')).yMax))],
  '"': [way("'", (h) => beside(h, h.of("'"), h.of("'")))],
  '!': [
    way('l', (h) =>
      joined(
        above(scaled(h.of('l'), 1, h.capHeight / Math.max(1, h.ascender)), 0.3 * h.capHeight),
        centredAt(dot(h), middleOf(h.of('l')), h.stem / 2),
      ),
    ),
  ],
  '#': [
    way('', (h) =>
      joined(
        inCaps(h, [0.18, 0], [0.29, 1]),
        inCaps(h, [0.51, 0], [0.62, 1]),
        inCaps(h, [0, 0.34], [0.75, 0.34]),
        inCaps(h, [0.05, 0.66], [0.8, 0.66]),
      ),
    ),
  ],
  $: [
    way('S', (h) => {
      const x = middleOf(h.of('S'));
      return joined(h.of('S'), stroke(h, [x, -0.1 * h.capHeight], [x, 1.1 * h.capHeight]));
    }),
  ],
  '%': [way('o', (h) => percent(h, 1))],
  '‰': [way('o', (h) => percent(h, 2))],
  '*': [
    way('', (h) => {
      const r = 0.22 * h.capHeight;
      const spokes = [90, 30, 150].map((deg) => {
        const [x, y] = [r * Math.cos((deg * Math.PI) / 180), r * Math.sin((deg * Math.PI) / 180)];
        return stroke(h, [-x, -y], [x, y]);
      });
      return moved(joined(...spokes), 0, h.capHeight - r);
    }),
  ],
  '<': [way('', (h) => inCaps(h, [0.54, 0.7], [0, 0.41], [0.54, 0.12]))],
  '>': [way('', (h) => inCaps(h, [0, 0.7], [0.54, 0.41], [0, 0.12]))],
  '[': [way('', (h) => inCaps(h, [0.24, 1.05], [0.02, 1.05], [0.02, -0.13], [0.24, -0.13]))],
  ']': [way('', (h) => inCaps(h, [0, 1.05], [0.22, 1.05], [0.22, -0.13], [0, -0.13]))],
  '^': [way('', (h) => inCaps(h, [0, 0.46], [0.27, 0.92], [0.54, 0.46]))],
  '¢': [
    way('c', (h) => {
      const x = middleOf(h.of('c'));
      return joined(h.of('c'), stroke(h, [x, -0.14 * h.xHeight], [x, 1.16 * h.xHeight]));
    }),
  ],
  '¤': [
    way('o', (h) => {
      const b = boxOf(h.of('o'));
      const [x, y] = [(b.xMin + b.xMax) / 2, (b.yMin + b.yMax) / 2];
      const ray = (sx: number, sy: number) => {
        const k = 0.36 * h.xHeight;
        return stroke(
          h,
          [x + sx * k, y + sy * k],
          [x + sx * (k + 0.24 * h.xHeight), y + sy * (k + 0.24 * h.xHeight)],
        );
      };
      return joined(h.of('o'), ray(1, 1), ray(-1, 1), ray(1, -1), ray(-1, -1));
    }),
  ],
  '¥': [way('Y', (h) => barred(h, h.of('Y'), 0.12, 0.88, [0.36, 0.2]))],
  '€': [way('C', (h) => barred(h, fromX(h.of('C'), 0), -0.12, 0.72, [0.6, 0.42]))],
  '¦': [
    way('', (h) => {
      const [t, low] = [h.capHeight, h.descender];
      const y = (t + low) / 2;
      return [...stroke(h, [0, y + 0.1 * t], [0, t]), ...stroke(h, [0, low], [0, y - 0.1 * t])];
    }),
  ],
  '©': [way('OC', (h) => ringed(h, 'C'))],
  '®': [way('OR', (h) => ringed(h, 'R'))],
  '™': [way('TM', (h) => moved(beside(h, smaller(h, 'T', 0.5), smaller(h, 'M', 0.5)), 0, 0.5 * h.capHeight))],
  '¬': [
    way('', (h) =>
      stroke(
        h,
        [0, 0.8 * h.xHeight],
        [0.85 * h.xHeight, 0.8 * h.xHeight],
        [0.85 * h.xHeight, 0.4 * h.xHeight],
      ),
    ),
  ],
  '†': [way('', (h) => joined(inCaps(h, [0.2, -0.1], [0.2, 1]), inCaps(h, [0, 0.68], [0.4, 0.68])))],
  '‡': [
    way('', (h) =>
      joined(
        inCaps(h, [0.2, -0.1], [0.2, 1]),
        inCaps(h, [0, 0.68], [0.4, 0.68]),
        inCaps(h, [0, 0.24], [0.4, 0.24]),
      ),
    ),
  ],
  '¿': [way('?', (h) => moved(turned(h.of('?'), h.capHeight), 0, h.xHeight - h.capHeight))],
  '¡': [way('!', (h) => moved(flipped(h.of('!'), h.capHeight), 0, h.xHeight - h.capHeight))],
  ª: [way('a', (h) => moved(smaller(h, 'a', 0.6), 0, h.capHeight - 0.6 * h.xHeight))],
};
