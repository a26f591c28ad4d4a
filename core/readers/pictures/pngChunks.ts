import { Inflate } from 'fflate';

/** A PNG whose picture data unpacks to more than its header says. */
export class TooMuchData extends Error {
  constructor() {
    super('its data unpacks to far more than its size needs');
  }
}

const SIGNATURE_BYTES = 8;
/** Chunks that are packed by themselves and that no picture needs: a small one can unpack to gigabytes. */
const PACKED = new Set(['iCCP', 'zTXt', 'iTXt']);
/** Deflate packs no more than so many bytes into one (RFC 1951: 258 bytes by two bits at the least). */
const MOST_RATIO = 1032;
/** Samples a px by colour type (ISO/IEC 15948, 11.2.2). */
const SAMPLES: Readonly<Record<number, number>> = { 0: 1, 2: 3, 3: 1, 4: 2, 6: 4 };

interface Chunk {
  readonly type: string;
  /** From its length to behind its check sum. */
  readonly start: number;
  readonly end: number;
}

function chunksOf(bytes: Uint8Array): Chunk[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const out: Chunk[] = [];
  for (let at = SIGNATURE_BYTES; at + 12 <= bytes.length;) {
    const end = at + 12 + view.getUint32(at);
    if (end > bytes.length) break;
    out.push({ type: String.fromCharCode(...bytes.subarray(at + 4, at + 8)), start: at, end });
    at = end;
  }
  return out;
}

/** Bytes that the picture data has to unpack to at the most, by its header (ISO/IEC 15948, 7.2 and 8). */
function neededBytes(bytes: Uint8Array): number {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const [width, height, depth, colour] = [view.getUint32(16), view.getUint32(20), bytes[24]!, bytes[25]!];
  const rowBytes = Math.ceil((width * depth * (SAMPLES[colour] ?? 4)) / 8) + 1;
  // Interlaced rows are shorter and more: seven passes with a filter byte each.
  return 2 * rowBytes * height + 1024;
}

/** The same PNG without packed notes, after its picture data was held against its header. Raises TooMuchData. */
export function plainPng(bytes: Uint8Array): Uint8Array {
  const chunks = chunksOf(bytes);
  const data = chunks.filter((c) => c.type === 'IDAT');
  const needed = neededBytes(bytes);
  const packed = data.reduce((n, c) => n + c.end - c.start - 12, 0);
  if (packed * MOST_RATIO > needed) countUnpacked(bytes, data, needed);
  if (!chunks.some((c) => PACKED.has(c.type))) return bytes;
  return joined(
    bytes,
    chunks.filter((c) => !PACKED.has(c.type)),
  );
}

/** A PNG of some of its chunks, in a buffer of its own. */
function joined(bytes: Uint8Array, kept: readonly Chunk[]): Uint8Array {
  const out = new Uint8Array(kept.reduce((n, c) => n + c.end - c.start, SIGNATURE_BYTES));
  out.set(bytes.subarray(0, SIGNATURE_BYTES));
  let at = SIGNATURE_BYTES;
  for (const { start, end } of kept) {
    out.set(bytes.subarray(start, end), at);
    at += end - start;
  }
  return out;
}

/** A PNG's header and physical size alone: all that tells its resolution, and nothing that is packed. */
export function pngHead(bytes: Uint8Array): Uint8Array {
  const kept = chunksOf(bytes).filter((c) => ['IHDR', 'pHYs', 'IEND'].includes(c.type));
  return joined(bytes, kept);
}

/** Bytes fed to the unpacker at a time: what they can grow to stays small. */
const PIECE_BYTES = 2048;

/** Unpacks without keeping anything, and stops where it is too much. Data that is broken is the decoder's to tell. */
function countUnpacked(bytes: Uint8Array, data: readonly Chunk[], most: number): void {
  let unpacked = 0;
  const inflate = new Inflate((piece) => {
    unpacked += piece.length;
    if (unpacked > most) throw new TooMuchData();
  });
  try {
    let first = true;
    for (const { start, end } of data) {
      // A zlib header of two bytes comes before the deflated data (RFC 1950).
      let at = start + 8 + (first ? 2 : 0);
      first = false;
      for (; at < end - 4; at += PIECE_BYTES)
        inflate.push(bytes.subarray(at, Math.min(end - 4, at + PIECE_BYTES)));
    }
  } catch (error) {
    if (error instanceof TooMuchData) throw error;
  }
}
