import type { Hand } from './hand';
import { pathContours } from '../../../../readers/svg/read/shapes';
import { strokeOf, way, type HandRecipe, type HandRecipes } from './recipe';
import {
  above,
  atLeftOf,
  atRightOf,
  below,
  boxOf,
  centredAt,
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

/** Further down than any foot, em units. */
const FOOT = 5000;

/** Just above the small letters, where ascenders leave them; below the baseline, where descenders do. */
const over = (h: Hand) => 1.03 * h.xHeight;
const under = (h: Hand) => -0.03 * h.xHeight;

/** The stem of a letter with an ascender (b, h, k at its left; d at its right). */
const leftStem = (h: Hand, char: string) => leftOf(h.of(char), boxOf(h.of(char)).xMin + 1.15 * h.stem);
const rightStem = (h: Hand, char: string) => rightOf(h.of(char), boxOf(h.of(char)).xMax - 1.15 * h.stem);
/** An l moved down until it ends where descenders do, without what reaches above small letters. */
const loweredStem = (h: Hand, stem: Shape = h.of('l')): Shape =>
  below(moved(stem, 0, h.descender - boxOf(stem).yMin), h.xHeight);
/** A stem that ends in a hook to the left where descenders do, by the hand's pen: from the top of small letters, or from where it is told. */
const hook = (h: Hand, from = h.xHeight - h.stem / 2): Shape => {
  const [r, low] = [0.5 * h.xHeight, h.descender + h.stem / 2];
  const d = `M0 ${from}V${low + 0.5 * r}C0 ${low + 0.12 * r} ${-0.3 * r} ${low} ${-0.95 * r} ${low + 0.12 * r}`;
  return h.pen(pathContours(d, () => undefined));
};
/** The bowl of a letter with a descender. */
const bowl = (h: Hand, char: string) => above(h.of(char), under(h));
const lowBowl = (h: Hand, char: string) => below(h.of(char), over(h));

const barOf = (h: Hand, x0: number, x1: number, y: number): Shape => strokeOf(h, [x0, y], [x1, y]);

/** A round letter opened at its right, so far up and down from its middle as a share of its height. */
function opened(h: Hand, round: Shape, share: number): Shape {
  const b = boxOf(round);
  const [x, y, reach] = [(b.xMin + b.xMax) / 2, (b.yMin + b.yMax) / 2, share * (b.yMax - b.yMin)];
  return without(round, [
    [x, y],
    [b.xMax + h.stem, y - reach],
    [b.xMax + h.stem, y + reach],
  ]);
}

/** A round letter with a bar, opened beneath it: an e. */
function barred(h: Hand, round: Shape): Shape {
  const b = boxOf(round);
  const y = 0.5 * (b.yMin + b.yMax);
  const open = without(round, [
    [(b.xMin + b.xMax) / 2, y],
    [b.xMax + h.stem, 0.3 * y],
    [b.xMax + h.stem, y],
  ]);
  return joined(open, barOf(h, b.xMin + h.stem / 2, b.xMax - h.stem / 2, y));
}

/** The dot of an i or j: what stands by itself above the small letters. */
const dotOf = (h: Hand): Shape => {
  for (const c of 'ij') {
    const dot = above(h.of(c), 1.1 * h.xHeight);
    if (dot.length > 0) return dot;
  }
  return h.of('.').length > 0 ? centredAt(h.of('.'), 0, 1.4 * h.xHeight) : [];
};
const dotted = (h: Hand, stem: Shape): Shape => {
  const dot = dotOf(h);
  const b = boxOf(dot);
  return [...stem, ...centredAt(dot, middleOf(above(stem, 0.6 * h.xHeight)), (b.yMin + b.yMax) / 2)];
};

/** A small letter as its capital is, no higher than small letters. */
const small = (char: string): HandRecipe =>
  way(char.toUpperCase(), (h) => h.sized(h.of(char.toUpperCase()), h.xHeight));

const halfTurn = (of: string): HandRecipe => way(of, (h) => turned(h.of(of), h.xHeight));

export const SMALL_LETTERS: HandRecipes = {
  a: [
    way('g', (h) => bowl(h, 'g')),
    way('q', (h) => bowl(h, 'q')),
    way('d', (h) => lowBowl(h, 'd')),
    way('ol', (h) => joined(h.of('o'), atRightOf(below(h.of('l'), h.xHeight), h.of('o')))),
  ],
  b: [
    way('ol', (h) => joined(h.of('o'), atLeftOf(h.of('l'), h.of('o')))),
    way('oh', (h) => joined(h.of('o'), atLeftOf(leftStem(h, 'h'), h.of('o')))),
    way('d', (h) => mirrored(h.of('d'))),
    way('pl', (h) => joined(bowl(h, 'p'), atLeftOf(h.of('l'), h.of('p')))),
  ],
  c: [small('c'), way('o', (h) => opened(h, h.of('o'), 0.42))],
  d: [
    way('b', (h) => mirrored(h.of('b'))),
    way('ol', (h) => joined(h.of('o'), atRightOf(h.of('l'), h.of('o')))),
    way('al', (h) => joined(h.of('a'), atRightOf(h.of('l'), h.of('a')))),
    way('ql', (h) => joined(bowl(h, 'q'), atRightOf(h.of('l'), h.of('q')))),
  ],
  e: [way('o', (h) => barred(h, h.of('o'))), way('O', (h) => barred(h, h.sized(h.of('O'), h.xHeight)))],
  f: [
    way('', (h) => {
      const [top, r] = [h.ascender - h.stem / 2, 0.42 * h.xHeight];
      const d = `M${0.95 * r} ${top - 0.1 * r}C${0.3 * r} ${top + 0.1 * r} 0 ${top - 0.2 * r} 0 ${top - 0.9 * r}V${h.stem / 2}`;
      const stem = h.pen(pathContours(d, () => undefined));
      return joined(stem, barOf(h, -0.75 * r, 0.85 * r, h.xHeight - h.bar / 2));
    }),
  ],
  g: [
    way('q', (h) => joined(bowl(h, 'q'), atRightOf(hook(h), bowl(h, 'q')))),
    way('a', (h) => joined(h.of('a'), atRightOf(hook(h), h.of('a')))),
    way('d', (h) => joined(lowBowl(h, 'd'), atRightOf(hook(h), lowBowl(h, 'd')))),
    way('o', (h) => joined(h.of('o'), atRightOf(hook(h), h.of('o')))),
  ],
  h: [
    way('nb', (h) => joined(h.of('n'), atLeftOf(leftStem(h, 'b'), h.of('n')))),
    way('nl', (h) => joined(h.of('n'), atLeftOf(h.of('l'), h.of('n')))),
    way('nk', (h) => joined(h.of('n'), atLeftOf(leftStem(h, 'k'), h.of('n')))),
  ],
  i: [
    way('l', (h) => dotted(h, below(h.of('l'), h.xHeight))),
    way('j', (h) => dotted(h, below(above(rightStem(h, 'j'), 0), over(h)))),
    way('n', (h) => dotted(h, leftOf(h.of('n'), boxOf(h.of('n')).xMin + 1.15 * h.stem))),
  ],
  j: [way('', (h) => dotted(h, hook(h)))],
  k: [
    way('lx', (h) => {
      const x = rightOf(h.of('x'), middleOf(h.of('x')) - 0.3 * h.stem);
      return joined(h.of('l'), fromX(x, boxOf(h.of('l')).xMax - 0.3 * h.stem));
    }),
    way('K', (h) => h.sized(h.of('K'), h.ascender)),
  ],
  l: [
    way('h', (h) => leftStem(h, 'h')),
    way('b', (h) => leftStem(h, 'b')),
    way('k', (h) => leftStem(h, 'k')),
    way('d', (h) => rightStem(h, 'd')),
    way('I', (h) => h.sized(h.of('I'), h.ascender)),
  ],
  m: [
    way('n', (h) => {
      const n = scaled(h.of('n'), 0.9, 1);
      return joined(n, moved(n, widthOf(n) - h.stem));
    }),
  ],
  n: [
    way('h', (h) => below(h.of('h'), over(h))),
    way('m', (h) => leftOf(h.of('m'), boxOf(h.of('m')).xMin + widthOf(h.of('m')) / 2 + h.stem / 2)),
    halfTurn('u'),
  ],
  o: [
    small('o'),
    way('0', (h) => h.sized(h.of('0'), h.xHeight, 1.25)),
    way('c', (h) => joined(h.of('c'), mirrored(h.of('c')))),
  ],
  p: [
    way('ol', (h) => joined(h.of('o'), atLeftOf(loweredStem(h), h.of('o')))),
    way('d', (h) => turned(h.of('d'), h.xHeight)),
    way('q', (h) => mirrored(h.of('q'))),
    way('bl', (h) => joined(lowBowl(h, 'b'), atLeftOf(loweredStem(h), h.of('b')))),
  ],
  q: [
    way('gl', (h) => joined(bowl(h, 'g'), atRightOf(loweredStem(h), bowl(h, 'g')))),
    way('dl', (h) => joined(lowBowl(h, 'd'), atRightOf(loweredStem(h), lowBowl(h, 'd')))),
    way('d', (h) => joined(lowBowl(h, 'd'), atRightOf(loweredStem(h, rightStem(h, 'd')), lowBowl(h, 'd')))),
    way('p', (h) => mirrored(h.of('p'))),
    way('b', (h) => turned(h.of('b'), h.xHeight)),
  ],
  r: [
    way('n', (h) => {
      const { xMin } = boxOf(h.of('n'));
      const arm = leftOf(h.of('n'), xMin + 0.78 * widthOf(h.of('n')));
      const [x, y] = [xMin + 1.1 * h.stem, 0.62 * h.xHeight];
      return without(arm, [
        [x, -FOOT],
        [x + FOOT, -FOOT],
        [x + FOOT, y],
        [x, y],
      ]);
    }),
  ],
  s: [small('s')],
  t: [
    way('l', (h) => {
      const stem = below(h.of('l'), 0.55 * h.xHeight + 0.45 * h.ascender + 0.2 * h.xHeight);
      const x = middleOf(stem);
      return joined(stem, barOf(h, x - 0.3 * h.xHeight, x + 0.32 * h.xHeight, h.xHeight - h.bar / 2));
    }),
  ],
  u: [small('u'), halfTurn('n')],
  v: [small('v')],
  w: [way('v', (h) => joined(h.of('v'), moved(h.of('v'), widthOf(h.of('v')) - h.stem))), small('w')],
  x: [small('x')],
  y: [
    way('v', (h) => {
      const b = boxOf(h.of('v'));
      const [x, mid] = [b.xMax - h.stem / 2, middleOf(h.of('v'))];
      // The right stroke runs on as it comes down to the foot.
      const run = (x - mid) / Math.max(1, h.xHeight);
      const low = h.descender + h.stem / 2;
      return joined(h.of('v'), strokeOf(h, [x, h.xHeight - h.stem / 2], [mid + run * low, low]));
    }),
    way('u', (h) => joined(h.of('u'), atRightOf(hook(h), h.of('u')))),
    way('Y', (h) => moved(h.sized(h.of('Y'), h.xHeight - h.descender), 0, h.descender)),
  ],
  z: [small('z')],
  ı: [
    way('i', (h) => below(h.of('i'), over(h))),
    way('n', (h) => leftOf(h.of('n'), boxOf(h.of('n')).xMin + 1.15 * h.stem)),
  ],
  þ: [
    way('lp', (h) => joined(h.of('p'), atLeftOf(h.of('l'), h.of('p')))),
    way('lo', (h) => joined(h.of('o'), atLeftOf(h.of('l'), h.of('o')), atLeftOf(loweredStem(h), h.of('o')))),
  ],
  µ: [way('ul', (h) => joined(h.of('u'), atLeftOf(loweredStem(h), h.of('u'))))],
  æ: [way('ae', (h) => joined(h.of('a'), fromX(h.of('e'), boxOf(h.of('a')).xMax - h.stem)))],
  œ: [way('oe', (h) => joined(h.of('o'), fromX(h.of('e'), boxOf(h.of('o')).xMax - h.stem)))],
  ĳ: [way('ij', (h) => [...h.of('i'), ...fromX(h.of('j'), boxOf(h.of('i')).xMax + 0.6 * h.stem)])],
  º: [way('o', (h) => moved(scaled(h.of('o'), 0.6), 0, h.capHeight - 0.6 * h.xHeight))],
};
