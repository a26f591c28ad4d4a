// OpenType 1.9.1, 'GPOS', lookup types 3 "Cursive attachment", 4 "Mark to base" and 6 "Mark to mark".
import { nth } from '../../../../foundations/lists/nth';
import type { Joins, Marks, Place } from '../../layout/model';
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

/** Marks and what they go to, letters or other marks: both subtables have the same form. */
export function readMarks(from: Source, at: number): Marks {
  const { bytes } = from;
  const r = new ByteReader(bytes, at + 2);
  const [markGlyphs, baseGlyphs] = [at + r.uint16(), at + r.uint16()].map((c) => readCoverage(bytes, c)) as [
    number[],
    number[],
  ];
  const classes = r.uint16();
  const [marksAt, basesAt] = [at + r.uint16(), at + r.uint16()];
  const m = new ByteReader(bytes, marksAt);
  const marks = m.list(m.uint16(), () => ({ markClass: m.uint16(), at: readAnchor(from, marksAt + m.uint16()) }));
  const b = new ByteReader(bytes, basesAt);
  const bases = b.list(b.uint16(), () => b.list(classes, () => orNone(from, basesAt, b.uint16())));
  return {
    classes,
    marks: marks.map((mark, i) => ({ ...mark, glyph: nth(markGlyphs, i) })),
    bases: bases.map((places, i) => ({ glyph: nth(baseGlyphs, i), at: places })),
  };
} // prettier-ignore

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
