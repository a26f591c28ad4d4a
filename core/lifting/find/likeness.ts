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
  const data = new Uint8Array(width * height);
  const queue = new Int32Array(width * height);
  let end = 0;
  const take = (k: number) => {
    if (!open[k]) return;
    open[k] = 0;
    data[k] = 1;
    queue[end++] = k;
  };
  for (const { seed } of letter.parts) {
    const [x, y] = [Math.floor(seed.x) - x0, Math.floor(seed.y) - y0];
    if (x >= 0 && y >= 0 && x < width && y < height) take(y * width + x);
  }
  for (let i = 0; i < end; i++) {
    const k = queue[i]!;
    const x = k % width;
    const [left, right] = [x > 0, x < width - 1];
    for (let row = k - width; row <= k + width; row += width) {
      if (row < 0 || row >= data.length) continue;
      if (left) take(row - 1);
      take(row);
      if (right) take(row + 1);
    }
  }
  return { width, height, data };
}

/** What each letter looks like, from its own ink and how it stands on its line. */
export const likenessOfAll = (
  mask: ByteImage,
  letters: readonly FoundLetter[],
  forms: readonly MeasuredForm[],
): ShapeLikeness[] => letters.map((letter, i) => shapeLikeness(letterMask(mask, letter), forms[i]!));
