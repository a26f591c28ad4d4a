// OpenType 1.9.1, 'GPOS': single adjustment (lookup type 1), cursive attachment (3), mark to base (4), to ligature (5) and to mark (6).
import { ByteWriter } from '../bytes';
import { buildCoverage } from './coverage';
import type { Adjustment, Joins, LigatureMarks, Marks, Place } from './model';
import { inReach, withOffsets } from './offsets';
import { VARIATION_INDEX_SIZE, variationIndex } from '../variations/variationStore';

const byGlyph = (a: { readonly glyph: number }, b: { readonly glyph: number }) => a.glyph - b.glyph;

/** An anchor, em units: format 1, or format 3 where it follows the axis of a variable font. */
function anchor({ x, y, varies }: Place): Uint8Array {
  const indices = [varies?.x ?? null, varies?.y ?? null];
  if (indices.every((i) => i === null)) return new ByteWriter().uint16(1).int16(x).int16(y).done();
  const w = new ByteWriter().uint16(3).int16(x).int16(y);
  let at = 10;
  for (const i of indices) {
    w.uint16(i ? at : 0);
    if (i) at += VARIATION_INDEX_SIZE;
  }
  for (const i of indices) if (i) w.bytes(variationIndex(i));
  return w.done();
}

/** Places as offsets from where their list begins (0 = none), `head` bytes before the first anchor, and the anchors. */
function anchorsAt(
  places: readonly (Place | null)[],
  head: number,
): { offsets: number[]; bytes: Uint8Array } {
  const w = new ByteWriter();
  const offsets = places.map((p) => {
    if (!p) return 0;
    const at = head + w.length;
    w.bytes(anchor(p));
    return at;
  });
  return { offsets, bytes: w.done() };
}

/** Most bytes of an anchor. */
const ANCHOR_SIZE = 10 + 2 * VARIATION_INDEX_SIZE;

const VALUE = { x: 1, y: 2, advance: 4 } as const;

/** Type 1: format 1 where all are moved alike, otherwise format 2. */
export function adjustSubtables(map: readonly (readonly [number, Adjustment])[]): Uint8Array[] {
  const sorted = [...map].sort((a, b) => a[0] - b[0]);
  if (sorted.length === 0) return [];
  const keys = (['x', 'y', 'advance'] as const).filter((k) => sorted.some(([, v]) => v[k]));
  const format = keys.reduce((n, k) => n | VALUE[k], 0);
  const records = sorted.map(([, v]) => keys.map((k) => v[k] ?? 0));
  const alike = records.every((r) => r.join() === records[0]?.join());
  const written = alike ? records.slice(0, 1) : records;
  const w = new ByteWriter().uint16(alike ? 1 : 2);
  w.uint16((alike ? 6 : 8) + 2 * written.flat().length).uint16(format);
  if (!alike) w.uint16(records.length);
  for (const v of written.flat()) w.int16(v);
  return [w.bytes(buildCoverage(sorted.map(([g]) => g))).done()];
}

/** Type 3: where each glyph is entered and left. */
export function cursiveSubtables(joins: readonly Joins[]): Uint8Array[] {
  const sorted = [...joins].sort(byGlyph);
  const sizeOf = () => 4 + 2 + 2 * ANCHOR_SIZE;
  return inReach(sorted, sizeOf, 8).map((part) => {
    const head = 6 + 4 * part.length;
    const { offsets, bytes } = anchorsAt(
      part.flatMap((j) => [j.entry, j.exit]),
      head,
    );
    const w = new ByteWriter()
      .uint16(1)
      .uint16(head + bytes.length)
      .uint16(part.length);
    for (const at of offsets) w.uint16(at);
    return w
      .bytes(bytes)
      .bytes(buildCoverage(part.map((j) => j.glyph)))
      .done();
  });
}

function markArray(marks: Marks['marks']): Uint8Array {
  const w = new ByteWriter().uint16(marks.length);
  const { offsets, bytes } = anchorsAt(
    marks.map((m) => m.at),
    2 + 4 * marks.length,
  );
  marks.forEach((m, i) => w.uint16(m.markClass).uint16(offsets[i] ?? 0));
  return w.bytes(bytes).done();
}

function baseArray(bases: Marks['bases']): Uint8Array {
  const w = new ByteWriter().uint16(bases.length);
  const cells = bases.flatMap((b) => b.at);
  const { offsets, bytes } = anchorsAt(cells, 2 + 2 * cells.length);
  for (const at of offsets) w.uint16(at);
  return w.bytes(bytes).done();
}

/** Type 5's list of ligatures: each with its letters, each of these with its places by class. */
function ligatureArray(ligatures: LigatureMarks['ligatures']): Uint8Array {
  const attach = ligatures.map(({ at }) => {
    const cells = at.flat();
    const w = new ByteWriter().uint16(at.length);
    const { offsets, bytes } = anchorsAt(cells, 2 + 2 * cells.length);
    for (const o of offsets) w.uint16(o);
    return w.bytes(bytes).done();
  });
  return new ByteWriter().uint16(ligatures.length).bytes(withOffsets(2, attach)).done();
}

interface OnGlyphs {
  readonly classes: number;
  readonly marks: Marks['marks'];
  readonly glyphs: readonly number[];
  /** The list of what they go to. */
  readonly list: Uint8Array;
}

/** Types 4 to 6: marks, and what they go to. */
function markSubtable({ classes, marks, glyphs, list }: OnGlyphs): Uint8Array {
  const m = [...marks].sort(byGlyph);
  const markCoverage = buildCoverage(m.map((x) => x.glyph));
  const coverage = buildCoverage(glyphs);
  const own = markArray(m);
  const head = 12;
  const atMarks = head + markCoverage.length + coverage.length;
  return new ByteWriter()
    .uint16(1)
    .uint16(head)
    .uint16(head + markCoverage.length)
    .uint16(classes)
    .uint16(atMarks)
    .uint16(atMarks + own.length)
    .bytes(markCoverage)
    .bytes(coverage)
    .bytes(own)
    .bytes(list)
    .done();
}

/** Types 4 and 6, which are written alike; many letters go in several subtables. None without a mark or without a letter for any. */
export function markSubtables({ classes, marks, bases }: Marks): Uint8Array[] {
  if (marks.length === 0 || bases.length === 0) return [];
  const sizeOf = () => classes * (2 + ANCHOR_SIZE);
  return inReach([...bases].sort(byGlyph), sizeOf, 0x1000).map((part) =>
    markSubtable({ classes, marks, glyphs: part.map((x) => x.glyph), list: baseArray(part) }),
  );
}

/** Type 5, as `markSubtables`. */
export function ligatureMarkSubtables({ classes, marks, ligatures }: LigatureMarks): Uint8Array[] {
  if (marks.length === 0 || ligatures.length === 0) return [];
  const sizeOf = (l: LigatureMarks['ligatures'][number]) => 4 + l.at.length * classes * (2 + ANCHOR_SIZE);
  return inReach([...ligatures].sort(byGlyph), sizeOf, 0x1000).map((part) =>
    markSubtable({ classes, marks, glyphs: part.map((x) => x.glyph), list: ligatureArray(part) }),
  );
}
