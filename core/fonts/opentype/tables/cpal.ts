// OpenType 1.9.1, 'CPAL' version 1: palettes of colour fonts, with types and labels.
import type { Rgb } from '../../../foundations/geometry/paint';
import { ByteWriter } from '../bytes';

/** What a palette can be used on: paletteTypes. */
export const PALETTE_USE = { light: 1, dark: 2 } as const;

export interface Palette {
  readonly colours: readonly Rgb[];
  /** Bits of PALETTE_USE. */
  readonly use: number;
  readonly nameId: number;
}

/** All palettes have as many colours. */
export function buildCpal(palettes: readonly Palette[]): Uint8Array {
  const entries = palettes[0]?.colours.length ?? 0;
  const head = 12 + 2 * palettes.length + 12;
  const colours = palettes.flatMap((p) => p.colours);
  const types = head + 4 * colours.length;
  const labels = types + 4 * palettes.length;
  const w = new ByteWriter()
    .uint16(1)
    .uint16(entries)
    .uint16(palettes.length)
    .uint16(colours.length)
    .uint32(head);
  palettes.forEach((_, i) => w.uint16(i * entries));
  w.uint32(types).uint32(labels).uint32(0);
  for (const [r, g, b] of colours)
    w.uint8(Math.round(b)).uint8(Math.round(g)).uint8(Math.round(r)).uint8(255);
  for (const p of palettes) w.uint32(p.use);
  for (const p of palettes) w.uint16(p.nameId);
  return w.done();
}
