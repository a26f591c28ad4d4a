import { decode as decodeBmp } from 'fast-bmp';
import { GifReader } from 'omggif';
import UTIF from 'utif2';
import { turnByOrientation, type Picture } from '../../foundations/raster/picture';

/** Kinds of pictures besides PNG and JPEG that are read, each from its whole file. Errors are thrown as Error. */
export type OtherKind = 'TIFF' | 'BMP' | 'GIF';

const view = (b: Uint8Array) => new DataView(b.buffer, b.byteOffset, b.byteLength);

/** Width and height from the header alone; null when it is too short. */
export function otherSize(bytes: Uint8Array, kind: OtherKind): { width: number; height: number } | null {
  if (kind === 'TIFF') {
    const tags = firstDirectory(bytes);
    const [width, height] = [tags.get(256), tags.get(257)];
    return width && height ? { width, height } : null;
  }
  if (bytes.length < 30) return null;
  const v = view(bytes);
  if (kind === 'GIF') return { width: v.getUint16(6, true), height: v.getUint16(8, true) };
  return { width: Math.abs(v.getInt32(18, true)), height: Math.abs(v.getInt32(22, true)) };
}

/** More directories than this in one file are a loop or no picture. */
const MOST_DIRECTORIES = 1000;

/**
 * Number tags of a TIFF's first directory (TIFF 6.0, section 2), after a walk along all of them: files whose directories
 * lead back to each other would be read for ever.
 */
function firstDirectory(bytes: Uint8Array): Map<number, number> {
  const v = view(bytes);
  const little = bytes[0] === 0x49;
  const seen = new Set<number>();
  const tags = new Map<number, number>();
  for (let at = v.getUint32(4, little); at !== 0;) {
    if (seen.has(at) || seen.size > MOST_DIRECTORIES) throw new Error('its directories run in a circle');
    seen.add(at);
    if (at + 2 > bytes.length) throw new Error('a directory lies beyond its end');
    const count = v.getUint16(at, little);
    const end = at + 2 + 12 * count;
    if (end + 4 > bytes.length) throw new Error('a directory is cut off');
    for (let k = 0; seen.size === 1 && k < count; k++) {
      const entry = at + 2 + 12 * k;
      const short = v.getUint16(entry + 2, little) === 3;
      tags.set(
        v.getUint16(entry, little),
        short ? v.getUint16(entry + 8, little) : v.getUint32(entry + 8, little),
      );
    }
    at = v.getUint32(end, little);
  }
  return tags;
}

export function decodeOther(bytes: Uint8Array, kind: OtherKind): Picture {
  return kind === 'TIFF' ? tiffToRgba(bytes) : kind === 'GIF' ? gifToRgba(bytes) : bmpToRgba(bytes);
}

function tiffToRgba(bytes: Uint8Array): Picture {
  const orientation = firstDirectory(bytes).get(274) ?? 1;
  const buffer = bytes.slice().buffer;
  const [first] = UTIF.decode(buffer);
  if (!first) throw new Error('it holds no picture');
  UTIF.decodeImage(buffer, first);
  const data = UTIF.toRGBA8(first);
  if (data.length !== first.width * first.height * 4) throw new Error('its picture is incomplete');
  return turnByOrientation({ width: first.width, height: first.height, data }, orientation);
}

/** More px than this no GIF of letters has. */
const MOST_FRAME_PX = 120e6;

function gifToRgba(bytes: Uint8Array): Picture {
  const reader = new GifReader(bytes as unknown as Buffer);
  const { width, height } = reader;
  const frame = reader.frameInfo(0);
  // A frame may claim any size, whatever the screen's; it is unpacked whole before it is cut to the screen.
  if (
    frame.width * frame.height > MOST_FRAME_PX ||
    frame.x + frame.width > width ||
    frame.y + frame.height > height
  )
    throw new Error('its frame is larger than the picture');
  const data = new Uint8Array(width * height * 4);
  reader.decodeAndBlitFrameRGBA(0, data as unknown as number[]);
  return { width, height, data };
}

function bmpToRgba(bytes: Uint8Array): Picture {
  const bmp = decodeBmp(bytes);
  const { width, height, channels, bitsPerPixel } = bmp;
  const data = bmp.data as Uint8Array;
  const out = new Uint8Array(width * height * 4).fill(255);
  for (let k = 0; k < width * height; k++) {
    if (bitsPerPixel === 1) {
      out.fill(data[k] ? 255 : 0, 4 * k, 4 * k + 3);
      continue;
    }
    for (let c = 0; c < 3; c++) out[4 * k + c] = data[k * channels + (channels >= 3 ? c : 0)]!;
    if (channels === 4) out[4 * k + 3] = data[4 * k + 3]!;
  }
  return { width, height, data: out };
}
