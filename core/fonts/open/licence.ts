import { nameOf } from '../opentype/read/readName';
import type { FontFile } from '../opentype/read/readFont';
import type { Embedding } from '../../project/document/rows/casting';

/** What a font says of what may be done with it. */
export interface FontLicence {
  readonly family: string;
  readonly copyright: string;
  readonly licence: string;
  readonly licenceUrl: string;
  /** OpenType, OS/2, fsType. */
  readonly embedding: Embedding;
  /** Names that no altered font may have (SIL Open Font License 1.1, "Reserved Font Name"; wording from memory). */
  readonly reserved: readonly string[];
}

/** Name ids (OpenType 1.9.1, 'name', "Name IDs"). */
const ID = { copyright: 0, family: 1, licence: 13, licenceUrl: 14, typographicFamily: 16 } as const;

const RESERVED = /\bwith Reserved Font Names?\b[:\s]*([^.\n]+)/gi;

/** Names after "with Reserved Font Name", in quotes or parted by commas and "and". */
export function reservedNames(text: string): string[] {
  const found = [...text.matchAll(RESERVED)].flatMap(([, list = '']) => {
    const quoted = [...list.matchAll(/["\u2018\u201c']([^"\u2019\u201d']+)["\u2019\u201d']/g)].flatMap(
      (m) => m[1] ?? [],
    );
    return quoted.length > 0 ? quoted : list.split(/,|\band\b/);
  });
  return [...new Set(found.map((n) => n.trim()).filter((n) => n !== ''))];
}

function embeddingOf(fsType: number): Embedding {
  // Of several bits the least restrictive counts (OpenType, OS/2, fsType).
  if (fsType & 8) return 'edit';
  if (fsType & 4) return 'view';
  return fsType & 2 ? 'never' : 'install';
}

export function licenceOf({ names, os2 }: FontFile): FontLicence {
  const text = (id: number) => nameOf(names, id)?.trim() ?? '';
  const [copyright, licence] = [text(ID.copyright), text(ID.licence)];
  return {
    family: text(ID.typographicFamily) || text(ID.family),
    copyright,
    licence,
    licenceUrl: text(ID.licenceUrl),
    embedding: embeddingOf(os2.fsType),
    reserved: reservedNames(`${copyright}\n${licence}`),
  };
}
