import type { Migration } from './migration';
import { rowsOf } from './migration';

/**
 * Version 0, the trial form: code points were a single number called `codePoint`, sheets had no seating.
 * Kept as the worked example of a migration, with a saved project of that version as its fixture.
 */
export const from0: Migration = (data) => {
  const glyphs = rowsOf(data, 'glyphs').map(([id, { codePoint, ...rest }]) => [
    id,
    { ...rest, codePoints: typeof codePoint === 'number' ? [codePoint] : [] },
  ]);
  const sheets = rowsOf(data, 'sheets').map(([id, sheet]) => [
    id,
    { ...sheet, seating: { reference: 'one-factor', capReference: 'H', smallReference: 'x' } },
  ]);
  return { ...data, glyphs: Object.fromEntries(glyphs), sheets: Object.fromEntries(sheets) };
};
