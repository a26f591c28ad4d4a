import { z } from 'zod';

/** Shapes a cell of the grid can hold. */
export const MODULE_SHAPES = ['full', 'quarter', 'hollow', 'wedge', 'dot'] as const;
export type ModuleShape = (typeof MODULE_SHAPES)[number];

/** A filled cell. Columns from the left, rows from the baseline upwards (below it negative); turns counter-clockwise. */
export const moduleSchema = z.object({
  x: z.number().int().min(-64).max(64),
  y: z.number().int().min(-64).max(64),
  shape: z.enum(MODULE_SHAPES),
  /** The corner it leans on: 0 left bottom, 1 right bottom, 2 right top, 3 left top. */
  turn: z.number().int().min(0).max(3),
});
export type Module = Readonly<z.infer<typeof moduleSchema>>;

/** Cells with one painted or, with null, cleared. */
export const withCell = (cells: readonly Module[], x: number, y: number, cell: Module | null): Module[] => [
  ...cells.filter((c) => c.x !== x || c.y !== y),
  ...(cell ? [cell] : []),
];
