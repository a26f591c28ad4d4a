import { translation } from '../../../foundations/geometry/affine';
import type { Doc, GlyphRow } from '../schema';
import { drawnOf } from '../queries/lookups';
import {
  type Recipe,
  stroke,
  HALF,
  centred,
  aboveMiddle,
  flat,
  bar,
  type Part,
  width,
  height,
  mathMiddle,
  struck,
  slashed,
  raised,
  QUARTER,
  plusAt,
  mirrored,
  hung,
  fraction,
  flipped,
  dots,
  dash,
  apart,
  angleStep,
  angle,
} from './parts';

const MARKS: Readonly<Record<string, Recipe>> = {
  '\u0300': stroke(0.75 * HALF),
  '\u0301': stroke(0.25 * HALF),
  '\u0302': {
    needs: 'v',
    make: (p) => [['v', centred(p.box('v'), 0, aboveMiddle(p), ...flat(p, 'v'), HALF)]],
  },
  '\u030c': { needs: 'v', make: (p) => [['v', centred(p.box('v'), 0, aboveMiddle(p), ...flat(p, 'v'))]] },
  '\u0303': { needs: '~', make: (p) => [['~', centred(p.box('~'), 0, aboveMiddle(p), 0.75)]] },
  '\u0304': { needs: '-', make: (p) => [bar(p, 0.7 * p.lines.xHeight, 0, aboveMiddle(p))] },
  '\u0307': { needs: '.', make: (p) => [['.', centred(p.box('.'), 0, aboveMiddle(p), 0.9)]] },
  '\u0308': {
    needs: '.',
    make: (p) =>
      [-1, 1].map((s): Part => [
        '.',
        centred(p.box('.'), s * 0.85 * width(p.box('.')), aboveMiddle(p), 0.85),
      ]),
  },
  '\u030a': {
    needs: 'o',
    make: (p) => [
      ['o', centred(p.box('o'), 0, aboveMiddle(p), (0.4 * p.lines.xHeight) / height(p.box('o')))],
    ],
  },
  '\u0327': {
    needs: ',',
    make: (p) => [[',', centred(p.box(','), 0, -0.5 * height(p.box(',')), 0.9)]],
  },
  '\u0328': {
    needs: ',',
    make: (p) => [[',', centred(p.box(','), 0, -0.5 * height(p.box(',')), -0.9, 0.9)]],
  },
};

/** Accents that stand by themselves are drawn as the marks over letters are (Unicode Character Database, compatibility forms). */
const STANDING_ACCENTS: Readonly<Record<string, string>> = {
  '`': '\u0300',
  '´': '\u0301',
  ˆ: '\u0302',
  '˜': '\u0303',
  '¯': '\u0304',
  '˙': '\u0307',
  '¨': '\u0308',
  '˚': '\u030a',
  ˇ: '\u030c',
  '¸': '\u0327',
  '˛': '\u0328',
};

/** A slash leans as far as this, degrees from level. */
const SLASH_DEG = 68;
const slash = (way: 1 | -1): Recipe => ({
  needs: '-',
  make: (p) => {
    const turn = (SLASH_DEG * Math.PI) / 180;
    const length = (1.1 * p.lines.capHeight) / Math.sin(turn);
    return [bar(p, length, 0, mathMiddle(p), way * turn)];
  },
});

const RECIPES: Readonly<Record<string, Recipe | undefined>> = {
  '–': { needs: '-', make: dash(0.42) },
  '—': { needs: '-', make: dash(0.85) },
  '−': { needs: '-', make: (p) => [bar(p, 0.85 * p.lines.xHeight, 0, mathMiddle(p))] },
  _: { needs: '-', make: (p) => [bar(p, 0.5 * p.unitsPerEm, 0, -0.1 * p.unitsPerEm)] },
  '+': { needs: '-', make: (p) => plusAt(p, mathMiddle(p)) },
  '=': {
    needs: '-',
    make: (p) =>
      [-1, 1].map((s) => bar(p, 0.85 * p.lines.xHeight, 0, mathMiddle(p) + s * 0.17 * p.lines.xHeight)),
  },
  '±': {
    needs: '-',
    make: (p) => [
      ...plusAt(p, mathMiddle(p) + 0.1 * p.lines.xHeight),
      bar(p, 0.85 * p.lines.xHeight, 0, height(p.box('-')) / 2),
    ],
  },
  '÷': {
    needs: '-.',
    make: (p) => {
      const [b, gap] = [p.box('.'), 0.3 * p.lines.xHeight];
      return [
        bar(p, 0.85 * p.lines.xHeight, 0, mathMiddle(p)),
        ['.', centred(b, 0, mathMiddle(p) + gap)],
        ['.', centred(b, 0, mathMiddle(p) - gap)],
      ];
    },
  },
  '×': {
    needs: 'x',
    make: (p) => [
      ['x', centred(p.box('x'), 0, mathMiddle(p), (0.75 * p.lines.xHeight) / height(p.box('x')))],
    ],
  },
  '‘': { needs: ',', make: (p) => [hung(p, true, 0)] },
  '’': { needs: ',', make: (p) => [hung(p, false, 0)] },
  '“': { needs: ',', make: (p) => [hung(p, true, 0), hung(p, true, apart(p))] },
  '”': { needs: ',', make: (p) => [hung(p, false, 0), hung(p, false, apart(p))] },
  '‚': { needs: ',', make: () => [[',', translation(0, 0)]] },
  '„': {
    needs: ',',
    make: (p) => [
      [',', translation(0, 0)],
      [',', translation(apart(p), 0)],
    ],
  },
  '‹': { needs: 'v', make: (p) => [angle(-1, 0, p)] },
  '›': { needs: 'v', make: (p) => [angle(1, 0, p)] },
  '«': { needs: 'v', make: (p) => [angle(-1, 0, p), angle(-1, angleStep(p), p)] },
  '»': { needs: 'v', make: (p) => [angle(1, 0, p), angle(1, angleStep(p), p)] },
  '…': {
    needs: '.',
    make: (p) => [0, 1, 2].map((k): Part => ['.', translation(k * 2.4 * width(p.box('.')), 0)]),
  },
  '·': { needs: '.', make: (p) => [['.', centred(p.box('.'), 0, 0.45 * p.lines.xHeight)]] },
  '•': { needs: '.', make: (p) => [['.', centred(p.box('.'), 0, 0.5 * p.lines.capHeight, 1.9)]] },
  ':': dots((p) => [0, p.lines.xHeight - p.box('.').yMax]),
  ';': {
    needs: '.,',
    make: (p) => [
      [',', translation(0, 0)],
      ['.', translation(p.box(',').xMax - p.box('.').xMax, p.lines.xHeight - p.box('.').yMax)],
    ],
  },
  '¡': flipped('!'),
  '¿': flipped('?'),
  ')': mirrored('('),
  '(': mirrored(')'),
  '>': mirrored('<'),
  '<': mirrored('>'),
  ']': mirrored('['),
  '\\': mirrored('/'),
  '°': {
    needs: 'o',
    make: (p) => {
      const k = (0.38 * p.lines.capHeight) / height(p.box('o'));
      return [['o', centred(p.box('o'), 0, p.lines.capHeight - 0.19 * p.lines.capHeight, k)]];
    },
  },
  ª: raised('a'),
  º: raised('o'),
  '¹': raised('1'),
  '²': raised('2'),
  '³': raised('3'),
  '½': fraction('1', '2'),
  '¼': fraction('1', '4'),
  '¾': fraction('3', '4'),
  '⁄': { needs: '/', make: () => [['/', translation(0, 0)]] },
  Ð: struck('D', (p) => 0.5 * p.lines.capHeight),
  Đ: struck('D', (p) => 0.5 * p.lines.capHeight),
  ...MARKS,
  ...Object.fromEntries(Object.entries(STANDING_ACCENTS).map(([sign, mark]) => [sign, MARKS[mark]])),
  '/': slash(1),
  '|': {
    needs: '-',
    make: (p) => {
      const { capHeight, descender } = p.lines;
      return [bar(p, capHeight - descender, 0, (capHeight + descender) / 2, QUARTER)];
    },
  },
  Ø: slashed('O'),
  ø: slashed('o'),
};

/** Second ways for signs whose own needs nobody drew. */
const OTHERWISE: Readonly<Record<string, Recipe | undefined>> = { '\\': slash(-1) };
export const drawn = (doc: Doc, char: string): GlyphRow | undefined => drawnOf(doc, char.codePointAt(0)!);

/** How a sign can be made of what is drawn; undefined when it can't. */
export const recipeFor = (doc: Doc, char: string): Recipe | undefined =>
  [RECIPES[char], OTHERWISE[char]].find((r) => r && [...r.needs].every((c) => drawn(doc, c)));
