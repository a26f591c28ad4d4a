// OpenType 1.9.1, 'CPAL': palettes of colour fonts.
import type { Rgb } from '../../../foundations/geometry/paint';
import { PALETTE_USE } from '../tables/cpal';
import { ByteReader } from './byteReader';

export interface ReadPalette {
  readonly colours: readonly { readonly rgb: Rgb; readonly alpha: number }[];
  readonly ground: 'light' | 'dark';
  /** Its label in the table of names; null without. */
  readonly nameId: number | null;
}

const NO_NAME = 0xffff;

/** RangeError where the table is cut off. */
export function readCpal(bytes: Uint8Array): ReadPalette[] {
  const r = new ByteReader(bytes);
  const version = r.uint16();
  const [entries, count] = [r.uint16(), r.uint16()];
  r.uint16();
  const coloursAt = r.uint32();
  const firsts = r.list(count, () => r.uint16());
  const [typesAt, labelsAt] = version >= 1 ? [r.uint32(), r.uint32()] : [0, 0];
  const [t, n] = [r.from(typesAt), r.from(labelsAt)];
  const types = typesAt === 0 ? [] : t.list(count, () => t.uint32());
  const labels = labelsAt === 0 ? [] : n.list(count, () => n.uint16());
  return firsts.map((first, i) => {
    const c = r.from(coloursAt + 4 * first);
    const colours = c.list(entries, () => {
      const [b, g, red, alpha] = [c.uint8(), c.uint8(), c.uint8(), c.uint8()];
      return { rgb: [red, g, b] as const, alpha: alpha / 255 };
    });
    const dark = ((types[i] ?? PALETTE_USE.light) & (PALETTE_USE.light | PALETTE_USE.dark)) === PALETTE_USE.dark;
    const label = labels[i] ?? NO_NAME;
    return { colours, ground: dark ? 'dark' : 'light', nameId: label === NO_NAME ? null : label };
  });
} // prettier-ignore
