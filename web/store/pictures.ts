import { useMemo } from 'react';
import { mutate } from 'swr';
import useSWRImmutable from 'swr/immutable';
import { storage } from '../persistence/projects';

/** A picture that can be drawn. */
export type SheetImage = HTMLImageElement | HTMLCanvasElement;

/** A sheet's picture, decoded by the browser for showing (it turns by EXIF as our own decoder does). */
async function loadImage([, id]: readonly [string, string]): Promise<HTMLImageElement | null> {
  const blob = await storage.pictures.blob(id);
  if (!blob) return null;
  const image = new Image();
  const address = URL.createObjectURL(blob);
  image.src = address;
  try {
    // Decoding happens off the main thread; drawing before it is done would block.
    await image.decode();
    return image;
  } finally {
    // The picture is held by the image from here on; its address would hold the file as well.
    URL.revokeObjectURL(address);
  }
}

/** Forgets decoded pictures, so that those of a project that was left take no memory. */
export const forgetPictures = (): void =>
  void mutate((key) => Array.isArray(key) && key[0] === 'picture', undefined, { revalidate: false });

const usePicture = (pictureId: string | null | undefined): HTMLImageElement | null =>
  useSWRImmutable(pictureId ? (['picture', pictureId] as const) : null, loadImage).data ?? null;

/** Pictures by their hashes; null while one of them isn't there yet. */
export function usePictures(ids: readonly string[]): readonly HTMLImageElement[] | null {
  const load = () => Promise.all(ids.map((id) => loadImage(['picture', id])));
  const { data } = useSWRImmutable(ids.length > 0 ? ['picture', ...ids] : null, load);
  return useMemo(() => {
    const there = data?.flatMap((image) => image ?? []);
    return there?.length === ids.length ? there : null;
  }, [data, ids.length]);
}

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
