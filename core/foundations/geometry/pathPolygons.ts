import type { Vec } from './vec';

/** A step of a glyph's path as the font reader gives it, y down. */
export interface PathCommand {
  readonly type: 'M' | 'L' | 'Q' | 'C' | 'Z';
  readonly x?: number;
  readonly y?: number;
  readonly x1?: number;
  readonly y1?: number;
  readonly x2?: number;
  readonly y2?: number;
}

/** Pieces that a curve is flattened to. */
const PIECES = 12;

/** Closed polygons of a glyph's path, y up. */
export function polygonsOf(commands: readonly PathCommand[]): Vec[][] {
  const out: Vec[][] = [];
  let last: Vec = { x: 0, y: 0 };
  for (const c of commands) {
    if (c.type === 'Z') continue;
    const end = { x: c.x!, y: -c.y! };
    if (c.type === 'M') out.push([end]);
    else if (c.type === 'L') out.at(-1)!.push(end);
    else {
      const a = { x: c.x1!, y: -c.y1! };
      const b = c.type === 'C' ? { x: c.x2!, y: -c.y2! } : null;
      for (let k = 1; k <= PIECES; k++) {
        const [t, m] = [k / PIECES, 1 - k / PIECES];
        const at = (p: number, q: number, r: number | null, s: number) =>
          r === null
            ? m * m * p + 2 * m * t * q + t * t * s
            : m ** 3 * p + 3 * m * m * t * q + 3 * m * t * t * r + t ** 3 * s;
        out.at(-1)!.push({
          x: at(last.x, a.x, b && b.x, end.x),
          y: at(last.y, a.y, b && b.y, end.y),
        });
      }
    }
    last = end;
  }
  return out.filter((line) => line.length > 2);
}
