// OpenType 1.9.1, 'STAT' 1.1: what tells the styles of a family apart.
import { ByteWriter } from '../bytes';

export interface StyleAxis {
  readonly tag: string;
  readonly nameId: number;
}

/** What a place on an axis is called. */
export interface StyleValue {
  /** Number of its axis. */
  readonly axis: number;
  readonly nameId: number;
  readonly value: number;
  /** Left out of names when something else is said: "Regular". */
  readonly elidable: boolean;
  /** Place of the style that a program's button for bold or italic leads to. */
  readonly linked?: number;
}

const ELIDABLE = 2;
const fixed = (w: ByteWriter, v: number): ByteWriter => w.uint32(Math.round(v * 65536) >>> 0);

/** `elidedNameId`: what a style is called of which nothing has to be said. */
export function buildStat(
  axes: readonly StyleAxis[],
  values: readonly StyleValue[],
  elidedNameId: number,
): Uint8Array {
  const records = values.map((v) => {
    const w = new ByteWriter().uint16(v.linked === undefined ? 1 : 3).uint16(v.axis);
    fixed(w.uint16(v.elidable ? ELIDABLE : 0).uint16(v.nameId), v.value);
    return (v.linked === undefined ? w : fixed(w, v.linked)).done();
  });
  const head = 20;
  const offsetsAt = head + 8 * axes.length;
  const w = new ByteWriter().uint16(1).uint16(1).uint16(8).uint16(axes.length).uint32(head);
  w.uint16(records.length).uint32(offsetsAt).uint16(elidedNameId);
  axes.forEach((a, i) => w.tag(a.tag).uint16(a.nameId).uint16(i));
  let at = 2 * records.length;
  for (const r of records) {
    w.uint16(at);
    at += r.length;
  }
  for (const r of records) w.bytes(r);
  return w.done();
}
