import type { ByteImage } from '../raster/picture';
import { shapeLikeness, type ShapeLikeness } from '../shapes/classify';
import type { MeasuredForm } from './alignLabels';
import { beyondCut } from './cut';
import type { FoundLetter } from './letters';

/** The ink of one letter alone, tight around it: its own patches of the page's mask (8 neighbours). */
export function letterMask(mask: ByteImage, letter: Pick<FoundLetter, 'box' | 'parts' | 'cuts'>): ByteImage {
  const { x: x0, y: y0, width, height } = letter.box;
  const data = new Uint8Array(width * height);
  const queue: number[] = [];
  const take = (x: number, y: number) => {
    if (x < 0 || y < 0 || x >= width || y >= height) return;
    const k = y * width + x;
    if (data[k] || !mask.data[(y + y0) * mask.width + x + x0]) return;
    if (letter.cuts.some((c) => beyondCut(c, { x: x + x0 + 0.5, y: y + y0 + 0.5 }) <= 0)) return;
    data[k] = 1;
    queue.push(k);
  };
  for (const { seed } of letter.parts) take(Math.floor(seed.x) - x0, Math.floor(seed.y) - y0);
  for (let i = 0; i < queue.length; i++) {
    const [x, y] = [queue[i]! % width, Math.floor(queue[i]! / width)];
    for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) take(x + dx, y + dy);
  }
  return { width, height, data };
}

/** What each letter looks like, from its own ink and how it stands on its line. */
export const likenessOfAll = (
  mask: ByteImage,
  letters: readonly FoundLetter[],
  forms: readonly MeasuredForm[],
): ShapeLikeness[] => letters.map((letter, i) => shapeLikeness(letterMask(mask, letter), forms[i]!));
