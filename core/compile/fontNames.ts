import { NAME_ID } from '../opentype/tables/name';

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
}

/** Styles that every program groups by the family name alone. */
const RIBBI = new Set(['Regular', 'Bold', 'Italic', 'Bold Italic']);

/** PostScript names: printable ASCII without the ten delimiters, at most 63 characters (OpenType, name id 6). */
export function postScriptName(family: string, style: string): string {
  const clean = (text: string) =>
    text
      .normalize('NFD')
      .replace(/[^\x21-\x7e]/g, '')
      .replace(/[[\](){}<>/%-]/g, '');
  return `${clean(family) || 'Untitled'}-${clean(style) || 'Regular'}`.slice(0, 63);
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
    [NAME_ID.unique, `${input.version};${postScriptName(family, style)}`],
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

/** Name of a made file: "SkerryLane-Regular.otf". */
export const fontFileName = (family: string, style: string, format: string): string =>
  `${postScriptName(family, style)}.${format}`;
