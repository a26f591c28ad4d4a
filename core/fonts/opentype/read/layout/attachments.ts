// OpenType 1.9.1, 'GPOS', lookup types 3 "Cursive attachment", 4 "Mark to base" and 6 "Mark to mark".
import { nth } from '../../../../foundations/lists/nth';
import type { Joins, LigatureMarks, Marks, Place } from '../../layout/model';
import { ByteReader } from '../byteReader';
import { variedBy } from '../readRegions';
import { readCoverage, type ReadLayout } from './common';

type Source = Pick<ReadLayout, 'bytes' | 'vary'>;

/** Form of an anchor that says what it varies by. */
const VARYING = 3;

function readAnchor({ bytes, vary }: Source, at: number): Place {
  const r = new ByteReader(bytes, at);
  const format = r.uint16();
  const [x, y] = [r.int16(), r.int16()];
  if (format !== VARYING || !vary) return { x, y };
  const by = (offset: number) => (offset === 0 ? 0 : variedBy(bytes, at + offset, vary));
  return { x: x + by(r.uint16()), y: y + by(r.uint16()) };
}

const orNone = (from: Source, base: number, offset: number): Place | null =>
  offset === 0 ? null : readAnchor(from, base + offset);

/** The marks of a subtable, what they go to, and where the list of its places begins. */
function readMarkHead(from: Source, at: number) {
  const { bytes } = from;
  const r = new ByteReader(bytes, at + 2);
  const markGlyphs = readCoverage(bytes, at + r.uint16());
  const glyphs = readCoverage(bytes, at + r.uint16());
  const classes = r.uint16();
  const [marksAt, placesAt] = [at + r.uint16(), at + r.uint16()];
  const m = new ByteReader(bytes, marksAt);
  const marks = m.list(m.uint16(), () => ({ markClass: m.uint16(), at: readAnchor(from, marksAt + m.uint16()) }));
  return { glyphs, classes, placesAt, marks: marks.map((mark, i) => ({ ...mark, glyph: nth(markGlyphs, i) })) };
} // prettier-ignore

/** Marks and what they go to, letters or other marks: both subtables have the same form. */
export function readMarks(from: Source, at: number): Marks {
  const { glyphs, classes, placesAt, marks } = readMarkHead(from, at);
  const b = new ByteReader(from.bytes, placesAt);
  const bases = b.list(b.uint16(), () => b.list(classes, () => orNone(from, placesAt, b.uint16())));
  return { classes, marks, bases: bases.map((places, i) => ({ glyph: nth(glyphs, i), at: places })) };
}

/** Marks on ligatures, which have places for each of their letters. */
export function readLigatureMarks(from: Source, at: number): LigatureMarks {
  const { glyphs, classes, placesAt, marks } = readMarkHead(from, at);
  const l = new ByteReader(from.bytes, placesAt);
  const ligatures = l.list(l.uint16(), () => {
    const own = placesAt + l.uint16();
    const c = new ByteReader(from.bytes, own);
    return c.list(c.uint16(), () => c.list(classes, () => orNone(from, own, c.uint16())));
  });
  return { classes, marks, ligatures: ligatures.map((places, i) => ({ glyph: nth(glyphs, i), at: places })) };
}

/** Where strokes of a joined script come in and go out. */
export function readJoins(from: Source, at: number): Joins[] {
  const { bytes } = from;
  const r = new ByteReader(bytes, at + 2);
  const glyphs = readCoverage(bytes, at + r.uint16());
  const places = r.list(r.uint16(), () => [r.uint16(), r.uint16()] as const);
  return places.map(([entry, exit], i) => ({
    glyph: nth(glyphs, i),
    entry: orNone(from, at, entry),
    exit: orNone(from, at, exit),
  }));
}
