import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { glyphLookups } from './queries/lookups';
import type { Doc, GlyphRow, TableName } from './schema';

/** Hex digits of an id: 48 bits, so that among 10,000 rows two meet once in five million projects. */
const DIGITS = 12;

/**
 * An id that no row of the table has. Ids are opaque: they say nothing of a row's name, place or sheet, and nothing may read
 * them. They depend on the project, the table and a label only (clock and chance stay outside core), so that the same steps
 * give the same project wherever they are made. `isTaken` also has to know ids that the edit under way gives or removes. In a family
 * they depend on the style in hand as well: a style's view (`inStyle`) doesn't know the ids of the others.
 */
export function newId(
  doc: Doc,
  table: TableName,
  label: string,
  isTaken: (id: string) => boolean = (id) => doc[table][id] !== undefined,
): string {
  const project = Object.values(doc.project)[0];
  const isFamily = Object.keys(doc.styles).length > 1;
  const own = project && isFamily ? `${project.styleId}\n${label}` : label;
  for (let k = 0; ; k++) {
    const id = idFor(project?.id ?? '', table, own, k);
    if (!isTaken(id)) return id;
  }
}

/** The k-th choice of an id in a project's table under a label. */
export const idFor = (projectId: string, table: TableName, label: string, k = 0): string =>
  bytesToHex(sha256(utf8ToBytes(`${projectId}\n${table}\n${label}\n${k}`))).slice(0, DIGITS);

/** The glyph of a name in the style in hand; names are unique within a style. */
export function glyphNamed(doc: Doc, name: string): GlyphRow | undefined {
  const styleId = Object.values(doc.project)[0]?.styleId;
  return glyphLookups(doc.glyphs)
    .byName.get(name)
    ?.find((g) => !styleId || g.styleId === styleId);
}
