import { unionPxBox, type ByteImage, type PxBox } from '../../foundations/raster/picture';
import { keptByCut, turnedCut, type Cut } from './cut';
import type { FoundLetter } from './letters';
import { letterMask } from './likeness';
import { CUTS } from './parameters';
import { connectedParts, type Part } from './parts';

/** What a cut leaves of a letter on each side; null when one side is (nearly) empty. `own`: its mask, when it is known. */
export function cutLetter(
  mask: ByteImage,
  letter: FoundLetter,
  cut: Cut,
  own = letterMask(mask, letter),
): [FoundLetter, FoundLetter] | null {
  const halves = [cut, turnedCut(cut)].map((side) => half(own, letter, side));
  return halves[0] && halves[1] ? [halves[0], halves[1]] : null;
}

function half(own: ByteImage, letter: FoundLetter, side: Cut): FoundLetter | null {
  const { x, y } = letter.box;
  const all = connectedParts({ ...own, data: keptByCut(own, x, y, side) });
  const ink = all.reduce((sum, p) => sum + p.area, 0);
  const kept = all.filter(
    (p) => p.area > CUTS.leavingsOfBox * own.data.length && p.area >= CUTS.leavings * ink,
  );
  if (kept.length === 0) return null;
  const parts = kept.map((p) => moved(p, x, y));
  return { ...letter, parts, box: parts.map((p) => p.box).reduce(unionPxBox), cuts: [...letter.cuts, side] };
}

const moved = (p: Part, x: number, y: number): Part => ({
  ...p,
  box: { ...p.box, x: p.box.x + x, y: p.box.y + y } satisfies PxBox,
  centerX: p.centerX + x,
  centerY: p.centerY + y,
  seed: { x: p.seed.x + x, y: p.seed.y + y },
});

/** Straight cuts of a letter (`own`: its mask) from top to bottom that go through the least ink, the thinnest first, well apart from each other. */
export function likelyCuts(own: ByteImage, letter: FoundLetter): { cut: Cut; inkPx: number }[] {
  const { width, height } = own;
  const step = Math.max(1, Math.floor(width / CUTS.places));
  const found: { cut: Cut; inkPx: number; at: number }[] = [];
  for (const slant of CUTS.slants) {
    for (let at = width * CUTS.edge; at <= width * (1 - CUTS.edge); at += step) {
      let inkPx = 0;
      for (let y = 0; y < height; y++) {
        const x = Math.floor(at + slant * (y + 0.5 - height / 2));
        if (x >= 0 && x < width) inkPx += own.data[y * width + x]!;
      }
      const top = { x: letter.box.x + at - (slant * height) / 2, y: letter.box.y };
      found.push({
        // From the foot to the top: the right-hand side is kept first.
        cut: { x0: top.x + slant * height, y0: top.y + height, x1: top.x, y1: top.y },
        inkPx,
        at,
      });
    }
  }
  found.sort((a, b) => a.inkPx - b.inkPx);
  const apart: typeof found = [];
  for (const f of found) {
    if (apart.length >= CUTS.most) break;
    if (
      apart.every(
        (o) =>
          Math.abs(o.at - f.at) > CUTS.apart * width ||
          Math.abs(o.cut.x0 - o.cut.x1 - f.cut.x0 + f.cut.x1) > CUTS.turned * height,
      )
    )
      apart.push(f);
  }
  return apart;
}
