// OpenType 1.9.1, 'GPOS' lookup type 4 (mark to base attachment) and 'GDEF' glyph classes.
import { ByteWriter } from '../bytes';
import { buildClassDef, buildCoverage } from './coverage';

interface Place {
  readonly x: number;
  readonly y: number;
}

/** Where marks meet letters, in whole em units; glyphs by index, classes by number from 0. */
export interface Marks {
  readonly classes: number;
  /** Each mark belongs to one class and has one place. */
  readonly marks: readonly { readonly glyph: number; readonly markClass: number; readonly at: Place }[];
  /** A letter's place for each class; null = none. */
  readonly bases: readonly { readonly glyph: number; readonly at: readonly (Place | null)[] }[];
}

const anchor = (p: Place): Uint8Array => new ByteWriter().uint16(1).int16(p.x).int16(p.y).done();

function buildMarks(marks: Marks['marks']): Uint8Array {
  const w = new ByteWriter().uint16(marks.length);
  marks.forEach((m, i) => w.uint16(m.markClass).uint16(2 + 4 * marks.length + 6 * i));
  for (const m of marks) w.bytes(anchor(m.at));
  return w.done();
}

function buildBases(bases: Marks['bases']): Uint8Array {
  const w = new ByteWriter().uint16(bases.length);
  const cells = bases.flatMap((b) => b.at);
  let offset = 2 + 2 * cells.length;
  for (const at of cells) {
    w.uint16(at ? offset : 0);
    if (at) offset += 6;
  }
  for (const at of cells) if (at) w.bytes(anchor(at));
  return w.done();
}

const byGlyph = (a: { readonly glyph: number }, b: { readonly glyph: number }) => a.glyph - b.glyph;

/** The subtable of mark to base attachment; null without a mark or without a letter for any. */
export function markSubtable({ classes, marks, bases }: Marks): Uint8Array | null {
  if (marks.length === 0 || bases.length === 0) return null;
  const [m, b] = [[...marks].sort(byGlyph), [...bases].sort(byGlyph)];
  const markCoverage = buildCoverage(m.map((x) => x.glyph));
  const baseCoverage = buildCoverage(b.map((x) => x.glyph));
  const markArray = buildMarks(m);
  const head = 12;
  return new ByteWriter()
    .uint16(1)
    .uint16(head)
    .uint16(head + markCoverage.length)
    .uint16(classes)
    .uint16(head + markCoverage.length + baseCoverage.length)
    .uint16(head + markCoverage.length + baseCoverage.length + markArray.length)
    .bytes(markCoverage)
    .bytes(baseCoverage)
    .bytes(markArray)
    .bytes(buildBases(b))
    .done();
}

const [BASE_GLYPH, MARK_GLYPH] = [1, 3];

/** GDEF 1.0 with glyph classes: which glyphs are marks, which letters. Null without a mark. */
export function buildGdef(glyphs: number, marks: Marks): Uint8Array | null {
  if (marks.marks.length === 0) return null;
  const classes = new Map(Array.from({ length: glyphs - 1 }, (_, i) => [i + 1, BASE_GLYPH]));
  for (const m of marks.marks) classes.set(m.glyph, MARK_GLYPH);
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint16(12)
    .uint16(0)
    .uint16(0)
    .uint16(0)
    .bytes(buildClassDef(classes))
    .done();
}
