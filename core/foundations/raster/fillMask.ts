import type { ByteImage } from './picture';

/** Px whose middles lie in closed polygons, by the nonzero rule; px, y down. */
export function fillMask(
  lines: readonly (readonly { readonly x: number; readonly y: number }[])[],
  width: number,
  height: number,
): ByteImage {
  const data = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) {
    const level = y + 0.5;
    const crossings: { x: number; turn: number }[] = [];
    for (const line of lines) {
      line.forEach((a, i) => {
        const b = line[(i + 1) % line.length]!;
        if (a.y <= level === b.y <= level) return;
        crossings.push({ x: a.x + ((level - a.y) * (b.x - a.x)) / (b.y - a.y), turn: b.y > a.y ? 1 : -1 });
      });
    }
    crossings.sort((a, b) => a.x - b.x);
    let winding = 0;
    crossings.forEach((c, i) => {
      winding += c.turn;
      const next = crossings[i + 1];
      if (winding === 0 || !next) return;
      const from = Math.max(0, Math.ceil(c.x - 0.5));
      const to = Math.min(width - 1, Math.floor(next.x - 0.5));
      for (let x = from; x <= to; x++) data[y * width + x] = 1;
    });
  }
  return { width, height, data };
}
