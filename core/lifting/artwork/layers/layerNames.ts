import { readCharacterName, type CharacterName } from '../nameFiles';

/** Drawing programs write what an XML name may not hold as its code: `_x23_` is "#". */
const unescaped = (name: string): string =>
  name.replace(/_x([0-9A-F]{2,6})_/gi, (_, hex: string) => String.fromCodePoint(parseInt(hex, 16)));

/** The character a layer is named after ("A", "ampersand", "f_i", "a.ss01", "Ä"); null for any other name ("Layer 1"). */
export function characterOfLayer(name: string): CharacterName | null {
  const plain = unescaped(name).trim();
  const read = plain === '' ? null : readCharacterName(plain);
  return read === null || read.char === null ? null : read;
}
