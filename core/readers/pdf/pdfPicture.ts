import type { PDFPageProxy } from 'pdfjs-dist';
import type { Picture } from '../../foundations/raster/picture';
import { MOST_PICTURE_PX, OPS } from './pdfjs';

/** A picture as the PDF reader gives it: 1 = a bit a px, 2 = RGB, 3 = RGBA. */
interface Decoded {
  readonly width: number;
  readonly height: number;
  readonly kind?: number;
  readonly data?: Uint8Array | Uint8ClampedArray | string | null;
}

/** The picture of a painting operator at its own resolution; null when it can't be had. */
export async function pdfPicture(
  page: PDFPageProxy,
  op: number,
  args: readonly unknown[],
): Promise<Picture | null> {
  const first = args[0] as string | Decoded;
  const mask = op === OPS.paintImageMaskXObject;
  const named = typeof first === 'string' ? first : typeof first.data === 'string' ? first.data : null;
  const image = named === null ? (first as Decoded) : await objectOf(page, named);
  if (!image?.data || typeof image.data === 'string' || image.width * image.height > MOST_PICTURE_PX)
    return null;
  const { width, height } = image;
  return { width, height, data: toRgba(image.data, width, height, mask ? 1 : (image.kind ?? 3)) };
}

const objectOf = (page: PDFPageProxy, id: string): Promise<Decoded | null> =>
  new Promise((resolve) => {
    const store = id.startsWith('g_') ? page.commonObjs : page.objs;
    (store as { get(id: string, then: (value: Decoded | null) => void): void }).get(id, resolve);
  });

function toRgba(
  data: Uint8Array | Uint8ClampedArray,
  width: number,
  height: number,
  kind: number,
): Uint8Array {
  const out = new Uint8Array(width * height * 4).fill(255);
  const rowBytes = (width + 7) >> 3;
  for (let y = 0, k = 0; y < height; y++) {
    for (let x = 0; x < width; x++, k++) {
      if (kind === 1)
        out.fill((data[y * rowBytes + (x >> 3)]! >> (7 - (x & 7))) & 1 ? 255 : 0, 4 * k, 4 * k + 3);
      else {
        const size = kind === 2 ? 3 : 4;
        for (let c = 0; c < size; c++) out[4 * k + c] = data[size * k + c]!;
      }
    }
  }
  return out;
}
