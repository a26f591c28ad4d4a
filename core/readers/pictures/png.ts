import { convertIndexedToRgb, decode } from 'fast-png';
import type { Picture } from '../../foundations/raster/picture';
import { MAX_MEGAPIXELS } from './limits';
import { plainPng } from './pngChunks';
import { pictureSize, sniffKind } from './sniff';

/** A PNG of any depth and channel count as RGBA bytes. Throws what the decoder throws. */
export function pngToRgba(bytes: Uint8Array): Picture {
  const png = decode(plainPng(bytes));
  const { width, height } = png;
  let { channels } = png;
  let source: ArrayLike<number> = png.data;
  let shift = png.depth === 16 ? 8 : 0;
  if (png.palette) {
    source = convertIndexedToRgb(png);
    channels = source.length / (width * height);
    shift = 0;
  } else if (png.depth < 8) {
    source = unpackBits(png.data as Uint8Array, width, height, png.depth);
  }
  const data = new Uint8Array(width * height * 4);
  const grey = channels <= 2;
  const hasAlpha = channels === 2 || channels === 4;
  for (let i = 0, s = 0; i < data.length; i += 4, s += channels) {
    data[i] = source[s]! >> shift;
    data[i + 1] = source[grey ? s : s + 1]! >> shift;
    data[i + 2] = source[grey ? s : s + 2]! >> shift;
    data[i + 3] = hasAlpha ? source[s + channels - 1]! >> shift : 255;
  }
  return { width, height, data };
}

/** A PNG of a size that is taken into memory; null for one that is broken, and for anything else. */
export function pngPicture(bytes: Uint8Array): Picture | null {
  const size = sniffKind(bytes) === 'PNG' ? pictureSize(bytes, 'PNG') : null;
  if (!size || size.width * size.height > MAX_MEGAPIXELS * 1e6) return null;
  try {
    return pngToRgba(bytes);
  } catch {
    // What its data lacks is told where the picture is opened.
    return null;
  }
}

/** Grey samples of 1, 2 or 4 bits, rows padded to whole bytes (ISO/IEC 15948, 7.2), spread over 0-255. */
function unpackBits(packed: Uint8Array, width: number, height: number, depth: number): Uint8Array {
  const out = new Uint8Array(width * height);
  const rowBytes = Math.ceil((width * depth) / 8);
  const max = (1 << depth) - 1;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const bit = x * depth;
      const byte = packed[y * rowBytes + (bit >> 3)]!;
      out[y * width + x] = (((byte >> (8 - depth - (bit & 7))) & max) * 255) / max;
    }
  }
  return out;
}
