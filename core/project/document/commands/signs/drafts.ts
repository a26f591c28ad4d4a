import {
  compose,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../../../../foundations/geometry/affine';
import { transformContours, type Contour } from '../../../../foundations/geometry/contour';
import { contoursBox, type Box } from '../../../../foundations/geometry/measure';
import { draft, type ProjectDiff } from '../../changes/diff';
import { drawnOf } from '../../queries/lookups';
import { projectOf } from '../../newProject';
import type { ComponentRow, Doc, GlyphRow, Lines } from '../../schema';
import { glyphOfCharacter } from '../lines/seatInto';

/**
 * Everyday signs made of others for a start (proportions: common practice, no published source). They are shared parts,
 * follow the drawings they are made of, and say that they are drafts until somebody accepts or changes them.
 */

/** What a recipe may look at: boxes of drawn characters, em units. */
interface Parts {
  readonly box: (char: string) => Box;
  readonly lines: Lines;
  readonly unitsPerEm: number;
}
type Part = readonly [char: string, map: Affine];
interface Recipe {
  readonly needs: string;
  readonly make: (p: Parts) => readonly Part[];
}

const width = (b: Box) => b.xMax - b.xMin;
const height = (b: Box) => b.yMax - b.yMin;
const then = (...maps: readonly Affine[]) => maps.reduce((a, b) => compose(b, a));

/** A drawing turned and scaled about its middle, that then comes to lie with its middle at (x, y). */
function centred(b: Box, x: number, y: number, kx = 1, ky = kx, turn = 0): Affine {
  const toMiddle = translation(-(b.xMin + b.xMax) / 2, -(b.yMin + b.yMax) / 2);
  return then(toMiddle, scaling(kx, ky), rotation(turn), translation(x, y));
}

const HALF = Math.PI;
const QUARTER = Math.PI / 2;
/** Small raised figures and letters. */
const RAISED = 0.6;

/** A bar made of the hyphen, as long as wanted and as thick as it is. */
const bar = (p: Parts, length: number, x: number, y: number, turn = 0): Part => {
  const b = p.box('-');
  return ['-', centred(b, x, y, length / width(b), 1, turn)];
};
const dash =
  (share: number): Recipe['make'] =>
  (p) => [bar(p, share * p.unitsPerEm, 0, (p.box('-').yMin + p.box('-').yMax) / 2)];

/** Height at which quotes hang: the comma's top at the capitals' height. */
const hung = (p: Parts, turned: boolean, x: number): Part => {
  const b = p.box(',');
  return [',', centred(b, x, p.lines.capHeight - height(b) / 2, 1, 1, turned ? HALF : 0)];
};
const apart = (p: Parts) => 1.5 * width(p.box(','));

const angle = (side: 1 | -1, x: number, p: Parts): Part => {
  const b = p.box('v');
  const k = (0.55 * p.lines.xHeight) / width(b);
  return ['v', centred(b, x, 0.48 * p.lines.xHeight, k, k, side * QUARTER)];
};
const angleStep = (p: Parts) => (0.65 * 0.55 * p.lines.xHeight * height(p.box('v'))) / width(p.box('v'));

const plusAt = (p: Parts, y: number): Part[] => {
  const arm = 0.85 * p.lines.xHeight;
  return [bar(p, arm, 0, y), bar(p, arm, 0, y, QUARTER)];
};
const mathMiddle = (p: Parts) => 0.5 * p.lines.capHeight;

const raised = (char: string): Recipe => ({
  needs: char,
  make: (p) => {
    const b = p.box(char);
    return [[char, then(scaling(RAISED, RAISED), translation(0, p.lines.capHeight - RAISED * b.yMax))]];
  },
});

const fraction = (over: string, under: string): Recipe => ({
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

const dots = (ys: (p: Parts) => readonly number[]): Recipe => ({
  needs: '.',
  make: (p) => ys(p).map((y): Part => ['.', translation(0, y)]),
});

const flipped = (char: string): Recipe => ({
  needs: char,
  make: (p) => {
    const b = p.box(char);
    // Turned half round: its top comes down to where a small letter's descender may end.
    return [[char, centred(b, 0, p.lines.xHeight - height(b) / 2, 1, 1, HALF)]];
  },
});

const mirrored = (char: string): Recipe => ({ needs: char, make: () => [[char, scaling(-1, 1)]] });

const struck = (char: string, at: (p: Parts) => number): Recipe => ({
  needs: `${char}-`,
  make: (p) => {
    const b = p.box(char);
    return [[char, translation(0, 0)], bar(p, 0.7 * width(b), b.xMin + 0.25 * width(b), at(p))];
  },
});
const slashed = (char: string): Recipe => ({
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
const aboveMiddle = (p: Parts) => 1.28 * p.lines.xHeight;
/** A mark of a letter's drawing: as wide as half an x is high, and flat. */
const flat = (p: Parts, char: string): [number, number] => {
  const b = p.box(char);
  return [(0.55 * p.lines.xHeight) / width(b), (0.28 * p.lines.xHeight) / height(b)];
};
/** A slanted stroke of the hyphen. */
const stroke = (turn: number): Recipe => ({
  needs: '-',
  make: (p) => [bar(p, 0.42 * p.lines.xHeight, 0, aboveMiddle(p), turn)],
});

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

const drawn = (doc: Doc, char: string): GlyphRow | undefined => drawnOf(doc, char.codePointAt(0)!);

/** How a sign can be made of what is drawn; undefined when it can't. */
const recipeFor = (doc: Doc, char: string): Recipe | undefined =>
  [RECIPES[char], OTHERWISE[char]].find((r) => r && [...r.needs].every((c) => drawn(doc, c)));

/** Signs of a list that can be made of drawn ones, and that nobody drew. A draft isn't made of another draft of the same kind. */
export const draftable = (doc: Doc, list: string): string[] =>
  [...new Set(list)].filter((char) => !drawn(doc, char) && recipeFor(doc, char) !== undefined);

/** Makes drafts of signs, as one step. */
export function makeDrafts(doc: Doc, list: string): ProjectDiff | null {
  const d = draft(doc);
  const { lines, unitsPerEm, styleId } = projectOf(doc);
  const parts: Parts = { lines, unitsPerEm, box: (char) => contoursBox(drawn(doc, char)!.contours)! };
  for (const char of draftable(doc, list)) {
    const components: ComponentRow[] = [];
    const contours: Contour[] = [];
    recipeFor(doc, char)!
      .make(parts)
      .forEach(([from, transform], i) => {
        const part = drawn(doc, from)!;
        const id = `c${i + 1}`;
        components.push({ id, glyphId: part.id, transform, mark: null });
        contours.push(...transformContours(part.contours, transform).map((c) => ({ ...c, of: id })));
      });
    d.put('glyphs', {
      ...glyphOfCharacter(d, char.codePointAt(0)!, styleId),
      contours,
      components,
      draft: true,
    });
  }
  return d.done('Make drafts of signs');
}

export const draftsOf = (doc: Doc): GlyphRow[] => Object.values(doc.glyphs).filter((g) => g.draft);

/** Accepts drafts as they are. */
export function acceptDrafts(doc: Doc, ids: readonly string[]): ProjectDiff | null {
  const d = draft(doc);
  for (const id of ids) {
    const glyph = doc.glyphs[id];
    if (glyph?.draft) d.put('glyphs', { ...glyph, draft: false });
  }
  return d.done(ids.length === 1 ? 'Accept a draft' : 'Accept drafts');
}
