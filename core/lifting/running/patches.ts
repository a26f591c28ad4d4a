import { percentile } from '../../foundations/raster/histogram';
import { joinedRuns } from '../../foundations/raster/joinedRuns';
import type { ByteImage, PxBox } from '../../foundations/raster/picture';
import { INK } from './parameters';

/** Ink of one row, px: `to` is one past its last. */
export interface Run {
  readonly y: number;
  readonly from: number;
  readonly to: number;
}

/** Connected ink with its runs, which everything else is computed from. */
export interface Patch {
  readonly runs: readonly Run[];
  readonly box: PxBox;
  /** Inked px. */
  readonly area: number;
  readonly centerX: number;
  readonly centerY: number;
}

/** Size, place and middle of some ink; null without any. */
export function patchOf(runs: readonly Run[]): Patch | null {
  let [x0, x1, y0, y1, area, sx, sy] = [Infinity, -Infinity, Infinity, -Infinity, 0, 0, 0];
  for (const { y, from, to } of runs) {
    const n = to - from;
    [x0, x1] = [Math.min(x0, from), Math.max(x1, to)];
    [y0, y1] = [Math.min(y0, y), Math.max(y1, y + 1)];
    area += n;
    sx += (n * (from + to)) / 2;
    sy += n * (y + 0.5);
  }
  if (area === 0) return null;
  const box = { x: x0, y: y0, width: x1 - x0, height: y1 - y0 };
  return { runs, box, area, centerX: sx / area, centerY: sy / area };
}

/** Connected patches (8 neighbours) of the px that are 1, those that a picture's noise makes left out. */
export function patchesOf(mask: ByteImage): Patch[] {
  const all = joinedRuns(mask, 'ink', true);
  const runs = new Map<number, Run[]>();
  all.patch.forEach((patch, i) => {
    const run = { y: all.row[i] ?? 0, from: all.from[i] ?? 0, to: all.to[i] ?? 0 };
    const own = runs.get(patch);
    if (own) own.push(run);
    else runs.set(patch, [run]);
  });
  const patches = [...runs.values()].flatMap((own) => patchOf(own) ?? []);
  const seen = patches.filter((p) => p.area >= INK.leastPx);
  const areas = seen.map((p) => p.area).sort((a, b) => b - a);
  const large = areas[Math.min(INK.rank, Math.floor(areas.length / INK.quarter))] ?? 0;
  return seen.filter((p) => p.area >= large * INK.noise);
}

/** Width of the pen's upright strokes, px. */
export function penWidth(patches: readonly Patch[]): number {
  const telling = patches.filter((p) => p.runs.length > INK.leastPx);
  const means = (telling.length > 0 ? telling : patches).map((p) => p.area / p.runs.length);
  return Math.max(1, percentile(means, INK.stroke) || 1);
}
