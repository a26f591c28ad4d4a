import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { safeFileName } from '../../type/names/fileNames';
import type { CastingRow } from '../../project/document/schema';
import type { FeatureUse } from '../opentype/layout/model';
import { NAME_ID, type NameTexts } from '../opentype/tables/name';
import { WINDOWS_LANGUAGES } from './windowsLanguages';

export interface NameInput {
  readonly family: string;
  readonly style: string;
  readonly designer: string;
  readonly designerUrl: string;
  readonly licence: string;
  readonly licenceUrl: string;
  readonly copyright: string;
  /** "1.000". */
  readonly version: string;
  /** When it was cast, seconds since 1970: two castings of a version are told apart. */
  readonly madeUnixS: number;
}

/** Styles that every program groups by the family name alone. */
const RIBBI = new Set(['Regular', 'Bold', 'Italic', 'Bold Italic']);

/** Longest PostScript name (OpenType, name id 6), and its longest style. */
const LONGEST = { name: 63, style: 20 };

/** What of a text a PostScript name may hold: printable ASCII without the ten delimiters. */
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[^\x21-\x7e]/g, '')
    .replace(/[[\](){}<>/%-]/g, '');

/** Whether a text says something that its plain form leaves out, so that two texts could come out as one name. */
const losesLetters = (text: string): boolean => /[^\x00-\x7f\p{M}]/u.test(text.normalize('NFD'));

/** Six hex digits that tell texts apart whose plain forms are alike. */
const mark = (text: string): string => bytesToHex(sha256(utf8ToBytes(text))).slice(0, 6);

/**
 * PostScript names: printable ASCII without the ten delimiters, at most 63 characters (OpenType, name id 6). A family or
 * style with letters that can't be said so gets a mark made of its whole text, so that no two fonts share a name.
 */
export function postScriptName(family: string, style: string): string {
  const named = (text: string, whenEmpty: string, longest: number) => {
    const own = plain(text);
    const told = own || whenEmpty;
    const needsMark = (text.trim() !== '' && losesLetters(text)) || told.length > longest;
    return needsMark ? `${told.slice(0, longest - 7)}x${mark(text)}` : told;
  };
  const styled = named(style, 'Regular', LONGEST.style);
  return `${named(family, family.trim() === '' ? 'Untitled' : 'Font', LONGEST.name - 1 - styled.length)}-${styled}`;
}

/** All name records by id. Styles outside the four classic ones get their own family for old programs (ids 1, 2, 16, 17). */
export function fontNames(input: NameInput): Map<number, string> {
  const family = input.family.trim() || 'Untitled';
  const style = input.style.trim() || 'Regular';
  const classic = RIBBI.has(style);
  const names = new Map<number, string>([
    [NAME_ID.copyright, input.copyright],
    [NAME_ID.family, classic ? family : `${family} ${style}`],
    [NAME_ID.style, classic ? style : 'Regular'],
    [NAME_ID.unique, `${input.version};${postScriptName(family, style)};${input.madeUnixS}`],
    [NAME_ID.full, `${family} ${style}`],
    [NAME_ID.version, `Version ${input.version}`],
    [NAME_ID.postScript, postScriptName(family, style)],
    [NAME_ID.designer, input.designer],
    [NAME_ID.designerUrl, input.designerUrl],
    [NAME_ID.licence, input.licence],
    [NAME_ID.licenceUrl, input.licenceUrl],
  ]);
  if (!classic) names.set(NAME_ID.typographicFamily, family).set(NAME_ID.typographicStyle, style);
  return names;
}

/**
 * Names in further languages, by the language's Windows id: the family with its style, who made it and what is allowed. The
 * PostScript name and what follows from it are the same in all (OpenType, name id 6).
 */
export function namesInLanguages(casting: CastingRow, style: string): Map<number, Map<number, string>> {
  return new Map(
    casting.namesIn.map(({ language, family, designer, copyright, licence }) => {
      const inEnglish = { ...casting, family: family.trim(), style, madeUnixS: 0 };
      const grouped = family.trim() === '' ? new Map<number, string>() : fontNames(inEnglish);
      const names = new Map([...grouped].filter(([id]) => GROUPING.has(id)));
      names.set(NAME_ID.designer, designer).set(NAME_ID.copyright, copyright).set(NAME_ID.licence, licence);
      return [WINDOWS_LANGUAGES[language], names];
    }),
  );
}

/** Names by which programs group and list. */
const GROUPING: ReadonlySet<number> = new Set([
  NAME_ID.family,
  NAME_ID.style,
  NAME_ID.full,
  NAME_ID.typographicFamily,
  NAME_ID.typographicStyle,
]);

/** First name id that a font may use as it likes (OpenType, 'name', "Name IDs"). */
const FIRST_OWN_NAME = 256;

/** The names of a font, with ids for those that it has besides the standard's. Equal texts share an id. */
export class NameIds {
  private next = FIRST_OWN_NAME;
  private readonly own = new Map<string, number>();

  /** `others`: the standard's names in further languages, by Windows ids. */
  constructor(
    private readonly standard: NameTexts,
    readonly others: ReadonlyMap<number, NameTexts> = new Map(),
  ) {}

  /** The id of a text of the font's own. */
  idOf(text: string): number {
    const id = this.own.get(text) ?? this.next++;
    this.own.set(text, id);
    return id;
  }

  /** Ids of what menus say of features, by tag. */
  labels(features: readonly FeatureUse[]): ReadonlyMap<string, number> {
    return new Map(features.flatMap((f) => (f.label ? [[f.tag, this.idOf(f.label.text)] as const] : [])));
  }

  get texts(): ReadonlyMap<number, string> {
    return new Map([...this.standard, ...[...this.own].map(([text, id]) => [id, text] as const)]);
  }
}

const fileStem = (family: string, style: string): string =>
  safeFileName(postScriptName(family, style), 'font');

/** Name of a made file: "SkerryLane-Regular.otf". */
export const fontFileName = (family: string, style: string, format: string): string =>
  `${fileStem(family, style)}.${format}`;

/** The same for a casting, which may want its version in it, so that new files lie beside old ones: "SkerryLane-Regular-1.001.otf". */
export const castName = (
  { family, version, versioned }: CastingRow,
  style: string,
  ending: string,
): string =>
  versioned
    ? `${fileStem(family, style)}-${versionOf(version)}.${ending}`
    : fontFileName(family, style, ending);

/** A version as font files have it, three digits behind the point ("1.25" is 1.250): OpenType, head.fontRevision. */
export const versionOf = (typed: string): string => Number(typed.replace(',', '.')).toFixed(3);
