import type { Vec } from '../../foundations/geometry/vec';
import type { FloatImage } from '../../foundations/raster/picture';

/** 1 for each px above the level that hangs together (8 neighbours) with one of the seeds, px of the field. */
export function patchesOfSeeds(
  { width, height, data }: FloatImage,
  level: number,
  seeds: readonly Vec[],
): Uint8Array {
  const own = new Uint8Array(width * height);
  const queue: number[] = [];
  const take = (x: number, y: number) => {
    if (x < 0 || y < 0 || x >= width || y >= height) return;
    const k = y * width + x;
    if (own[k] || data[k]! <= level) return;
    own[k] = 1;
    queue.push(k);
  };
  for (const s of seeds) take(Math.floor(s.x), Math.floor(s.y));
  for (let i = 0; i < queue.length; i++) {
    const [x, y] = [queue[i]! % width, Math.floor(queue[i]! / width)];
    for (let dy = -1; dy <= 1; dy++) for (let dx = -1; dx <= 1; dx++) take(x + dx, y + dy);
  }
  return own;
}
