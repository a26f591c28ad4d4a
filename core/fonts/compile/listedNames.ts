import type { CastingRow } from '../../project/document/schema';
import { NAME_ID } from '../opentype/tables/name';
import { fontNames } from './fontNames';

/** Under which family a style is listed, and what it is called there. */
export interface ListedName {
  readonly family: string;
  readonly style: string;
}

/**
 * How a style is listed: by programs that know families of four styles, as most of Windows do (OpenType, name IDs 1 and 2), and by those that know
 * families of any size, as macOS and Linux do (name IDs 16 and 17 where there are such).
 */
export function listedNames(
  casting: CastingRow,
  style: string,
): { readonly ofFour: ListedName; readonly ofAny: ListedName } {
  const names = fontNames({ ...casting, style, madeUnixS: 0 });
  const said = (id: number) => names.get(id) ?? '';
  const ofFour = { family: said(NAME_ID.family), style: said(NAME_ID.style) };
  return {
    ofFour,
    ofAny: {
      family: names.get(NAME_ID.typographicFamily) ?? ofFour.family,
      style: names.get(NAME_ID.typographicStyle) ?? ofFour.style,
    },
  };
}
