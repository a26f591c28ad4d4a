// OpenType 1.9.1, 'glyf' and 'loca': simple and composite glyphs read.
import { applyAffine, type Affine } from '../../../foundations/geometry/affine';
import type { Box } from '../../../foundations/geometry/measure';
import { nth } from '../../../foundations/lists/nth';
import type { QuadContour, QuadPoint } from '../tables/glyf';
import { PART_FLAGS } from '../tables/compositeGlyph';
import { ByteReader } from './byteReader';

/** A part of a composite glyph: which glyph, and how it lies. */
interface GlyfPart {
  readonly glyph: number;
  readonly transform: Affine;
  /** The composite is set by this part's bearings, not by its own. */
  readonly setsMetrics: boolean;
}

export interface ReadGlyph {
  /** The box that the table states; null for a glyph without outline. */
  readonly box: Box | null;
  /** Its own outline; none for a composite. */
  readonly contours: readonly QuadContour[];
  readonly parts: readonly GlyfPart[];
  readonly instructions: number;
}

const POINT = { onCurve: 1, xShort: 2, yShort: 4, repeat: 8, xSame: 16, ySame: 32 } as const;
const EMPTY: ReadGlyph = { box: null, contours: [], parts: [], instructions: 0 };

/** All glyphs. RangeError where a table is cut off or offsets run backwards. */
export function readGlyf(glyf: Uint8Array, loca: Uint8Array, count: number, long: boolean): ReadGlyph[] {
  const reader = new ByteReader(loca);
  const at = reader.list(count + 1, () => (long ? reader.uint32() : reader.uint16() * 2));
  return Array.from({ length: count }, (_, i) => {
    const [from, to] = [nth(at, i), nth(at, i + 1)];
    if (to < from || to > glyf.length)
      throw new RangeError(`glyph ${i} lies at ${from} to ${to} of ${glyf.length}`);
    return to === from ? EMPTY : readGlyph(new ByteReader(glyf, from));
  });
}

function readGlyph(r: ByteReader): ReadGlyph {
  const contours = r.int16();
  const [xMin, yMin, xMax, yMax] = [r.int16(), r.int16(), r.int16(), r.int16()];
  const box = { xMin, yMin, xMax, yMax };
  return contours < 0
    ? { ...EMPTY, box, parts: readParts(r) }
    : { ...EMPTY, box, ...readSimple(r, contours) };
}

function readSimple(r: ByteReader, count: number): Pick<ReadGlyph, 'contours' | 'instructions'> {
  const ends = r.list(count, () => r.uint16());
  const instructions = r.uint16();
  r.take(instructions);
  const total = (ends[ends.length - 1] ?? -1) + 1;
  const flags: number[] = [];
  while (flags.length < total) {
    const flag = r.uint8();
    const times = flag & POINT.repeat ? r.uint8() + 1 : 1;
    for (let k = 0; k < times && flags.length < total; k++) flags.push(flag);
  }
  const axis = (short: number, same: number) => {
    let v = 0;
    return flags.map((f) => {
      if (f & short) v += f & same ? r.uint8() : -r.uint8();
      else if (!(f & same)) v += r.int16();
      return v;
    });
  };
  const xs = axis(POINT.xShort, POINT.xSame);
  const ys = axis(POINT.yShort, POINT.ySame);
  const points = flags.map((f, i): QuadPoint => ({
    x: nth(xs, i),
    y: nth(ys, i),
    on: (f & POINT.onCurve) !== 0,
  }));
  return { contours: ends.map((end, i) => points.slice((ends[i - 1] ?? -1) + 1, end + 1)), instructions };
}

const f2dot14 = (r: ByteReader): number => r.int16() / 16384;

function readParts(r: ByteReader): GlyfPart[] {
  const parts: GlyfPart[] = [];
  for (let flags: number = PART_FLAGS.more; flags & PART_FLAGS.more;) {
    flags = r.uint16();
    const glyph = r.uint16();
    const wide = (flags & PART_FLAGS.words) !== 0;
    const [dx, dy] = wide ? [r.int16(), r.int16()] : [r.int8(), r.int8()];
    let [a, b, c, d] = [1, 0, 0, 1];
    if (flags & PART_FLAGS.scale) a = d = f2dot14(r);
    else if (flags & PART_FLAGS.twoScales) [a, d] = [f2dot14(r), f2dot14(r)];
    else if (flags & PART_FLAGS.matrix) [a, b, c, d] = [f2dot14(r), f2dot14(r), f2dot14(r), f2dot14(r)];
    // Places given by points that meet are not followed: such a part stays where it was drawn.
    const [e, f] = flags & PART_FLAGS.xyValues ? [dx, dy] : [0, 0];
    const setsMetrics = (flags & PART_FLAGS.useMyMetrics) !== 0;
    parts.push({ glyph, transform: { a, b, c, d, e, f }, setsMetrics });
  }
  return parts;
}

/** Parts of parts whose bearings count go no deeper. */
const DEEPEST = 8;

/**
 * The same glyphs with their ink where it is set: a glyph whose left bearing isn't where its box begins is moved there (OpenType 1.9.1,
 * 'hmtx'; "TrueType fundamentals", phantom points). A composite is moved as a whole, whatever is so of its parts.
 */
export function setByBearings(
  glyphs: readonly ReadGlyph[],
  bearings: readonly { readonly leftBearing: number }[],
): readonly ReadGlyph[] {
  const awayOf = (g: ReadGlyph | undefined, i: number, depth = 0): number => {
    const by = g?.parts.filter((p) => p.setsMetrics).at(-1);
    if (by && depth < DEEPEST) return awayOf(glyphs[by.glyph], by.glyph, depth + 1);
    return g?.box ? (bearings[i]?.leftBearing ?? g.box.xMin) - g.box.xMin : 0;
  };
  const away = glyphs.map((g, i) => awayOf(g, i));
  if (away.every((dx) => dx === 0)) return glyphs;
  return glyphs.map((g, i) => {
    const dx = nth(away, i);
    return {
      ...g,
      box: g.box && { ...g.box, xMin: g.box.xMin + dx, xMax: g.box.xMax + dx },
      contours: g.contours.map((c) => c.map((p) => ({ ...p, x: p.x + dx }))),
      parts: g.parts.map((p) => {
        const [t, of] = [p.transform, away[p.glyph] ?? 0];
        return { ...p, transform: { ...t, e: t.e + dx - t.a * of, f: t.f - t.b * of } };
      }),
    };
  });
}

/** Parts of a glyph with all their parts are no more: in a damaged font they could be without end. */
const MOST_PARTS = 10_000;

/** A glyph's outline with all its parts, in the font's units. RangeError for a glyph within itself and one of endless parts. */
export function wholeContours(glyphs: readonly ReadGlyph[], index: number): QuadContour[] {
  let left = MOST_PARTS;
  const whole = (i: number, above: readonly number[]): QuadContour[] => {
    const glyph = glyphs[i];
    if (!glyph) return [];
    if (above.includes(i) || left-- <= 0) throw new RangeError(`glyph ${index} has parts without end`);
    const parts = glyph.parts.flatMap((p) =>
      whole(p.glyph, [...above, i]).map((c) => c.map((q) => ({ ...applyAffine(p.transform, q), on: q.on }))),
    );
    return [...glyph.contours, ...parts];
  };
  return whole(index, []);
}
