import { encode } from 'fast-png';
import { ok, type Result } from '../../foundations/problems/problem';
import type { Vec } from '../../foundations/geometry/vec';
import type { PxBox } from '../../foundations/raster/picture';
import { pictureIdOf } from '../../readers/pictures/pictureId';
import type { SheetInk } from '../printed/readSheet';
import type { Cut } from './cut';
import { keptPicture } from './keptPicture';

/** The drawing of a piece as a picture of its own: PNG, clear where there is no ink, named by the hash of its bytes. */
export interface KeptDrawing {
  readonly pieceId: string;
  readonly pictureId: string;
  /** Where it lies on the sheet, px. */
  readonly box: PxBox;
  readonly png: Uint8Array;
}

interface PieceOfSheet {
  readonly id: string;
  readonly box: PxBox;
  readonly seeds: readonly Vec[];
  readonly cuts: readonly Cut[];
}

/** The drawings of some pieces taken off the paper of their sheet; pieces without ink have none. `level`: density at which ink begins. */
export function keptDrawings(
  { picture, ink }: SheetInk,
  level: number | null,
  pieces: readonly PieceOfSheet[],
  onProgress: (share: number) => void = () => {},
): Result<KeptDrawing[]> {
  const drawings = pieces.flatMap((piece, i): KeptDrawing[] => {
    onProgress(i / pieces.length);
    const kept = keptPicture(picture, { ...ink, level: level ?? ink.level }, piece);
    if (!kept) return [];
    const { width, height, data } = kept.picture;
    const png = new Uint8Array(encode({ width, height, data: new Uint8Array(data), channels: 4, depth: 8 }));
    return [{ pieceId: piece.id, pictureId: pictureIdOf(png), box: kept.box, png }];
  });
  return ok(drawings);
}
