// OpenType 1.9.1, 'GDEF': kinds of glyphs, classes and sets of marks.
import { ByteReader } from './byteReader';
import { readClasses, readCoverage } from './layout/common';

/** What a font says of its glyphs, by index. */
export interface ReadGdef {
  readonly marks: readonly number[];
  readonly ligatures: readonly number[];
  readonly bases: readonly number[];
  /** The class of marks that lookups may see alone. */
  readonly markClasses: ReadonlyMap<number, number>;
  readonly markSets: readonly (readonly number[])[];
}

const NOTHING: ReadGdef = { marks: [], ligatures: [], bases: [], markClasses: new Map(), markSets: [] };
/** OpenType, 'GDEF', "Glyph class definition table". */
const KIND = { base: 1, ligature: 2, mark: 3 } as const;
/** Version 1.2 and later have sets of marks. */
const WITH_SETS = 2;

/** A font without the table says nothing of them. RangeError where it is cut off. */
export function readGdef(bytes: Uint8Array | undefined): ReadGdef {
  if (!bytes) return NOTHING;
  const r = new ByteReader(bytes, 2);
  const minor = r.uint16();
  const kindsAt = r.uint16();
  r.at += 4;
  const markClassesAt = r.uint16();
  const setsAt = minor >= WITH_SETS ? r.uint16() : 0;
  const kinds = kindsAt === 0 ? new Map<number, number>() : readClasses(bytes, kindsAt);
  const of = (kind: number) => [...kinds].flatMap(([g, k]) => (k === kind ? [g] : []));
  return {
    marks: of(KIND.mark),
    ligatures: of(KIND.ligature),
    bases: of(KIND.base),
    markClasses: markClassesAt === 0 ? new Map() : readClasses(bytes, markClassesAt),
    markSets: setsAt === 0 ? [] : readSets(bytes, setsAt),
  };
}

function readSets(bytes: Uint8Array, at: number): (readonly number[])[] {
  const r = new ByteReader(bytes, at + 2);
  return r.list(r.uint16(), () => readCoverage(bytes, at + r.uint32()));
}
