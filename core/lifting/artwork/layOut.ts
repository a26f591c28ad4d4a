import type { TracedPiece, TracedSheet } from '../find/tracedSheet';
import { contoursBox } from '../../foundations/geometry/measure';
import { commonFoot } from './commonFoot';
import { moveArtwork, type Artwork } from './readArtwork';

/** Drawings of one drop with what their names say. */
export interface NamedArtwork {
  readonly artwork: Artwork;
  readonly stem: string;
  readonly char: string | null;
  readonly variant: string | null;
}

/** A sheet made by laying drawings out beside each other. */
export interface LaidOut extends TracedSheet {
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Height of the tallest drawing on the sheet, px: enough that distances in px stay handy. */
const CELL_PX = 240;
const GAP_PX = 60;
/** Upper edge of a row of boards on such a sheet, px. */
export const rowTop = (row: number): number => GAP_PX + row * (CELL_PX + GAP_PX);

/** Boards that differ by less are one set, drawn to one scale and on one line. */
const SAME_BOARD = 1.02;

/** A drawing scaled so that its board's longer side is as long as a cell: 24 and 512 px boards are drawn alike. */
function onUnitBoard(item: NamedArtwork): NamedArtwork {
  const { artwork } = item;
  const { width, height } = artwork.board;
  const k = CELL_PX / (Math.max(width, height) || 1);
  const moved = moveArtwork(artwork, k, 0, (CELL_PX - k * height) / 2);
  const box = contoursBox(moved.outline) ?? artwork.box;
  return { ...item, artwork: { ...artwork, ...moved, box, board: { width: k * width, height: CELL_PX } } };
}

/**
 * Drawings of several files as one sheet, in rows, at one scale. When all have the same board, each keeps its place on it,
 * so that baselines agree; else each stands on its own foot. Icons are each sized by their own board, whatever its px are.
 */
export function layOutArtwork(drawings: readonly NamedArtwork[], icons = false): LaidOut {
  const items = icons ? drawings.map(onUnitBoard) : drawings;
  const heights = items.map((i) => i.artwork.board.height);
  const sameBoard = Math.max(...heights) <= SAME_BOARD * Math.min(...heights);
  const tall = sameBoard
    ? heights[0]!
    : Math.max(...items.map(({ artwork: { box } }) => box.yMax - box.yMin));
  const k = CELL_PX / (tall || 1);
  const columns = Math.max(1, Math.ceil(Math.sqrt(items.length * 1.6)));
  const foot = commonFoot(items.map((i) => ({ char: i.char, foot: i.artwork.box.yMax })));
  const pieces: TracedPiece[] = [];
  let [x, row, widest] = [GAP_PX, 0, 0];
  items.forEach(({ artwork, stem, char, variant }, order) => {
    if (order > 0 && order % columns === 0) [x, row] = [GAP_PX, row + 1];
    const top = rowTop(row);
    const { box } = artwork;
    const dy = sameBoard ? top : top + CELL_PX - box.yMax * k;
    const moved = moveArtwork(artwork, k, x - box.xMin * k, dy);
    const at = contoursBox(moved.outline)!;
    pieces.push({
      box: { x: at.xMin, y: at.yMin, width: at.xMax - at.xMin, height: at.yMax - at.yMin },
      seeds: [],
      cuts: [],
      order,
      row,
      baselineY: sameBoard ? top + foot * k : at.yMax,
      char,
      variant,
      name: stem,
      confidence: char === null ? 0 : 1,
      unread: artwork.notUnderstood,
      ...moved,
    });
    x += at.xMax - at.xMin + GAP_PX;
    widest = Math.max(widest, x);
  });
  return {
    skewRad: 0,
    capHeightPx: 0,
    specksDropped: 0,
    printedLines: 0,
    pieces,
    widthPx: Math.ceil(widest),
    heightPx: GAP_PX + (row + 1) * (CELL_PX + GAP_PX),
  };
}
