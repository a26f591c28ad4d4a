import { unionPxBox, type ByteImage } from '../../foundations/raster/picture';
import { likenessTo, type ShapeLikeness } from '../shapes/classify';
import { characterForm } from './expected';
import type { FoundLetter } from './letters';
import { letterMask } from './likeness';
import type { Part } from './parts';

/** A patch with more ink than this (in squares of the pen's width) is no speck. */
const MOST_INK = 2.5;
/** A speck keeps this far from the letter's other ink, in widths of the pen; what is nearer is a stroke that broke. */
const LEAST_GAP = 0.6;

/** What is asked of a letter: its look with some of its patches. */
type Look = (letter: FoundLetter) => ShapeLikeness;

/**
 * A letter without patches that its character has no place for, each no larger than a dot, lying apart, and without which it looks
 * no less like it: a speck above a z, one inside an A. Null when there is none.
 */
export function withoutStrays(
  mask: ByteImage,
  letter: FoundLetter,
  char: string,
  penPx: number,
  look: Look,
): FoundLetter | null {
  const form = characterForm(char);
  if (!form || letter.parts.length <= form.parts || letter.cuts.length > 0) return null;
  const small = [...letter.parts]
    .filter((p) => p.area <= MOST_INK * penPx * penPx)
    .sort((a, b) => a.area - b.area);
  let now = letter;
  for (const part of small) {
    if (now.parts.length <= form.parts || !liesApart(mask, now, part, LEAST_GAP * penPx)) continue;
    const rest = now.parts.filter((p) => p !== part);
    const without = { ...now, parts: rest, box: rest.map((p) => p.box).reduce(unionPxBox) };
    const [before, after] = [now, without].map((l) => likenessTo(look(l), char) ?? 0);
    if (after! >= before!) now = without;
  }
  return now === letter ? null : now;
}

/** Whether a patch keeps away from all other ink of its letter. */
function liesApart(mask: ByteImage, letter: FoundLetter, part: Part, gapPx: number): boolean {
  const others = letter.parts.filter((p) => p !== part);
  if (others.length === 0) return false;
  const own = letterMask(mask, { box: part.box, parts: [part], cuts: [] });
  const box = others.map((p) => p.box).reduce(unionPxBox);
  const ink = letterMask(mask, { box, parts: others, cuts: [] });
  const reach = Math.ceil(gapPx);
  for (let y = 0; y < own.height; y++)
    for (let x = 0; x < own.width; x++) {
      if (!own.data[y * own.width + x]) continue;
      const [cx, cy] = [x + part.box.x - box.x, y + part.box.y - box.y];
      for (let j = Math.max(0, cy - reach); j <= Math.min(ink.height - 1, cy + reach); j++)
        for (let i = Math.max(0, cx - reach); i <= Math.min(ink.width - 1, cx + reach); i++)
          if (ink.data[j * ink.width + i] && Math.hypot(i - cx, j - cy) < gapPx) return false;
    }
  return true;
}
