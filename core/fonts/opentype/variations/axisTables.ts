// OpenType 1.9.1, 'fvar', 'avar', 'HVAR', 'MVAR': the axis, its places, and how metrics follow. One axis.
import { ByteWriter } from '../bytes';
import { f2dot14 } from './regions';
import { deltaSetIndexMap, type VarIndex, type VariationStore } from './variationStore';

const fixed = (w: ByteWriter, v: number): ByteWriter => w.uint32(Math.round(v * 65536) >>> 0);

/** An axis in the units that people choose by. */
export interface Axis {
  readonly tag: string;
  readonly nameId: number;
  readonly min: number;
  readonly default: number;
  readonly max: number;
}

/** A place on the axis that menus name. */
export interface Instance {
  readonly nameId: number;
  readonly postScriptNameId: number;
  readonly at: number;
}

export function buildFvar(axis: Axis, instances: readonly Instance[]): Uint8Array {
  const w = new ByteWriter().uint16(1).uint16(0).uint16(16).uint16(2).uint16(1).uint16(20);
  w.uint16(instances.length).uint16(10).tag(axis.tag);
  for (const v of [axis.min, axis.default, axis.max]) fixed(w, v);
  w.uint16(0).uint16(axis.nameId);
  for (const i of instances) fixed(w.uint16(i.nameId).uint16(0), i.at).uint16(i.postScriptNameId);
  return w.done();
}

/** A normalised place on the axis, and where on the way between outlines it lies; both from -1 to 1. */
export interface Mapping {
  readonly from: number;
  readonly to: number;
}

/** Null when every place lies where it says. */
export function buildAvar(mappings: readonly Mapping[]): Uint8Array | null {
  if (mappings.every((m) => m.from === m.to)) return null;
  const ends = [-1, 0, 1].map((v) => ({ from: v, to: v }));
  const all = [...ends, ...mappings.filter((m) => !ends.some((e) => e.from === m.from))];
  all.sort((a, b) => a.from - b.from);
  const w = new ByteWriter().uint16(1).uint16(0).uint16(0).uint16(1).uint16(all.length);
  for (const m of all) f2dot14(f2dot14(w, m.from), m.to);
  return w.done();
}

/** How advance widths follow; `indices` by glyph. */
export function buildHvar(store: VariationStore, indices: readonly VarIndex[]): Uint8Array {
  const [deltas, map] = [store.build(), deltaSetIndexMap(indices)];
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint32(20)
    .uint32(20 + deltas.length)
    .uint32(0)
    .uint32(0)
    .bytes(deltas)
    .bytes(map)
    .done();
}

/** How metrics of the whole font follow, by their tags ("xhgt", "cpht"); null when none does. */
export function buildMvar(store: VariationStore, values: ReadonlyMap<string, VarIndex>): Uint8Array | null {
  if (values.size === 0) return null;
  const sorted = [...values].sort(([a], [b]) => (a < b ? -1 : 1));
  const w = new ByteWriter().uint16(1).uint16(0).uint16(0).uint16(8).uint16(sorted.length);
  w.uint16(12 + 8 * sorted.length);
  for (const [tag, { outer, inner }] of sorted) w.tag(tag).uint16(outer).uint16(inner);
  return w.bytes(store.build()).done();
}
