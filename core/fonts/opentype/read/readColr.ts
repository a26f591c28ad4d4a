// OpenType 1.9.1, 'COLR', versions 0 and 1, at a font's default.
import {
  compose,
  identity,
  rotation,
  scaling,
  translation,
  type Affine,
} from '../../../foundations/geometry/affine';
import type { Vec } from '../../../foundations/geometry/vec';
import { ByteReader } from './byteReader';
import { f2dot14 } from './readRegions';

/** A colour of the palettes; `index` null = the colour of the text. */
export interface PaletteColour {
  readonly index: number | null;
  readonly alpha: number;
}

interface PaletteStop extends PaletteColour {
  readonly at: number;
}

/** What a glyph's outline is filled with, em units, y up. */
export type ReadFill =
  | ({ readonly kind: 'flat' } & PaletteColour)
  | { readonly kind: 'linear'; readonly from: Vec; readonly to: Vec; readonly stops: readonly PaletteStop[] }
  | {
      readonly kind: 'radial';
      readonly centre: Vec;
      readonly inner: number;
      readonly radius: number;
      readonly stops: readonly PaletteStop[];
    };

/** An outline with its fill, from the lowest to the top. */
export interface ReadColourLayer {
  readonly glyph: number;
  /** Where the outline lies, and where its fill does. */
  readonly map: Affine;
  readonly fillMap: Affine;
  readonly fill: ReadFill;
}

export interface ReadColr {
  /** Layers by glyph. */
  readonly glyphs: ReadonlyMap<number, readonly ReadColourLayer[]>;
  /** What isn't read as it is, in plain words. */
  readonly leftOut: readonly string[];
}

const TEXT_COLOUR = 0xffff;
/** Paints within paints, and paints of all glyphs, at the most: a damaged table could go round for ever. */
const DEEPEST = 24;
const MOST_PAINTS = 1_000_000;

/** RangeError where the table is cut off or goes round. */
export function readColr(bytes: Uint8Array): ReadColr {
  const r = new ByteReader(bytes);
  const version = r.uint16();
  const [bases, basesAt, layersAt] = [r.uint16(), r.uint32(), r.uint32()];
  r.uint16();
  const plain = r.from(basesAt);
  const glyphs = new Map(
    plain.list(bases, () => [plain.uint16(), plain.uint16(), plain.uint16()] as const).map(([glyph, first, count]) => {
      const l = r.from(layersAt + 4 * first);
      const flat = l.list(count, () => flatLayer(l.uint16(), l.uint16()));
      return [glyph, flat] as const;
    }),
  );
  if (version === 0) return { glyphs, leftOut: [] };
  const [paintsAt, listAt] = [r.uint32(), r.uint32()];
  const painted = new Painting(bytes, paintsAt, listAt);
  return { glyphs: new Map([...glyphs, ...painted.all()]), leftOut: [...painted.leftOut] };
} // prettier-ignore

const colourOf = (index: number, alpha: number): PaletteColour => ({
  index: index === TEXT_COLOUR ? null : index,
  alpha,
});

const flatLayer = (glyph: number, colour: number): ReadColourLayer => ({
  glyph,
  map: identity,
  fillMap: identity,
  fill: { kind: 'flat', ...colourOf(colour, 1) },
});

/** Formats that come in pairs have what varies in the second one. */
const PAINT = {
  layers: 1, solid: 2, linear: 4, radial: 6, sweep: 8, glyph: 10, colrGlyph: 11, transform: 12, translate: 14, scale: 16, scaleAround: 18,
  even: 20, evenAround: 22, rotate: 24, rotateAround: 26, skew: 28, skewAround: 30, composite: 32,
} as const; // prettier-ignore
const SOURCE_OVER = 3;

const fixed = (r: ByteReader): number => (r.uint32() | 0) / 65536;
/** Angles are parts of half a turn (F2DOT14). */
const angle = (r: ByteReader): number => f2dot14(r) * Math.PI;

const around = (m: Affine, at: Vec): Affine =>
  compose(translation(at.x, at.y), compose(m, translation(-at.x, -at.y)));
const skewed = (x: number, y: number): Affine => ({ ...identity, b: Math.tan(y), c: Math.tan(-x) });

/** Version 1's graph of paints, walked into layers. */
class Painting {
  readonly leftOut = new Set<string>();
  private readonly roots: ReadonlyMap<number, number>;
  private readonly list: readonly number[];
  private seen = 0;

  constructor(
    private readonly bytes: Uint8Array,
    paintsAt: number,
    listAt: number,
  ) {
    const b = new ByteReader(bytes, paintsAt);
    this.roots = new Map(paintsAt === 0 ? [] : b.list(b.uint32(), () => [b.uint16(), paintsAt + b.uint32()] as const)); // prettier-ignore
    const l = new ByteReader(bytes, listAt);
    this.list = listAt === 0 ? [] : l.list(l.uint32(), () => listAt + l.uint32());
  }

  all(): (readonly [number, readonly ReadColourLayer[]])[] {
    return [...this.roots].map(([glyph, at]) => [glyph, this.layersAt(at, identity, 0)] as const);
  }

  private layersAt(at: number, map: Affine, deep: number): ReadColourLayer[] {
    if (deep > DEEPEST || ++this.seen > MOST_PAINTS)
      throw new RangeError('colours of a glyph that do not end');
    const r = new ByteReader(this.bytes, at);
    const format = r.uint8();
    const child = () => at + r.uint(3);
    switch (format) {
      case PAINT.layers: {
        const [count, first] = [r.uint8(), r.uint32()];
        return this.list.slice(first, first + count).flatMap((p) => this.layersAt(p, map, deep + 1));
      }
      case PAINT.glyph: {
        const inner = child();
        return this.filled(r.uint16(), inner, map, deep);
      }
      case PAINT.colrGlyph: {
        const root = this.roots.get(r.uint16());
        return root === undefined ? [] : this.layersAt(root, map, deep + 1);
      }
      case PAINT.composite: {
        const [source, mode, backdrop] = [child(), r.uint8(), child()];
        if (mode !== SOURCE_OVER) this.leftOut.add('colours that are mixed with those beneath');
        return [...this.layersAt(backdrop, map, deep + 1), ...this.layersAt(source, map, deep + 1)];
      }
      default: {
        const moved = this.moved(format, r, at);
        if (moved) return this.layersAt(moved.child, compose(map, moved.map), deep + 1);
        this.leftOut.add('grounds without an outline');
        return [];
      }
    }
  }

  /** An outline's fill, maps of the fill gone through; what else lies within an outline isn't cut by it. */
  private filled(glyph: number, at: number, map: Affine, deep: number): ReadColourLayer[] {
    let [fillMap, place] = [map, at];
    for (let k = 0; k < DEEPEST; k++) {
      const r = new ByteReader(this.bytes, place);
      const format = r.uint8();
      const fill = this.fillOf(format, r, place);
      if (fill) return [{ glyph, map, fillMap, fill }];
      const moved = this.moved(format, r, place);
      if (!moved) break;
      [fillMap, place] = [compose(fillMap, moved.map), moved.child];
    }
    this.leftOut.add('outlines that cut others');
    return this.layersAt(at, map, deep + 1);
  }

  private fillOf(format: number, r: ByteReader, at: number): ReadFill | null {
    switch (format & ~1) {
      case PAINT.solid:
        return { kind: 'flat', ...colourOf(r.uint16(), f2dot14(r)) };
      case PAINT.linear: {
        const stops = this.stopsAt(at + r.uint(3));
        const [p0, p1, p2] = [point(r), point(r), point(r)];
        return { kind: 'linear', from: p0, to: squareTo(p0, p1, p2), stops };
      }
      case PAINT.radial: {
        const stops = this.stopsAt(at + r.uint(3));
        const [c0, r0, c1, r1] = [point(r), r.uint16(), point(r), r.uint16()];
        if (c0.x !== c1.x || c0.y !== c1.y) this.leftOut.add('round gradients that lean');
        return r1 >= r0
          ? { kind: 'radial', centre: c1, inner: r0, radius: r1, stops }
          : { kind: 'radial', centre: c0, inner: r1, radius: r0, stops: [...stops].reverse().map((s) => ({ ...s, at: 1 - s.at })) };
      }
      case PAINT.sweep: {
        this.leftOut.add('gradients around a point');
        const stops = this.stopsAt(at + r.uint(3));
        return { kind: 'flat', ...(stops[stops.length >> 1] ?? colourOf(TEXT_COLOUR, 1)) };
      }
      default:
        return null;
    }
  } // prettier-ignore

  private stopsAt(at: number): PaletteStop[] {
    const r = new ByteReader(this.bytes, at);
    if (r.uint8() !== 0) this.leftOut.add('gradients that begin again');
    return r.list(r.uint16(), () => {
      const place = f2dot14(r);
      return { at: place, ...colourOf(r.uint16(), f2dot14(r)) };
    });
  }

  /** A map with what it is of; null for another paint. Formats of what varies begin as their fixed ones do. */
  private moved(format: number, r: ByteReader, at: number): { readonly child: number; readonly map: Affine } | null {
    if (format < PAINT.transform || format >= PAINT.composite) return null;
    const child = at + r.uint(3);
    const kind = format & ~1;
    if (kind === PAINT.transform) {
      const m = r.from(at + r.uint(3));
      const [a, b, c, d, e, f] = [fixed(m), fixed(m), fixed(m), fixed(m), fixed(m), fixed(m)];
      return { child, map: { a, b, c, d, e, f } };
    }
    if (kind === PAINT.translate) return { child, map: translation(r.int16(), r.int16()) };
    const map = mapOf(kind, r);
    // Of each kind the second form has a place that stays.
    return { child, map: map.stays ? around(map.map, point(r)) : map.map };
  } // prettier-ignore
}

function mapOf(kind: number, r: ByteReader): { readonly map: Affine; readonly stays: boolean } {
  switch (kind) {
    case PAINT.scale:
    case PAINT.scaleAround:
      return { map: scaling(f2dot14(r), f2dot14(r)), stays: kind === PAINT.scaleAround };
    case PAINT.even:
    case PAINT.evenAround:
      return { map: scaling(f2dot14(r)), stays: kind === PAINT.evenAround };
    case PAINT.rotate:
    case PAINT.rotateAround:
      return { map: rotation(angle(r)), stays: kind === PAINT.rotateAround };
    default:
      return { map: skewed(angle(r), angle(r)), stays: kind === PAINT.skewAround };
  }
}

const point = (r: ByteReader): Vec => ({ x: r.int16(), y: r.int16() });

/** The end of a gradient whose lines of one colour run from `p0` to `p2`: its way is square to them. */
function squareTo(p0: Vec, p1: Vec, p2: Vec): Vec {
  const [dx, dy] = [p2.x - p0.x, p2.y - p0.y];
  const length = dx * dx + dy * dy;
  if (length === 0) return p1;
  const along = ((p1.x - p0.x) * dx + (p1.y - p0.y) * dy) / length;
  return { x: p1.x - along * dx, y: p1.y - along * dy };
}
