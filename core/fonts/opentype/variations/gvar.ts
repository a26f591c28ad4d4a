// OpenType 1.9.1, 'gvar': how the points of TrueType outlines move. One axis.
import { nth } from '../../../foundations/lists/nth';
import type { Vec } from '../../../foundations/geometry/vec';
import { ByteWriter } from '../bytes';
import type { QuadContour } from '../tables/glyf';
import { neededPoints } from './inferredDeltas';
import { ALL_POINTS, packedDeltas, packedPoints } from './packed';
import { f2dot14, isPlain, type Region } from './regions';

/** A glyph in one style. */
interface GlyphVersion {
  readonly contours: readonly QuadContour[];
  readonly advance: number;
  /** Places of the parts of a composite glyph, which has no contours of its own; em units. */
  readonly parts: readonly Vec[];
}

/** A glyph as the default style has it, and in every other style: the same points and parts in the same order. */
export interface VaryingGlyph extends GlyphVersion {
  readonly others: readonly GlyphVersion[];
}

/** Deltas that are left out lie within this of what follows from their neighbours, em units. */
const TOLERANCE = 0.4;
const PHANTOM_POINTS = 4;
const FLAG = { sharedPoints: 0x8000, intermediate: 0x4000, privatePoints: 0x2000 } as const;
const LONG_OFFSETS = 1;

/** One style's changes to a glyph: the points that are stored, and their deltas. */
interface Tuple {
  readonly region: number;
  readonly points: Uint8Array;
  readonly deltas: Uint8Array;
}

const by = (to: Vec, from: Vec): Vec => ({ x: to.x - from.x, y: to.y - from.y });

/** What one style changes; null when it changes nothing. */
function tupleOf(glyph: VaryingGlyph, region: number): Tuple | null {
  const other = nth(glyph.others, region);
  const needed: number[] = [];
  const deltas: Vec[] = [];
  glyph.contours.forEach((c, k) => {
    const moves = c.map((p, i) => by(nth(nth(other.contours, k), i), p));
    for (const i of neededPoints(c, moves, TOLERANCE)) needed.push(deltas.length + i);
    deltas.push(...moves);
  });
  // Each part of a composite counts as a point; nothing follows from its neighbours.
  glyph.parts.forEach((p, i) => {
    const move = by(nth(other.parts, i), p);
    if (move.x !== 0 || move.y !== 0) needed.push(deltas.length);
    deltas.push(move);
  });
  const total = deltas.length + PHANTOM_POINTS;
  const widening = other.advance - glyph.advance;
  // The second of the four points that stand for metrics is the advance width.
  if (widening !== 0) needed.push(deltas.length + 1);
  if (needed.length === 0) return null;
  deltas.push({ x: 0, y: 0 }, { x: widening, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 0 });
  const packed = (of: readonly number[]) =>
    new ByteWriter()
      .bytes(packedDeltas(of.map((i) => nth(deltas, i).x)))
      .bytes(packedDeltas(of.map((i) => nth(deltas, i).y)))
      .done();
  const some = { region, points: packedPoints(needed), deltas: packed(needed) };
  const all = { region, points: ALL_POINTS, deltas: packed(Array.from({ length: total }, (_, i) => i)) };
  const size = (t: Tuple) => t.points.length + t.deltas.length;
  return size(all) < size(some) ? all : some;
}

const same = (a: Uint8Array, b: Uint8Array) => a.length === b.length && a.every((v, i) => v === b[i]);

/** All changes to a glyph; no bytes when it never changes. Point numbers that all styles need are stored once. */
function glyphVariations(glyph: VaryingGlyph, regions: readonly Region[]): Uint8Array {
  const tuples = regions.flatMap((_, region) => tupleOf(glyph, region) ?? []);
  const first = tuples[0];
  if (!first) return new Uint8Array(0);
  const shared = tuples.every((t) => same(t.points, first.points));
  const headers = new ByteWriter();
  const data = new ByteWriter().bytes(shared ? first.points : []);
  for (const t of tuples) {
    const region = nth(regions, t.region);
    const own = shared ? t.deltas : new ByteWriter().bytes(t.points).bytes(t.deltas).done();
    const intermediate = isPlain(region) ? 0 : FLAG.intermediate;
    headers.uint16(own.length).uint16(t.region | intermediate | (shared ? 0 : FLAG.privatePoints));
    if (intermediate) f2dot14(f2dot14(headers, region.start), region.end);
    data.bytes(own);
  }
  const w = new ByteWriter().uint16(tuples.length | (shared ? FLAG.sharedPoints : 0));
  w.uint16(4 + headers.length)
    .bytes(headers.done())
    .bytes(data.done());
  if (w.length % 2 === 1) w.uint8(0);
  return w.done();
}

/** Results by glyph: an unchanged one is never done twice. */
const known = new WeakMap<VaryingGlyph, { readonly key: string; readonly bytes: Uint8Array }>();

/** The whole table. `others` of each glyph are in the order of `regions`. */
export function buildGvar(glyphs: readonly VaryingGlyph[], regions: readonly Region[]): Uint8Array {
  const key = JSON.stringify(regions);
  const parts = glyphs.map((g) => {
    const before = known.get(g);
    const bytes = before?.key === key ? before.bytes : glyphVariations(g, regions);
    known.set(g, { key, bytes });
    return bytes;
  });
  const peaks = new ByteWriter();
  for (const r of regions) f2dot14(peaks, r.peak);
  const head = 20 + 4 * (glyphs.length + 1);
  const w = new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint16(1)
    .uint16(regions.length)
    .uint32(head)
    .uint16(glyphs.length)
    .uint16(LONG_OFFSETS)
    .uint32(head + peaks.length);
  let at = 0;
  for (const p of parts) {
    w.uint32(at);
    at += p.length;
  }
  w.uint32(at).bytes(peaks.done());
  for (const p of parts) w.bytes(p);
  return w.done();
}
