import ExifReader from 'exifreader';
import { pngHead } from './pngChunks';
import { sniffKind } from './sniff';

const METRE_PER_INCH = 0.0254;

/** What the reader of picture metadata is asked for here. */
interface Tags {
  readonly 'Pixels Per Unit X'?: { readonly value: number };
  readonly 'Pixel Units'?: { readonly value: number };
  readonly XResolution?: { readonly value: readonly [number, number] | number };
  readonly ResolutionUnit?: { readonly value: number };
  readonly 'JFIF XDensity'?: unknown;
  readonly 'Resolution Unit'?: { readonly value: number };
}

/**
 * Dots per inch as a file says: PNG's pHYs (ISO/IEC 15948, 11.3.5.3), JFIF's density (ITU-T T.871, 10.1), TIFF's and EXIF's
 * resolution. Null when it doesn't say, or says 72 and 96 as programs do that don't know.
 */
export function dpiOf(bytes: Uint8Array): number | null {
  let tags: Tags;
  try {
    const plain = sniffKind(bytes) === 'PNG' ? pngHead(bytes) : bytes.slice();
    tags = ExifReader.load(plain.buffer as ArrayBuffer) as unknown as Tags;
  } catch {
    return null;
  }
  const dpi = fromPng(tags) ?? fromDensity(tags);
  if (dpi === null || !Number.isFinite(dpi)) return null;
  const round = Math.round(dpi);
  return round > 96 && round <= 9600 ? round : null;
}

function fromPng(tags: Tags): number | null {
  const perUnit = tags['Pixels Per Unit X']?.value;
  return perUnit !== undefined && tags['Pixel Units']?.value === 1 ? perUnit * METRE_PER_INCH : null;
}

function fromDensity(tags: Tags): number | null {
  const value = tags.XResolution?.value;
  if (value === undefined) return null;
  const number = typeof value === 'number' ? value : value[0] / value[1];
  const unit = (tags.ResolutionUnit ?? tags['Resolution Unit'])?.value;
  // 2 = dots per inch, 3 (TIFF) = dots per cm.
  return unit === 3 ? number * 2.54 : number;
}
