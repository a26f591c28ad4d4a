import { endsAsJpeg } from '../../core/readers/pictures/decodePicture';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { ok, type Result } from '../../core/foundations/problems/problem';
import type { Picture } from '../../core/foundations/raster/picture';

/** A JPEG decoded by the browser, ten times as fast as by a script; null for other kinds, and when it can't be. */
export async function decodeNatively(bytes: Uint8Array): Promise<Result<Picture> | null> {
  // Browsers show what there is of a file that was cut off; here that is a fault.
  if (sniffKind(bytes) !== 'JPEG' || !endsAsJpeg(bytes)) return null;
  try {
    const blob = new Blob([bytes as BlobPart], { type: 'image/jpeg' });
    const bitmap = await createImageBitmap(blob, { colorSpaceConversion: 'none' });
    const { width, height } = bitmap;
    const g = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!;
    g.drawImage(bitmap, 0, 0);
    bitmap.close();
    return ok({ width, height, data: g.getImageData(0, 0, width, height).data });
  } catch {
    // The script's decoder says what is wrong with it.
    return null;
  }
}
