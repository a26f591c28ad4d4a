import ExifReader from 'exifreader';
import jpeg from 'jpeg-js';
import { fail, ok, type Result } from '../../foundations/problems/problem';
import { turnByOrientation, type Picture } from '../../foundations/raster/picture';
import { decodeOther, otherSize, type OtherKind } from './otherKinds';
import { MAX_MEGAPIXELS, MIN_SIDE_PX } from './limits';
import { pngToRgba } from './png';
import { fontKindOf, isPostScript, pictureSize, sniffKind } from './sniff';

/** More than this is refused. */
const MOST_MEGAPIXELS = 250;
/** What a picture that is made smaller may have at the most. */
const SHRUNK_MEGAPIXELS = 40;

function orientationOf(bytes: Uint8Array): number {
  try {
    const copy = bytes.slice().buffer;
    const value = (ExifReader.load(copy) as { Orientation?: { value?: unknown } }).Orientation?.value;
    return typeof value === 'number' ? value : 1;
  } catch {
    // No EXIF block, or a broken one: the picture itself may still be fine.
    return 1;
  }
}

/** JPEG data ends with the EOI marker (ITU-T T.81, B.1.1.3); without it the file was cut off. */
export function endsAsJpeg(bytes: Uint8Array): boolean {
  for (let i = bytes.length - 2; i >= Math.max(2, bytes.length - 4096); i--) {
    if (bytes[i] === 0xff && bytes[i + 1] === 0xd9) return true;
  }
  return false;
}

function jpegToRgba(bytes: Uint8Array): Picture {
  if (!endsAsJpeg(bytes)) throw new Error('the end is missing');
  const { width, height, data } = jpeg.decode(bytes, {
    useTArray: true,
    formatAsRGBA: true,
    tolerantDecoding: false,
    maxMemoryUsageInMB: 4096,
    maxResolutionInMP: MAX_MEGAPIXELS,
  });
  return turnByOrientation({ width, height, data }, orientationOf(bytes));
}

function sizeOf(bytes: Uint8Array, kind: 'PNG' | 'JPEG' | OtherKind) {
  if (kind === 'PNG' || kind === 'JPEG') return pictureSize(bytes, kind);
  try {
    return otherSize(bytes, kind);
  } catch {
    return null;
  }
}

/** A step by which a picture is made smaller, and its width then, px as it is shown; 1 = it stays as it is. */
export interface Shrink {
  readonly step: number;
  readonly widthPx: number | null;
}
const AS_IT_IS: Shrink = { step: 1, widthPx: null };

/**
 * By how much a file's picture has to be made smaller while it is read, by the size in its header: 1 = not at all. Letters
 * on a picture of 40 megapixels have far more px than an outline needs. Fails for pictures beyond all use.
 */
export function shrinkStep(bytes: Uint8Array): Result<Shrink> {
  const kind = sniffKind(bytes);
  // The browser's and the command line's readers can make these smaller as they come.
  if (kind !== 'PNG' && kind !== 'JPEG') return ok(AS_IT_IS);
  const size = sizeOf(bytes, kind);
  const megapixels = size ? (size.width * size.height) / 1e6 : 0;
  if (!size || megapixels <= MAX_MEGAPIXELS) return ok(AS_IT_IS);
  if (megapixels > MOST_MEGAPIXELS)
    return fail({ code: 'picture-too-large', ...size, limitMegapixels: MOST_MEGAPIXELS });
  const step = Math.ceil(Math.sqrt(megapixels / SHRUNK_MEGAPIXELS));
  const turned = kind === 'JPEG' && orientationOf(bytes) >= 5;
  return ok({ step, widthPx: Math.floor((turned ? size.height : size.width) / step) });
}

/**
 * File bytes to a picture as displayed: PNG (all depths and colour types), JPEG and TIFF (turned as their orientation tag
 * says), BMP, and a GIF's first frame.
 * Expected failures come back as problems: empty, unknown or unsupported kind, broken, too small, too large.
 */
export function decodePicture(bytes: Uint8Array): Result<Picture> {
  if (bytes.length === 0) return fail({ code: 'file-empty' });
  const kind = sniffKind(bytes);
  const font = fontKindOf(bytes);
  if (isPostScript(bytes)) return fail({ code: 'postscript' });
  if (font) return fail({ code: 'font-file', kind: font });
  if (kind === 'unknown') return fail({ code: 'picture-kind-unknown' });
  if (kind === 'WebP' || kind === 'PDF' || kind === 'SVG' || kind === 'zip' || kind === 'OpenRaster')
    return fail({ code: 'picture-kind-unsupported', kind });
  const size = sizeOf(bytes, kind);
  if (!size) return fail({ code: 'picture-broken', kind, reason: 'no size in its header' });
  if (size.width * size.height > MAX_MEGAPIXELS * 1e6) {
    return fail({ code: 'picture-too-large', ...size, limitMegapixels: MAX_MEGAPIXELS });
  }
  if (Math.min(size.width, size.height) < MIN_SIDE_PX) return fail({ code: 'picture-too-small', ...size });
  try {
    if (kind === 'PNG') return ok(pngToRgba(bytes));
    return ok(kind === 'JPEG' ? jpegToRgba(bytes) : decodeOther(bytes, kind));
  } catch (error) {
    return fail({
      code: 'picture-broken',
      kind,
      reason: error instanceof Error ? error.message : String(error),
    });
  }
}
