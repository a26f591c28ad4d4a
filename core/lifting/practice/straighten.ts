import { overWhite } from '../../foundations/raster/overWhite';
import type { Picture } from '../../foundations/raster/picture';
import { project } from './homography';
import type { FoundPage } from './readPage';

/** Resolution pages are brought to at the most, px per mm: 300 px to the inch. */
const MOST_PX_PER_MM = 12;

/** The page as if it lay flat under a scanner: upright, without perspective. Bilinear. */
export function straightenPage(
  picture: Picture,
  { page, map }: FoundPage,
): { picture: Picture; pxPerMm: number } {
  const a = project(map, page.marks[0]!);
  const b = project(map, page.marks[2]!);
  const diagonal = Math.hypot(page.marks[2]!.x - page.marks[0]!.x, page.marks[2]!.y - page.marks[0]!.y);
  const pxPerMm = Math.min(MOST_PX_PER_MM, Math.hypot(b.x - a.x, b.y - a.y) / diagonal);
  const [width, height] = [Math.round(page.widthMm * pxPerMm), Math.round(page.heightMm * pxPerMm)];
  const data = new Uint8Array(width * height * 4);
  const { data: from, width: w, height: h } = overWhite(picture);
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      const p = project(map, { x: (x + 0.5) / pxPerMm, y: (y + 0.5) / pxPerMm });
      const sx = Math.max(0, Math.min(w - 1.001, p.x - 0.5));
      const sy = Math.max(0, Math.min(h - 1.001, p.y - 0.5));
      const [ix, iy] = [Math.floor(sx), Math.floor(sy)];
      const [fx, fy] = [sx - ix, sy - iy];
      const i = (iy * w + ix) * 4;
      const below = iy + 1 < h ? w * 4 : 0;
      const right = ix + 1 < w ? 4 : 0;
      const to = (y * width + x) * 4;
      for (let c = 0; c < 3; c++) {
        const top = from[i + c]! + (from[i + right + c]! - from[i + c]!) * fx;
        const low = from[i + below + c]! + (from[i + below + right + c]! - from[i + below + c]!) * fx;
        data[to + c] = Math.round(top + (low - top) * fy);
      }
      data[to + 3] = 255;
    }
  }
  return { picture: { width, height, data }, pxPerMm };
}
