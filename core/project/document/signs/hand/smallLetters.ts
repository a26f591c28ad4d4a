import type { Hand } from './hand';
import { way, type HandRecipe, type HandRecipes } from './recipe';
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

/** Just above the small letters, where ascenders leave them; below the baseline, where descenders do. */
const over = (h: Hand) => 1.03 * h.xHeight;
const under = (h: Hand) => -0.03 * h.xHeight;

/** The stem of a letter with an ascender (b, h, k at its left; d at its right). */
const leftStem = (h: Hand, char: string) => leftOf(h.of(char), boxOf(h.of(char)).xMin + 1.15 * h.stem);
const rightStem = (h: Hand, char: string) => rightOf(h.of(char), boxOf(h.of(char)).xMax - 1.15 * h.stem);
/** An l moved down until it ends where descenders do, without what reaches above small letters. */
const loweredStem = (h: Hand, stem: Shape = h.of('l')): Shape =>
  below(moved(stem, 0, h.descender - boxOf(stem).yMin), h.xHeight);
/** What hangs below the baseline of g, j or y, with a little of its stem. */
const tail = (h: Hand, char: string) => below(h.of(char), 0.12 * h.xHeight);
/** The bowl of a letter with a descender. */
const bowl = (h: Hand, char: string) => above(h.of(char), under(h));
const lowBowl = (h: Hand, char: string) => below(h.of(char), over(h));

/** A level stroke of the hand's pen between two places. */
const barOf = (h: Hand, x0: number, x1: number, y: number): Shape => {
  const node = (x: number) => ({ x, y, in: null, out: null, kind: 'corner' as const });
  return h.pen([{ closed: false, nodes: [node(x0), node(x1)] }]);
};

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
    way('d', (h) => lowBowl(h, 'd')),
    way('q', (h) => bowl(h, 'q')),
    way('g', (h) => bowl(h, 'g')),
    way('ol', (h) => joined(h.of('o'), atRightOf(below(h.of('l'), h.xHeight), h.of('o')))),
  ],
  b: [
    way('pl', (h) => joined(bowl(h, 'p'), atLeftOf(h.of('l'), h.of('p')))),
    way('ol', (h) => joined(h.of('o'), atLeftOf(h.of('l'), h.of('o')))),
    way('oh', (h) => joined(h.of('o'), atLeftOf(leftStem(h, 'h'), h.of('o')))),
    way('d', (h) => mirrored(h.of('d'))),
  ],
  c: [
    way('o', (h) => {
      const b = boxOf(h.of('o'));
      const [x, y] = [(b.xMin + b.xMax) / 2, (b.yMin + b.yMax) / 2];
      const reach = 0.42 * (b.yMax - b.yMin);
      return without(h.of('o'), [
        [x, y],
        [b.xMax + 10, y - reach],
        [b.xMax + 10, y + reach],
      ]);
    }),
    small('c'),
  ],
  d: [
    way('ql', (h) => joined(bowl(h, 'q'), atRightOf(h.of('l'), h.of('q')))),
    way('al', (h) => joined(h.of('a'), atRightOf(h.of('l'), h.of('a')))),
    way('ol', (h) => joined(h.of('o'), atRightOf(h.of('l'), h.of('o')))),
    way('b', (h) => mirrored(h.of('b'))),
  ],
  e: [
    way('c', (h) => {
      const b = boxOf(h.of('c'));
      return joined(
        h.of('c'),
        barOf(h, b.xMin + h.stem / 2, b.xMax - 0.6 * h.stem, 0.5 * h.xHeight),
        above(mirrored(h.of('c')), 0.5 * h.xHeight),
      );
    }),
  ],
  g: [
    way('qj', (h) => joined(bowl(h, 'q'), atRightOf(tail(h, 'j'), h.of('q')))),
    way('aj', (h) => joined(h.of('a'), atRightOf(tail(h, 'j'), h.of('a')))),
    way('dj', (h) => joined(lowBowl(h, 'd'), atRightOf(tail(h, 'j'), lowBowl(h, 'd')))),
    way('ay', (h) => joined(h.of('a'), atRightOf(tail(h, 'y'), h.of('a')))),
  ],
  h: [
    way('nl', (h) => joined(h.of('n'), atLeftOf(h.of('l'), h.of('n')))),
    way('nb', (h) => joined(h.of('n'), atLeftOf(leftStem(h, 'b'), h.of('n')))),
    way('nk', (h) => joined(h.of('n'), atLeftOf(leftStem(h, 'k'), h.of('n')))),
  ],
  i: [
    way('j', (h) => dotted(h, below(above(rightStem(h, 'j'), 0), over(h)))),
    way('l', (h) => dotted(h, below(h.of('l'), h.xHeight))),
    way('n', (h) => dotted(h, leftOf(h.of('n'), boxOf(h.of('n')).xMin + 1.15 * h.stem))),
  ],
  j: [
    way('ig', (h) => joined(h.of('i'), atRightOf(tail(h, 'g'), below(h.of('i'), over(h))))),
    way('iy', (h) => joined(h.of('i'), atRightOf(tail(h, 'y'), below(h.of('i'), over(h))))),
  ],
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
  m: [way('n', (h) => joined(h.of('n'), moved(h.of('n'), widthOf(h.of('n')) - h.stem)))],
  n: [
    way('h', (h) => below(h.of('h'), over(h))),
    way('m', (h) => leftOf(h.of('m'), boxOf(h.of('m')).xMin + widthOf(h.of('m')) / 2 + h.stem / 2)),
    halfTurn('u'),
  ],
  o: [
    way('c', (h) => joined(h.of('c'), mirrored(h.of('c')))),
    small('o'),
    way('0', (h) => h.sized(h.of('0'), h.xHeight, 1.25)),
  ],
  p: [
    way('bl', (h) => joined(lowBowl(h, 'b'), atLeftOf(loweredStem(h), h.of('b')))),
    way('d', (h) => turned(h.of('d'), h.xHeight)),
    way('q', (h) => mirrored(h.of('q'))),
    way('ol', (h) => joined(h.of('o'), atLeftOf(loweredStem(h), h.of('o')))),
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
      const b = boxOf(h.of('n'));
      const arm = above(leftOf(h.of('n'), b.xMin + 0.78 * widthOf(h.of('n'))), 0.7 * h.xHeight);
      return joined(leftOf(h.of('n'), b.xMin + 1.15 * h.stem), arm);
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
  u: [halfTurn('n'), small('u')],
  v: [small('v')],
  w: [small('w'), way('v', (h) => joined(h.of('v'), moved(h.of('v'), widthOf(h.of('v')) - h.stem)))],
  x: [small('x')],
  y: [
    way('ug', (h) => joined(h.of('u'), atRightOf(tail(h, 'g'), h.of('u')))),
    way('uj', (h) => joined(h.of('u'), atRightOf(tail(h, 'j'), h.of('u')))),
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
