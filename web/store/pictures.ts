import { useMemo } from 'react';
import useSWRImmutable from 'swr/immutable';
import { db } from '../persistence/db';

/** A picture that can be drawn. */
export type SheetImage = HTMLImageElement | HTMLCanvasElement;

/** A sheet's picture, decoded by the browser for showing (it turns by EXIF as our own decoder does). */
async function loadImage([, id]: readonly [string, string]): Promise<HTMLImageElement | null> {
  const stored = await db.pictures.get(id);
  if (!stored) return null;
  const image = new Image();
  image.src = URL.createObjectURL(stored.blob);
  // Decoding happens off the main thread; drawing before it is done would block.
  await image.decode();
  return image;
}

export const usePicture = (pictureId: string | null | undefined): HTMLImageElement | null =>
  useSWRImmutable(pictureId ? (['picture', pictureId] as const) : null, loadImage).data ?? null;

/** The picture as it is read: turned, and mirrored for metal type. */
export function useSheetImage(
  pictureId: string | null | undefined,
  mirror: boolean,
  quarterTurns: number,
): SheetImage | null {
  const image = usePicture(pictureId);
  return useMemo(() => {
    if (!image || (!mirror && quarterTurns === 0)) return image;
    const canvas = document.createElement('canvas');
    const { naturalWidth: w, naturalHeight: h } = image;
    [canvas.width, canvas.height] = quarterTurns % 2 === 0 ? [w, h] : [h, w];
    const g = canvas.getContext('2d')!;
    g.translate(canvas.width / 2, canvas.height / 2);
    if (mirror) g.scale(-1, 1);
    g.rotate((quarterTurns * Math.PI) / 2);
    g.drawImage(image, -w / 2, -h / 2);
    return canvas;
  }, [image, mirror, quarterTurns]);
}
