import type { TextLines } from './lines';
import { SLANT } from './parameters';

/**
 * How writing leans, x per y upwards: the shear after which its upright strokes stand in the sharpest columns (projection profile,
 * as for slopes).
 */
export function slantOf({ lines, slope, penPx, xHeight }: TextLines): number {
  const points: { x: number; up: number; line: number }[] = [];
  lines.forEach(({ baseY, patches }, line) => {
    for (const { runs } of patches)
      for (const { y, from, to } of runs) {
        const x = (from + to) / 2;
        const up = baseY + slope * x - y - 0.5;
        if (to - from <= SLANT.uprightPens * penPx && up > 0 && up < 2 * xHeight)
          points.push({ x, up, line });
      }
  });
  const bin = Math.max(1, penPx / 2);
  const across = Math.ceil(points.reduce((m, p) => Math.max(m, p.x), 0) / bin) + 2;
  const shift = Math.ceil((SLANT.to * 2 * xHeight) / bin) + 1;
  const width = across + 2 * shift;
  const sharpness = (shear: number) => {
    const columns = new Float64Array(width * lines.length);
    for (const { x, up, line } of points) {
      const at = line * width + shift + Math.floor((x - shear * up) / bin);
      columns[at] = (columns[at] ?? 0) + 1;
    }
    return columns.reduce((s, v) => s + v * v, 0);
  };
  const bestOf = (from: number, to: number, step: number) => {
    let [best, most] = [0, -Infinity];
    for (let s = from; s <= to; s += step) {
      const sharp = sharpness(s);
      if (sharp > most) [best, most] = [s, sharp];
    }
    return best;
  };
  const rough = bestOf(SLANT.from, SLANT.to, SLANT.step);
  return bestOf(rough - SLANT.step, rough + SLANT.step, SLANT.fine);
}
