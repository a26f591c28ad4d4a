import { fail, ok, problem, type Problem, type Result } from '../../foundations/problems/problem';
import { axesOf } from '../opentype/read/instance';
import type { FontFile } from '../opentype/read/readFont';
import { nameOf } from '../opentype/read/readName';
import { readSetting } from './layoutRows';
import { coloursOf } from './colours/fontColours';
import { licenceOf, type FontLicence } from './licence';

/** What a font says of itself before anything is made of it. */
export interface FontSeen {
  readonly licence: FontLicence;
  readonly glyphs: number;
  /** Its version, three digits behind the point. */
  readonly version: string;
  /** What could not be taken along, in plain words. */
  readonly leftOut: readonly string[];
  /** What the style is called. */
  readonly style: string;
  /** Named places of a variable font's axes, each of which can be opened as a style; none for other fonts. */
  readonly places: readonly FontPlace[];
}

/** A named place of a variable font, by the axes' tags. */
export interface FontPlace {
  readonly name: string;
  readonly at: Readonly<Record<string, number>>;
}

/** What is made of a font; tables that are cut off or point to nowhere are told. */
export function whole<T>(make: () => T): Result<T> {
  try {
    return ok(make());
  } catch (error) {
    return fail({ code: 'font-unreadable', reason: error instanceof Error ? error.message : String(error) });
  }
}

/** The named places of a variable font, by its names. */
export function placesOf(font: FontFile): FontPlace[] {
  const axes = axesOf(font);
  return (axes?.places ?? []).map(({ nameId, at }) => ({
    name: nameOf(font.names, nameId)?.trim() || at.join(' '),
    at: Object.fromEntries(at.map((v, i) => [axes?.axes[i]?.tag ?? '', v])),
  }));
}

/** Name ids of a style (OpenType 1.9.1, 'name', "Name IDs"). */
const STYLE = { plain: 2, typographic: 17 } as const;

/** What a font calls its style; empty when it says nothing. */
export const styleNameOf = (font: FontFile): string =>
  (nameOf(font.names, STYLE.typographic) ?? nameOf(font.names, STYLE.plain) ?? '').trim();

/** Tables with what isn't taken along, in plain words. */
const LEFT_OUT: readonly (readonly [string, string])[] = [
  ['sbix', 'letters that are pictures (sbix)'],
  ['CBDT', 'letters that are pictures (CBDT)'],
  ['fpgm', 'instructions for coarse screens'],
  ['vmtx', 'metrics for writing from top to bottom'],
];

const AXES_LOST = 'the axes of a variable font (its default style is opened)';

/** What to know of a font before opening it. */
export const lookAtFont = (font: FontFile): Result<FontSeen> => whole(() => seenOf(font));

function seenOf(font: FontFile): FontSeen {
  const { leftOut } = readSetting(font, String);
  return {
    licence: licenceOf(font),
    glyphs: font.contours.length,
    version: font.head.fontRevision.toFixed(3),
    style: styleNameOf(font) || 'Regular',
    places: placesOf(font),
    leftOut: [
      ...coloursOf(font).leftOut,
      ...LEFT_OUT.flatMap(([tag, text]) => (font.tables.has(tag) ? [text] : [])),
      ...(leftOut.length > 0 ? [`the features ${leftOut.join(', ')}`] : []),
      ...(font.tables.has('fvar') && !axesOf(font) ? [AXES_LOST] : []),
    ],
  };
}

/** `axesLost`: a variable font is opened at its default alone. */
export function told(font: FontFile, axesLost: boolean): Problem[] {
  const seen = seenOf(font);
  const { licence } = seen;
  const leftOut = [...seen.leftOut, ...(axesLost ? [AXES_LOST] : [])];
  const { family, embedding, reserved } = licence;
  const text = [licence.licence, licence.licenceUrl].filter((t) => t !== '').join(' ');
  const detail = { code: 'font-opened', family, embedding, licence: text, reserved } as const;
  return [
    problem(detail, 'warning'),
    ...(leftOut.length > 0 ? [problem({ code: 'font-left-out', what: leftOut }, 'warning')] : []),
  ];
}
