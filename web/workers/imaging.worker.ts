import { expose } from 'comlink';
import type { SheetRow, RecipeRow } from '../../core/document/schema';
import { liftSheet, type TracedSheet } from '../../core/find/liftSheet';
import { decodePicture } from '../../core/pictures/decodePicture';
import { pictureIdOf } from '../../core/pictures/pictureId';
import { ok, type Result } from '../../core/problems/problem';
import type { Picture } from '../../core/raster/picture';

export interface PictureFacts {
  readonly pictureId: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The picture decoded last, so that adding a sheet and lifting it decode once. */
let latest: { id: string; picture: Picture } | null = null;

function open(bytes: Uint8Array): Result<{ id: string; picture: Picture }> {
  const id = pictureIdOf(bytes);
  if (latest?.id === id) return ok(latest);
  const picture = decodePicture(bytes);
  if (!picture.ok) return picture;
  latest = { id, picture: picture.value };
  return ok(latest);
}

const api = {
  facts(bytes: Uint8Array): Result<PictureFacts> {
    const opened = open(bytes);
    if (!opened.ok) return opened;
    const { id, picture } = opened.value;
    return ok({ pictureId: id, widthPx: picture.width, heightPx: picture.height });
  },
  lift(
    bytes: Uint8Array,
    sheet: SheetRow,
    recipe: RecipeRow,
    onProgress: (stage: string, share: number) => void,
  ): Result<TracedSheet> {
    const opened = open(bytes);
    if (!opened.ok) return opened;
    let told = 0;
    return liftSheet(opened.value.picture, sheet, recipe, (stage, share) => {
      const now = Date.now();
      if (now - told < 60) return;
      told = now;
      onProgress(stage, share);
    });
  },
};
export type ImagingApi = typeof api;
expose(api);
