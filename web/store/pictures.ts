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

/** The picture as its recipe has it read: mirrored for metal type. */
export function useSheetImage(pictureId: string | null | undefined, mirror: boolean): SheetImage | null {
  const image = usePicture(pictureId);
  return useMemo(() => {
    if (!image || !mirror) return image;
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [image.naturalWidth, image.naturalHeight];
    const g = canvas.getContext('2d')!;
    g.setTransform(-1, 0, 0, 1, canvas.width, 0);
    g.drawImage(image, 0, 0);
    return canvas;
  }, [image, mirror]);
}
