import { unzlibSync } from 'fflate';
import type { Contour } from '../../../foundations/geometry/contour';
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import { parseSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../sfnt';
import { HEAD } from '../tables/head';
import { HHEA } from '../tables/hhea';
import { parseHmtx, type HMetric } from '../tables/hmtx';
import { MAXP_CFF } from '../tables/maxp';
import { OS2 } from '../tables/os2';
import type { RecordOf } from '../struct';
import { ByteReader } from './byteReader';
import { cubicContour } from './quadToCubic';
import { readCff } from './readCff';
import { readCff2 } from './readCff2';
import { readCmap, unicodeMapping, type CmapSubtable } from './readCmap';
import { readGlyf, setByBearings, wholeContours, type ReadGlyph } from './readGlyf';
import type { Vary } from './readRegions';
import { readName, type NameRecord } from './readName';
import { readPostNames } from './readPost';
import { woff2Tables, type Unbrotli } from './readWoff2';

/** A font file as it was read: tables, and what is in those that every font has. Glyphs by index. */
export interface FontFile {
  readonly tables: ReadonlyMap<string, Uint8Array>;
  readonly outlines: 'otf' | 'ttf';
  readonly head: RecordOf<typeof HEAD>;
  readonly hhea: RecordOf<typeof HHEA>;
  readonly os2: RecordOf<typeof OS2>;
  readonly metrics: readonly HMetric[];
  readonly names: readonly NameRecord[];
  readonly cmap: readonly CmapSubtable[];
  readonly mapping: ReadonlyMap<number, number>;
  readonly glyphNames: readonly string[];
  /** Outlines as cubics, in the font's units, y up. */
  readonly contours: readonly (readonly Contour[])[];
  /** Glyphs as 'glyf' has them; none with CFF outlines. */
  readonly glyf: readonly ReadGlyph[];
  /** What kerning and anchors of a variable font vary by at its place; null at its default. */
  readonly vary: Vary | null;
}

const WOFF = 0x774f4646;
const WOFF2 = 0x774f4632;
const TRUE = 0x74727565;
/** More than any font's table: what a damaged header could ask for. */
const MOST_BYTES = 256 << 20;

/** Tables of a WOFF file, unpacked (WOFF 1.0, 5 "Table directory"). */
function woffTables(bytes: Uint8Array): Map<string, Uint8Array> {
  const r = new ByteReader(bytes, 12);
  const count = r.uint16();
  r.at = 44;
  const tables = new Map<string, Uint8Array>();
  for (let i = 0; i < count; i++) {
    const tag = r.tag();
    const [at, packed, length] = [r.uint32(), r.uint32(), r.uint32()];
    r.uint32();
    if (length > MOST_BYTES) throw new RangeError(`table ${tag} says it has ${length} bytes`);
    const data = new ByteReader(bytes, at).take(packed);
    tables.set(tag, packed < length ? unzlibSync(data, { out: new Uint8Array(length) }) : data);
  }
  return tables;
}

const NEEDED = ['head', 'hhea', 'maxp', 'OS/2', 'hmtx', 'name', 'cmap'] as const;

/** Reads an OTF, TTF, WOFF or, with what unpacks it, a WOFF2 file. Fails with 'font-unreadable' and what is wrong with it. */
export function readFont(bytes: Uint8Array, unbrotli?: Unbrotli): Result<FontFile> {
  const unreadable = (reason: string) => fail({ code: 'font-unreadable', reason });
  if (bytes.length < 12) return unreadable('it is too short');
  const version = new ByteReader(bytes).uint32();
  if (![WOFF, ...(unbrotli ? [WOFF2] : []), SFNT_CFF, SFNT_TRUETYPE, TRUE].includes(version))
    return unreadable(`it is no OTF, TTF or ${unbrotli ? 'WOFF file' : 'WOFF file that is read here'}`);
  try {
    const tables =
      version === WOFF
        ? woffTables(bytes)
        : version === WOFF2 && unbrotli
          ? woff2Tables(bytes, unbrotli)
          : parseSfnt(bytes).tables;
    const missing = NEEDED.find((tag) => !tables.has(tag));
    if (missing) return unreadable(`the table ${missing} is missing`);
    if (!tables.has('CFF ') && !tables.has('CFF2') && !(tables.has('glyf') && tables.has('loca')))
      return unreadable('it has no outlines (CFF, CFF2 or glyf)');
    return ok(fontOf(tables));
  } catch (error) {
    return unreadable(error instanceof Error ? error.message : String(error));
  }
}

/** Older versions of a table are shorter: what they don't say is 0. */
function padded(bytes: Uint8Array, size: number): Uint8Array {
  if (bytes.length >= size) return bytes;
  const whole = new Uint8Array(size);
  whole.set(bytes);
  return whole;
}

function fontOf(tables: ReadonlyMap<string, Uint8Array>): FontFile {
  const table = (tag: string): Uint8Array => tables.get(tag) ?? new Uint8Array(0);
  const head = HEAD.parse(table('head'));
  const hhea = HHEA.parse(table('hhea'));
  const { numGlyphs } = MAXP_CFF.parse(table('maxp'));
  const cff = tables.has('CFF ') ? readCff(table('CFF ')) : null;
  const cff2 = tables.has('CFF2') ? readCff2(table('CFF2')) : null;
  const metrics = parseHmtx(table('hmtx'), numGlyphs, hhea.numberOfHMetrics);
  const glyf =
    cff || cff2
      ? []
      : setByBearings(
          readGlyf(table('glyf'), table('loca'), numGlyphs, head.indexToLocFormat === 1),
          metrics,
        );
  const cmap = readCmap(table('cmap'));
  return {
    tables,
    outlines: cff || cff2 ? 'otf' : 'ttf',
    head,
    hhea,
    os2: OS2.parse(padded(table('OS/2'), OS2.size)),
    metrics,
    names: readName(table('name')),
    cmap,
    mapping: unicodeMapping(cmap),
    glyphNames: cff?.glyphNames ?? readPostNames(table('post')),
    contours:
      (cff?.outlines ?? cff2)?.map((o) => o.contours) ??
      glyf.map((_, i) => wholeContours(glyf, i).flatMap((c) => cubicContour(c) ?? [])),
    glyf,
    vary: null,
  };
}
