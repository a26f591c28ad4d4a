import { sniffKind } from '../../core/readers/pictures/sniff';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import type { Picture } from '../../core/foundations/raster/picture';

/** A PNG or JPEG made `widthPx` wide while the browser decodes it; turned as its orientation says. */
export async function shrinkNatively(
  bytes: Uint8Array,
  widthPx: number,
): Promise<Result<{ readonly picture: Picture; readonly png: Uint8Array }>> {
  const kind = sniffKind(bytes);
  try {
    const blob = new Blob([bytes as BlobPart], { type: kind === 'PNG' ? 'image/png' : 'image/jpeg' });
    // Only one side is given, so that a picture that is turned as it comes keeps its shape.
    const small = await createImageBitmap(blob, {
      colorSpaceConversion: 'none',
      resizeWidth: widthPx,
      resizeQuality: 'medium',
    });
    const { width, height } = small;
    const canvas = new OffscreenCanvas(width, height);
    const g = canvas.getContext('2d', { willReadFrequently: true })!;
    g.drawImage(small, 0, 0);
    small.close();
    const png = new Uint8Array(await (await canvas.convertToBlob({ type: 'image/png' })).arrayBuffer());
    const { data } = g.getImageData(0, 0, width, height);
    return ok({ picture: { width, height, data }, png });
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    return fail({ code: 'picture-broken', kind, reason });
  }
}
