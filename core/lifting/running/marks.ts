import type { Aligned, TextSpot } from './lattice';
import { along, type Upright } from './atoms';
import { MARKS } from './parameters';
import type { Patch } from './patches';
import type { AtomRow } from './slices';

/** A raised patch of a line, and the letter (index in the reading) whose ink it lies above; null above none. */
interface Mark {
  readonly patch: Patch;
  readonly line: number;
  readonly at: number;
  owner: number | null;
}

/** Which raised patches are whose: by letters of the reading, and by raised signs (index of their spot). */
export interface SharedMarks {
  readonly ofLetters: ReadonlyMap<number, readonly Patch[]>;
  readonly signs: ReadonlyMap<number, { readonly line: number; readonly patches: readonly Patch[] }>;
}

/** Whether a character has a dot or mark above (Unicode NFD). */
const hasMark = (char: string): boolean =>
  char === 'i' || char === 'j' || /[\u0300-\u0315\u031a]/.test(char.normalize('NFD'));

/** Ticks of a sign. */
const ticksOf = (char: string): number => (/["\u201c\u201d]/.test(char) ? 2 : 1);

function marksOf(read: readonly Aligned[], row: AtomRow, u: Upright): Mark[] {
  const place = (line: number, p: Patch) => along(row.lines[line]?.baseY ?? 0, u, p.centerX, p.centerY);
  const owners = new Map<number, number>();
  read.forEach(({ slice }, k) => {
    for (let i = slice.start; i < slice.end; i++) owners.set(i, k);
  });
  const on = row.atoms.flatMap((atom, i) => {
    const line = row.lineOf[i] ?? 0;
    return atom.marks.map((patch) => ({ patch, line, at: place(line, patch), owner: owners.get(i) ?? null }));
  });
  const loose = row.lines.flatMap((l, line) =>
    l.loose.map((patch) => ({ patch, line, at: place(line, patch), owner: null })),
  );
  return [...on, ...loose];
}

/**
 * Shares raised patches out when letters have their places: a dot that hangs beside its i comes to it, and what stands raised
 * between two letters where the text has a sign is that sign.
 */
export function shareMarks(
  read: readonly Aligned[],
  spots: readonly TextSpot[],
  row: AtomRow,
  u: Upright,
): SharedMarks {
  const marks = marksOf(read, row, u);
  const charOf = (k: number | null) => (k === null ? '' : (spots[read[k]?.spot ?? -1]?.char ?? ''));
  const free = (m: Mark) => m.owner === null || !hasMark(charOf(m.owner));
  const room = read.map(({ slice }) => {
    const own = row.atoms.slice(slice.start, slice.end);
    const [from, to] = [Math.min(...own.map((a) => a.from)), Math.max(...own.map((a) => a.to))];
    return { from, to, line: row.lineOf[slice.start] ?? 0 };
  });
  read.forEach((_, k) => {
    const own = room[k];
    if (!own || !hasMark(charOf(k)) || marks.some((m) => m.owner === k)) return;
    const off = (m: Mark) => Math.abs(m.at - (own.from + own.to) / 2);
    const reach = (own.to - own.from) / 2 + MARKS.beside * u.xHeight;
    const near = marks
      .filter((m) => m.line === own.line && free(m) && off(m) <= reach)
      .sort((a, b) => off(a) - off(b))[0];
    if (near) near.owner = k;
  });
  const bySpot = new Map(read.map((a, k) => [a.spot, k]));
  const signs = new Map<number, { line: number; patches: Patch[] }>();
  spots.forEach((spot, s) => {
    if (!spot.raised || bySpot.has(s)) return;
    const before = spot.starts ? undefined : room[bySpot.get(s - 1) ?? -1];
    const after = spots[s + 1]?.starts ? undefined : room[bySpot.get(s + 1) ?? -1];
    const line = (before ?? after)?.line;
    const from = before ? (before.from + before.to) / 2 : (after?.from ?? 0) - MARKS.signRoom * u.xHeight;
    const to = after ? (after.from + after.to) / 2 : (before?.to ?? 0) + MARKS.signRoom * u.xHeight;
    const own = marks.filter((m) => m.line === line && free(m) && m.at >= from && m.at <= to);
    if (line === undefined || own.length === 0) return;
    const taken = own.slice(0, ticksOf(spot.char));
    for (const m of taken) m.owner = null;
    marks.splice(0, marks.length, ...marks.filter((m) => !taken.includes(m)));
    signs.set(s, { line, patches: taken.map((m) => m.patch) });
  });
  const ofLetters = new Map<number, Patch[]>();
  for (const m of marks)
    if (m.owner !== null) ofLetters.set(m.owner, [...(ofLetters.get(m.owner) ?? []), m.patch]);
  return { ofLetters, signs };
}
