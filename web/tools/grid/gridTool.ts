import { withCell, type Module } from '../../../core/outlines/modules/modules';

export interface Cell {
  readonly x: number;
  readonly y: number;
}

/** What a click paints; null clears. */
type Brush = Pick<Module, 'shape' | 'turn'> | null;

/** Cells painted since the pointer went down; null when it is up. */
export interface Painting {
  readonly cells: readonly Module[];
  readonly clears: boolean;
}

export interface GridPointer {
  readonly type: 'down' | 'move' | 'up' | 'cancel';
  /** The cell under the pointer; null beside the grid. */
  readonly cell: Cell | null;
  /** The other button of the pointer clears. */
  readonly other: boolean;
}

export interface GridScene {
  readonly cells: readonly Module[];
  readonly brush: Brush;
}

export interface GridAnswer {
  readonly gesture: Painting | null;
  /** The letter's cells after what was painted. */
  readonly done?: readonly Module[];
}

const at = (cells: readonly Module[], { x, y }: Cell) => cells.find((c) => c.x === x && c.y === y);
const same = (a: Module | undefined, b: Brush) =>
  a !== undefined && b?.shape === a.shape && b.turn === a.turn;

const paint = (cells: readonly Module[], cell: Cell, brush: Brush, clears: boolean): readonly Module[] =>
  withCell(cells, cell.x, cell.y, clears || !brush ? null : { ...cell, ...brush });

/** One step of painting by pointer: a cell that has the brush's shape already is cleared, and so are those dragged over then. */
export function gridTool(
  gesture: Painting | null,
  event: GridPointer,
  { cells, brush }: GridScene,
): GridAnswer {
  const { type, cell, other } = event;
  if (type === 'down') {
    if (!cell) return { gesture };
    const clears = !brush || other || same(at(cells, cell), brush);
    return { gesture: { cells: paint(cells, cell, brush, clears), clears } };
  }
  if (!gesture || type === 'cancel') return { gesture: null };
  if (type === 'up') return { gesture: null, done: gesture.cells };
  if (!cell) return { gesture };
  const has = at(gesture.cells, cell);
  const changes = gesture.clears ? has !== undefined : !same(has, brush);
  return changes
    ? { gesture: { ...gesture, cells: paint(gesture.cells, cell, brush, gesture.clears) } }
    : { gesture };
}

/** Cells that can be reached: columns and rows from the lowest to the highest, both included. */
export interface GridRoom {
  readonly columns: number;
  readonly low: number;
  readonly high: number;
}

export interface GridKeyAnswer {
  readonly cursor: Cell | null;
  readonly done?: readonly Module[];
  /** Whether the key meant something here. */
  readonly taken: boolean;
}

const STEPS: Record<string, Cell> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: 1 },
  ArrowDown: { x: 0, y: -1 },
};
const within = (v: number, low: number, high: number) => Math.max(low, Math.min(high, v));

/** The same by keys: arrows move a cursor, Space paints or clears under it. The first arrow shows where it is. */
export function gridKey(
  cursor: Cell | null,
  key: string,
  { cells, brush }: GridScene,
  { columns, low, high }: GridRoom,
): GridKeyAnswer {
  const now = cursor ?? { x: 0, y: 0 };
  const step = STEPS[key];
  if (step) {
    const moved = { x: within(now.x + step.x, 0, columns - 1), y: within(now.y + step.y, low, high) };
    return { cursor: cursor ? moved : now, taken: true };
  }
  if (key !== ' ') return { cursor, taken: false };
  return { cursor: now, done: paint(cells, now, brush, same(at(cells, now), brush)), taken: true };
}
