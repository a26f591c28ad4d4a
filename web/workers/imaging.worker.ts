import { expose, transfer } from 'comlink';
import type { PieceRow, RecipeRow, SheetRow } from '../../core/document/schema';
import { liftSheet, type TracedSheet } from '../../core/find/liftSheet';
import { learnInk, type InkModel } from '../../core/ink/inkModel';
import { decodePicture } from '../../core/pictures/decodePicture';
import { pictureIdOf } from '../../core/pictures/pictureId';
import { ok, type Result } from '../../core/problems/problem';
import type { Picture } from '../../core/raster/picture';
import { readRegion, type InkRegion } from '../../core/trace/traceRegion';

export interface PictureFacts {
  readonly pictureId: string;
  readonly widthPx: number;
  readonly heightPx: number;
}

/** The picture decoded last, so that adding a sheet and lifting it decode once. */
let latest: Opened | null = null;

interface Opened {
  readonly id: string;
  readonly picture: Picture;
  /** What was learnt of its ink, once it was asked for. */
  ink: InkModel | null;
}

function open(bytes: Uint8Array): Result<Opened> {
  const id = pictureIdOf(bytes);
  if (latest?.id === id) return ok(latest);
  const picture = decodePicture(bytes);
  if (!picture.ok) return picture;
  latest = { id, picture: picture.value, ink: null };
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
  /** The ink about each piece, ready to be traced; the memory is handed over, not copied. */
  regions(
    bytes: Uint8Array,
    level: number | null,
    pieces: readonly Pick<PieceRow, 'box' | 'seeds'>[],
  ): Result<InkRegion[]> {
    const opened = open(bytes);
    if (!opened.ok) return opened;
    const learnt: Result<InkModel> = opened.value.ink ? ok(opened.value.ink) : learnInk(opened.value.picture);
    if (!learnt.ok) return learnt;
    opened.value.ink = learnt.value;
    const ink = { ...learnt.value, level: level ?? learnt.value.level };
    const regions = pieces.map((p) => readRegion(opened.value.picture, ink, p.box, p.seeds));
    return transfer(
      ok(regions),
      regions.map((r) => r.field.data.buffer as ArrayBuffer),
    );
  },
};
export type ImagingApi = typeof api;
expose(api);
