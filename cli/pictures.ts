import sharp from 'sharp';
import { readOpenRaster } from '../core/lifting/artwork/layers/openRaster';
import { expandFiles } from '../core/lifting/artwork/expandFiles';
import { decodePicture, shrinkStep } from '../core/readers/pictures/decodePicture';
import { MIN_SIDE_PX } from '../core/readers/pictures/limits';
import { sniffKind } from '../core/readers/pictures/sniff';
import { fail, ok, type Result } from '../core/foundations/problems/problem';
import type { Picture } from '../core/foundations/raster/picture';
import { readBytes } from './files';
import { printProblems, valueOrPrint } from './telling';

/** A picture read by a general library, turned as its orientation says, made `widthPx` wide while it is read. */
async function readWithLibrary(bytes: Uint8Array, widthPx: number | null): Promise<Picture> {
  const source = sharp(bytes, { sequentialRead: true }).rotate();
  const sized = widthPx === null ? source : source.resize({ width: widthPx });
  const { data, info } = await sized
    .toColourspace('srgb')
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  return { width: info.width, height: info.height, data };
}

export const decodeWebp = (bytes: Uint8Array): Promise<Picture> => readWithLibrary(bytes, null);

/** A picture as it was read, and by which step it was made smaller for that: places on it times `step` are the file's. */
export interface ReadPicture {
  readonly picture: Picture;
  readonly step: number;
}

export async function decodeAny(bytes: Uint8Array): Promise<Result<ReadPicture>> {
  const shrink = shrinkStep(bytes);
  if (!shrink.ok) return shrink;
  const { step, widthPx } = shrink.value;
  const kind = sniffKind(bytes);
  if (step === 1 && kind !== 'JPEG') {
    const picture = decodePicture(bytes);
    return picture.ok ? ok({ picture: picture.value, step: 1 }) : picture;
  }
  try {
    const picture = await readWithLibrary(bytes, widthPx);
    const { width, height } = picture;
    return Math.min(width, height) < MIN_SIDE_PX
      ? fail({ code: 'picture-too-small', width, height })
      : ok({ picture, step });
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return fail({ code: 'picture-broken', kind, reason });
  }
}

/** The picture in a file, a PDF's first page included. Null after its problems were printed. */
export async function readPicture(path: string): Promise<ReadPicture | null> {
  const bytes = valueOrPrint(readBytes(path), path);
  if (!bytes) return null;
  const kind = sniffKind(bytes);
  if (kind === 'OpenRaster') {
    const merged = valueOrPrint(readOpenRaster({ path, bytes }), path)?.merged();
    return merged ? { picture: merged, step: 1 } : null;
  }
  if (kind !== 'PDF' && kind !== 'WebP') return valueOrPrint(await decodeAny(bytes), path);
  const { files, problems } = await expandFiles([{ path, bytes }], decodeWebp);
  printProblems(problems);
  return files[0] ? valueOrPrint(await decodeAny(files[0].bytes), path) : null;
}
