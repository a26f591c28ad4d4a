import type { Module, ModuleShape } from '../../core/outlines/modules/modules';

/**
 * Letters cut of boards for the mill's doors, built on a grid of four by five cells: # a whole board, and quarter discs with their
 * round corner at the upper right (1), upper left (2), lower left (3) or lower right (4).
 */
const BOARDS: Record<string, readonly string[]> = {
  A: ['2##1', '#..#', '####', '#..#', '#..#'],
  B: ['###1', '#..4', '###1', '#..#', '###4'],
  D: ['###1', '#..#', '#..#', '#..#', '###4'],
  E: ['2###', '#...', '###.', '#...', '3###'],
  G: ['2###', '#...', '#.##', '#..#', '3##4'],
  H: ['#..#', '#..#', '####', '#..#', '#..#'],
  I: ['##', '##', '##', '##', '##'],
  L: ['##..', '##..', '##..', '##..', '3###'],
  M: ['2#1#1', '#.#.#', '#.#.#', '#.#.#', '#.#.#'],
  N: ['###1', '#..#', '#..#', '#..#', '#..#'],
  O: ['2##1', '#..#', '#..#', '#..#', '3##4'],
  R: ['###1', '#..#', '###4', '#..1', '#..#'],
  S: ['2###', '#...', '3##1', '...#', '###4'],
  T: ['####', '.##.', '.##.', '.##.', '.##.'],
  U: ['#..#', '#..#', '#..#', '#..#', '3##4'],
  W: ['#.#.#', '#.#.#', '#.#.#', '#.#.#', '3#4#4'],
};

/** By how many quarter turns a quarter disc (round at its upper right) lies. */
const TURNS: Readonly<Record<string, 0 | 1 | 2 | 3>> = { '1': 0, '2': 1, '3': 2, '4': 3 };

/** Cells of each letter, y up from the baseline. */
export const boardLetters = (): (readonly [string, Module[]])[] =>
  Object.entries(BOARDS).map(([char, rows]) => [
    char,
    rows.flatMap((row, k) =>
      [...row].flatMap((sign, x): Module[] => {
        if (sign === '.') return [];
        const shape: ModuleShape = sign === '#' ? 'full' : 'quarter';
        return [{ x, y: rows.length - 1 - k, shape, turn: TURNS[sign] ?? 0 }];
      }),
    ),
  ]);
