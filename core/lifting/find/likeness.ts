import type { Vec } from '../../foundations/geometry/vec';
import { joinedRuns, type JoinedRuns } from '../../foundations/raster/joinedRuns';
import type { ByteImage } from '../../foundations/raster/picture';
import { shapeLikeness, type ShapeLikeness } from '../shapes/classify';
import type { MeasuredForm } from './rowForms';
import { keptByCut } from './cut';
import type { FoundLetter } from './letters';

/** The ink of one letter alone, tight around it: its own patches of the page's mask (8 neighbours). */
export function letterMask(mask: ByteImage, letter: Pick<FoundLetter, 'box' | 'parts' | 'cuts'>): ByteImage {
  const { x: x0, y: y0, width, height } = letter.box;
  // What may be taken: the box's ink that all cuts keep.
  let open: Uint8Array = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const row = (y + y0) * mask.width + x0;
    for (let x = 0; x < width; x++) open[y * width + x] = mask.data[row + x]! > 0 ? 1 : 0;
  }
  for (const cut of letter.cuts) open = keptByCut({ width, height, data: open }, x0, y0, cut);
  const runs = joinedRuns({ width, height, data: open }, 'ink', true);
  const own = patchesAt(
    runs,
    letter.parts.map(({ seed }) => ({ x: Math.floor(seed.x) - x0, y: Math.floor(seed.y) - y0 })),
  );
  const data = new Uint8Array(width * height);
  runs.patch.forEach((patch, i) => {
    const start = (runs.row[i] ?? 0) * width;
    if (own.has(patch)) data.fill(1, start + (runs.from[i] ?? 0), start + (runs.to[i] ?? 0));
  });
  return { width, height, data };
}

/** Patches that places lie in, px. */
function patchesAt(runs: JoinedRuns, places: readonly Vec[]): Set<number> {
  const own = new Set<number>();
  runs.patch.forEach((patch, i) => {
    const [row, from, to] = [runs.row[i], runs.from[i] ?? 0, runs.to[i] ?? 0];
    if (places.some((p) => p.y === row && p.x >= from && p.x < to)) own.add(patch);
  });
  return own;
}

/** What each letter looks like, from its own ink and how it stands on its line. */
export const likenessOfAll = (
  mask: ByteImage,
  letters: readonly FoundLetter[],
  forms: readonly MeasuredForm[],
): ShapeLikeness[] => letters.map((letter, i) => shapeLikeness(letterMask(mask, letter), forms[i]!));
