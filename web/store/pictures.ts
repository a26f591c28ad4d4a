import useSWRImmutable from 'swr/immutable';
import { db } from '../persistence/db';

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
