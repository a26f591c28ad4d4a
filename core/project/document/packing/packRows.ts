import type { Contour } from '../../../foundations/geometry/contour';
import type { ProjectDiff } from '../changes/diff';
import { isPacked, packContours, unpackContours } from './packContours';

/** Fields of rows that hold outlines, and those that hold things that hold outlines. */
const OUTLINES = ['outline', 'contours', 'lines'] as const;
const HOLDERS = ['layers', 'kept', 'skeleton'] as const;

/** An edit with its rows packed; the same back. */
export const packDiff = (diff: ProjectDiff): ProjectDiff => mapRows(diff, packRow);
export const unpackDiff = (diff: ProjectDiff): ProjectDiff => mapRows(diff, unpackRow);

const mapRows = (diff: ProjectDiff, change: (row: object) => unknown): ProjectDiff => ({
  ...diff,
  changes: diff.changes.map((c) => ({
    ...c,
    before: c.before && change(c.before),
    after: c.after && change(c.after),
  })) as ProjectDiff['changes'],
});

type Fields = Record<string, unknown>;
const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;

/** A row with its outlines as numbers, for storage and for other threads (packContours); others come back as they are. */
export const packRow = (row: object): object => mapOutlines(row as Fields, pack);

/** A row that was packed, or one that never was. What can't be unpacked stays as it is, for whoever checks the row. */
export const unpackRow = (row: unknown): unknown => (isFields(row) ? mapOutlines(row, unpack) : row);

const pack = (value: unknown): unknown =>
  Array.isArray(value) && value.length > 0 ? packContours(value as Contour[]) : value;

const unpack = (value: unknown): unknown => (isPacked(value) ? (unpackContours(value) ?? value) : value);

function mapOutlines(row: Fields, change: (value: unknown) => unknown): Fields {
  let made = row;
  const put = (key: string, value: unknown) => {
    if (value === row[key]) return;
    if (made === row) made = { ...row };
    made[key] = value;
  };
  for (const key of OUTLINES) if (key in row) put(key, change(row[key]));
  for (const key of HOLDERS) {
    const held = row[key];
    if (Array.isArray(held)) {
      const all = held.map((h: unknown) => (isFields(h) ? mapOutlines(h, change) : h));
      if (all.some((h, i) => h !== held[i])) put(key, all);
    } else if (isFields(held)) put(key, mapOutlines(held, change));
  }
  return made;
}
