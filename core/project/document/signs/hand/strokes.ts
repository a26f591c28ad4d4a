import { compose, scaling, translation } from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { pathContours } from '../../../../readers/svg/read/shapes';
import type { Hand } from './hand';
import { widthOf, type Shape } from './shaping';

/**
 * Plain ways of a pen for figures, points and letters that have no likeness among the others, as a writing primer shows them: SVG path data,
 * y up, heights in shares of the height that is given, widths in the same unit. Drawn for this purpose;
 * where signs stand and how wide they are is the middle of eleven open fonts of print and hand (the packages of @fontsource that the benches read).
 */
interface Stroke {
  readonly d: string;
  /** Height that is 1, and the height that is 0. */
  readonly top: 'capHeight' | 'figure' | 'xHeight';
}

const STROKES: Readonly<Record<string, Stroke>> = {
  '0': { top: 'figure', d: 'M.3 1C.1 1 0 .78 0 .5S.1 0 .3 0 .6 .22 .6 .5 .5 1 .3 1Z' },
  '1': { top: 'figure', d: 'M0 .78L.24 1V0' },
  '2': { top: 'figure', d: 'M.02 .76C.04 .92 .14 1 .28 1C.44 1 .54 .9 .54 .74C.54 .52 .2 .28 0 0H.58' },
  '3': {
    top: 'figure',
    d: 'M.03 .86C.09 .96 .17 1 .27 1C.42 1 .51 .9 .51 .77C.51 .62 .4 .54 .22 .54C.42 .54 .55 .44 .55 .27C.55 .1 .43 0 .26 0C.14 0 .05 .05 0 .15',
  },
  '4': { top: 'figure', d: 'M.44 0V1L0 .28H.62' },
  '5': {
    top: 'figure',
    d: 'M.5 1H.1L.06 .56C.12 .62 .2 .64 .28 .64C.45 .64 .56 .51 .56 .33C.56 .13 .44 0 .26 0C.14 0 .05 .05 0 .14',
  },
  '6': {
    top: 'figure',
    d: 'M.46 1C.2 .9 .02 .62 .02 .32C.02 .12 .12 0 .29 0C.45 0 .56 .12 .56 .3C.56 .47 .45 .58 .3 .58C.17 .58 .06 .5 .02 .34',
  },
  '7': { top: 'figure', d: 'M0 1H.56L.18 0' },
  '8': {
    top: 'figure',
    d: 'M.29 .54C.14 .58 .05 .66 .05 .78C.05 .91 .15 1 .29 1C.43 1 .53 .91 .53 .78C.53 .66 .44 .59 .29 .54C.11 .48 0 .4 0 .25C0 .1 .12 0 .29 0C.46 0 .58 .1 .58 .25C.58 .4 .47 .48 .29 .54Z',
  },
  '9': {
    top: 'figure',
    d: 'M.12 0C.38 .1 .56 .38 .56 .68C.56 .88 .46 1 .29 1C.13 1 .02 .88 .02 .7C.02 .53 .13 .42 .28 .42C.41 .42 .52 .5 .56 .66',
  },
  J: { top: 'capHeight', d: 'M.4 1V.24C.4 .08 .32 0 .2 0C.1 0 .03 .05 0 .15' },
  Q: { top: 'capHeight', d: 'M.4 1C.15 1 0 .78 0 .5S.15 0 .4 0 .8 .22 .8 .5 .65 1 .4 1ZM.5 .22L.82 -.06' },
  S: {
    top: 'capHeight',
    d: 'M.5 .86C.44 .95 .36 1 .26 1C.12 1 .03 .91 .03 .79C.03 .47 .54 .6 .54 .25C.54 .1 .43 0 .27 0C.15 0 .05 .06 0 .17',
  },
  t: { top: 'xHeight', d: 'M.18 1.38V.22C.18 .02 .3 -.04 .46 .06M0 1H.42' },
  '.': { top: 'xHeight', d: 'M0 .06L.01 .06' },
  ',': { top: 'xHeight', d: 'M.08 .1L0 -.18' },
  '?': {
    top: 'capHeight',
    d: 'M.02 .8C.05 .93 .14 1 .26 1C.4 1 .5 .92 .5 .78C.5 .6 .27 .56 .26 .32V.26M.26 .03L.261 .03',
  },
  '!': { top: 'capHeight', d: 'M0 1V.28M0 .03L.001 .03' },
  "'": { top: 'capHeight', d: 'M0 1V.76' },
  '"': { top: 'capHeight', d: 'M0 1V.76M.2 1V.76' },
  '(': { top: 'capHeight', d: 'M.27 1.1C-.09 .72 -.09 .2 .27 -.19' },
  ')': { top: 'capHeight', d: 'M0 1.1C.36 .72 .36 .2 0 -.19' },
  '-': { top: 'capHeight', d: 'M0 .4H.36' },
  '&': {
    top: 'capHeight',
    d: 'M.74 0L.2 .68C.08 .84 .16 1 .3 1C.44 1 .5 .84 .38 .7C.28 .6 0 .5 0 .24C0 .1 .1 0 .25 0C.45 0 .6 .2 .66 .42',
  },
  '~': { top: 'capHeight', d: 'M0 .36C.06 .56 .2 .58 .3 .45C.4 .32 .54 .34 .6 .54' },
  '@': {
    top: 'capHeight',
    d: 'M.6 .36C.55 .26 .48 .22 .41 .22C.31 .22 .25 .3 .25 .43C.25 .58 .33 .68 .45 .68C.54 .68 .6 .6 .6 .5V.34C.6 .24 .66 .2 .72 .24C.8 .3 .84 .4 .84 .52C.84 .76 .68 .92 .44 .92C.18 .92 0 .72 0 .44C0 .16 .18 -.04 .44 -.04C.54 -.04 .62 -.02 .7 .03',
  },
  '§': {
    top: 'capHeight',
    d: 'M.44 .92C.4 .98 .32 1.02 .24 1.02C.12 1.02 .05 .95 .05 .85C.05 .62 .5 .66 .5 .4C.5 .3 .4 .24 .3 .2M.1 .66C.03 .62 0 .56 0 .5C0 .26 .44 .3 .44 .05C.44 -.06 .36 -.12 .25 -.12C.15 -.12 .08 -.07 .04 0',
  },
  '¶': { top: 'capHeight', d: 'M.56 1V-.1M.36 -.1V1H.22C.08 1 0 .9 0 .78S.08 .54 .22 .54H.36M.36 1H.62' },
  '£': {
    top: 'capHeight',
    d: 'M.56 .82C.53 .94 .46 1 .36 1C.22 1 .14 .9 .14 .76C.14 .54 .28 .36 .04 0H.58M.02 .46H.44',
  },
  ƒ: { top: 'capHeight', d: 'M.56 .94C.42 1.04 .34 .96 .3 .76L.18 0C.14 -.2 .08 -.28 -.06 -.22M.08 .58H.48' },
  ð: {
    top: 'xHeight',
    d: 'M.74 .5C.74 .8 .58 1 .36 1C.14 1 0 .78 0 .48S.14 -.02 .37 -.02S.74 .2 .74 .5C.74 .9 .5 1.3 .14 1.42M.1 1.14L.54 1.4',
  },
  ß: {
    top: 'xHeight',
    d: 'M0 0V1.1C0 1.34 .1 1.46 .28 1.46C.44 1.46 .54 1.36 .54 1.2C.54 1.02 .4 .98 .34 .86C.3 .7 .66 .62 .66 .3C.66 .1 .54 -.02 .4 -.02C.32 -.02 .25 .01 .2 .07',
  },
  ẞ: {
    top: 'capHeight',
    d: 'M0 0V.7C0 .9 .12 1 .3 1H.62L.34 .62C.56 .62 .7 .5 .7 .31C.7 .12 .58 0 .42 0C.34 0 .28 .02 .22 .08',
  },
  '{': {
    top: 'capHeight',
    d: 'M.3 1.1C.16 1.1 .14 1 .14 .84V.68C.14 .54 .1 .48 0 .47C.1 .46 .14 .4 .14 .26V.1C.14 -.06 .16 -.16 .3 -.16',
  },
  '}': {
    top: 'capHeight',
    d: 'M0 1.1C.14 1.1 .16 1 .16 .84V.68C.16 .54 .2 .48 .3 .47C.2 .46 .16 .4 .16 .26V.1C.16 -.06 .14 -.16 0 -.16',
  },
  '\u0306': { top: 'xHeight', d: 'M0 1.44C.05 1.26 .35 1.26 .4 1.44' },
  '\u030b': { top: 'xHeight', d: 'M0 1.24L.1 1.5M.2 1.24L.32 1.5' },
};

/** Signs that stand by themselves are drawn as the marks over letters are. */
const STANDING: Readonly<Record<string, string>> = { '˘': '\u0306', '˝': '\u030b' };

const strokeFor = (char: string): Stroke | undefined => {
  const key = STANDING[char] ?? char;
  return Object.hasOwn(STROKES, key) ? STROKES[key] : undefined;
};

/** Whether a sign has a plain way of the pen. */
export const hasStroke = (char: string): boolean => strokeFor(char) !== undefined;

/** The ways of the pen as they are in Stroke's unit; parsed once. */
const parsed = new Map<string, readonly Contour[]>();
function waysOf({ d }: Stroke): readonly Contour[] {
  const made = parsed.get(d) ?? pathContours(d, () => undefined);
  parsed.set(d, made);
  return made;
}

/** Widths that a hand doesn't tell are so much of the height. */
const USUAL_SHARE = 1;
/** Ways are widened and narrowed within these shares of their height. */
const [NARROWEST, WIDEST] = [0.6, 1.7];

/** A sign in the hand's pen, upright: its strokes lie within its heights, and it is as wide as its neighbours tell; nothing for one without a way. */
export function strokeShape(hand: Hand, char: string): Shape {
  const stroke = strokeFor(char);
  if (!stroke) return [];
  const { stem } = hand;
  const high = hand[stroke.top] - stem;
  const ways = waysOf(stroke);
  const drawn = widthOf(ways);
  const wanted = hand.widthOf(char);
  const share = wanted === null || drawn < 0.1 ? USUAL_SHARE : (wanted - stem) / (drawn * high);
  const wide = high * Math.max(NARROWEST, Math.min(WIDEST, share));
  return hand.pen(transformContours(ways, compose(translation(0, stem / 2), scaling(wide, high))));
}
