import { ByteWriter } from './bytes';

/** How one field lies in the file. One description serves reading and writing. */
export interface FieldType<T> {
  readonly size: number;
  write(w: ByteWriter, value: T): void;
  read(view: DataView, at: number): T;
}

const number = (
  size: number,
  write: (w: ByteWriter, v: number) => void,
  read: (view: DataView, at: number) => number,
): FieldType<number> => ({ size, write, read });

export const uint16 = number(
  2,
  (w, v) => w.uint16(v),
  (d, at) => d.getUint16(at),
);
export const int16 = number(
  2,
  (w, v) => w.int16(v),
  (d, at) => d.getInt16(at),
);
export const uint32 = number(
  4,
  (w, v) => w.uint32(v >>> 0),
  (d, at) => d.getUint32(at),
);
/** Fixed 16.16 as a number. */
export const fixed = number(
  4,
  (w, v) => w.uint32(Math.round(v * 65536) >>> 0),
  (d, at) => d.getInt32(at) / 65536,
);
/** Seconds since 1904-01-01 00:00 UTC in 64 bits; numbers stay exact far beyond any date. */
export const longDateTime = number(
  8,
  (w, v) => w.uint32(Math.floor(v / 2 ** 32)).uint32(v % 2 ** 32),
  (d, at) => d.getUint32(at) * 2 ** 32 + d.getUint32(at + 4),
);
export const tag: FieldType<string> = {
  size: 4,
  write: (w, v) => void w.tag(v),
  read: (d, at) =>
    String.fromCharCode(d.getUint8(at), d.getUint8(at + 1), d.getUint8(at + 2), d.getUint8(at + 3)),
};
export const bytesOf = (count: number): FieldType<readonly number[]> => ({
  size: count,
  write: (w, v) => void w.bytes(v),
  read: (d, at) => Array.from({ length: count }, (_, i) => d.getUint8(at + i)),
});

type Shape = Record<
  string,
  FieldType<never> | FieldType<number> | FieldType<string> | FieldType<readonly number[]>
>;
type ValueOf<S extends Shape> = { -readonly [K in keyof S]: S[K] extends FieldType<infer T> ? T : never };

/** The record a struct reads and writes. */
export type RecordOf<T extends { build(value: never): Uint8Array }> = Parameters<T['build']>[0];

/** A record of fields in file order. */
export function struct<S extends Shape>(shape: S) {
  const fields = Object.entries(shape) as [keyof S & string, FieldType<unknown>][];
  const size = fields.reduce((n, [, f]) => n + f.size, 0);
  return {
    size,
    build(value: ValueOf<S>): Uint8Array {
      const w = new ByteWriter();
      for (const [name, f] of fields) f.write(w, value[name]);
      return w.done();
    },
    /** RangeError when the bytes end before the record does. */
    parse(bytes: Uint8Array, from = 0): ValueOf<S> {
      const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
      let at = from;
      const out: Record<string, unknown> = {};
      for (const [name, f] of fields) {
        out[name] = f.read(view, at);
        at += f.size;
      }
      return out as ValueOf<S>;
    },
  };
}
