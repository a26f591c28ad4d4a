// OpenType 1.9.1, 'fvar', 'avar' and "OpenType Font Variations Overview", "Coordinate scales and normalization".
import { nth } from '../../../foundations/lists/nth';
import { ByteReader } from './byteReader';

/** An axis of a variable font, in its own scale. */
interface Axis {
  readonly tag: string;
  readonly min: number;
  readonly default: number;
  readonly max: number;
  readonly nameId: number;
}

/** A place on the axes that the font has a name for. */
interface NamedPlace {
  readonly nameId: number;
  /** By axis, in its own scale. */
  readonly at: readonly number[];
}

export interface Axes {
  readonly axes: readonly Axis[];
  readonly places: readonly NamedPlace[];
}

const fixed = (r: ByteReader): number => {
  const v = r.uint32();
  return (v > 0x7fffffff ? v - 0x100000000 : v) / 65536;
};

/** More axes than any font has: what a damaged header could ask for. */
const MOST_AXES = 64;

/** The axes of a font and its named places. RangeError where the table is cut off. */
export function readAxes(bytes: Uint8Array): Axes {
  const r = new ByteReader(bytes, 4);
  const offset = r.uint16();
  r.uint16();
  const [count, axisSize, named, namedSize] = [r.uint16(), r.uint16(), r.uint16(), r.uint16()];
  if (count > MOST_AXES) throw new RangeError(`it says it has ${count} axes`);
  const axes = Array.from({ length: count }, (_, i): Axis => {
    const a = r.from(offset + i * axisSize);
    const [tag, min, own, max] = [a.tag(), fixed(a), fixed(a), fixed(a)];
    a.uint16();
    return { tag, min, default: own, max, nameId: a.uint16() };
  });
  const from = offset + count * axisSize;
  const places = Array.from({ length: named }, (_, i): NamedPlace => {
    const p = r.from(from + i * namedSize);
    const nameId = p.uint16();
    p.uint16();
    return { nameId, at: p.list(count, () => fixed(p)) };
  });
  return { axes, places };
}

/** How normalised coordinates are bent, by axis: pairs of from and to, ascending. */
function readBends(bytes: Uint8Array, count: number): (readonly (readonly [number, number])[])[] {
  const r = new ByteReader(bytes, 6);
  const maps = r.uint16();
  const f = () => r.int16() / 16384;
  return Array.from({ length: Math.min(maps, count) }, () => r.list(r.uint16(), () => [f(), f()] as const));
}

function bent(v: number, map: readonly (readonly [number, number])[]): number {
  const above = map.findIndex(([from]) => from >= v);
  if (map.length === 0 || above < 0) return v;
  const [to, high] = nth(map, above);
  const below = map[above - 1];
  if (to === v || !below) return high;
  return below[1] + ((v - below[0]) / (to - below[0])) * (high - below[1]);
}

/** Coordinates in the axes' own scales as normalised ones, -1 to 1 with the default at 0; what isn't given is at its default. */
export function normalised(
  { axes }: Axes,
  at: Readonly<Record<string, number>>,
  avar: Uint8Array | undefined,
): number[] {
  const bends = avar ? readBends(avar, axes.length) : [];
  return axes.map((axis, i) => {
    const { min, max, default: own } = axis;
    const v = Math.min(max, Math.max(min, at[axis.tag] ?? own));
    const plain = v === own ? 0 : v < own ? (v - own) / (own - min) : (v - own) / (max - own);
    return bent(plain, bends[i] ?? []);
  });
}
