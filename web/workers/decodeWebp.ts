import type { Picture } from '../../core/foundations/raster/picture';

/** A WebP file decoded by the browser, colours as they stand in the file. */
export async function decodeWebp(bytes: Uint8Array): Promise<Picture> {
  const bitmap = await createImageBitmap(new Blob([bytes as BlobPart], { type: 'image/webp' }), {
    premultiplyAlpha: 'none',
    colorSpaceConversion: 'none',
  });
  const { width, height } = bitmap;
  const g = new OffscreenCanvas(width, height).getContext('2d')!;
  g.drawImage(bitmap, 0, 0);
  bitmap.close();
  return { width, height, data: g.getImageData(0, 0, width, height).data };
}
