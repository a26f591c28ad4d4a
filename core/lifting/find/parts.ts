import type { ByteImage, PxBox } from '../../foundations/raster/picture';

/** A connected patch of ink. */
export interface Part {
  readonly box: PxBox;
  /** Inked px. */
  readonly area: number;
  /** Mean length of its level runs, px: about the pen's width for anything upright. */
  readonly meanRun: number;
  /** Centre of mass, px. */
  readonly centerX: number;
  readonly centerY: number;
  /** Centre of one px that is ink for certain, so that a contour can be told to belong to this part. */
  readonly seed: { readonly x: number; readonly y: number };
}

interface Run {
  readonly y: number;
  readonly from: number;
  readonly to: number;
}

/**
 * Connected patches (8 neighbours) of the px that are 1, in order of their first px.
 * Method: runs of each row joined to overlapping runs of the row above by union-find
 * (Rosenfeld and Pfaltz, "Sequential operations in digital picture processing", JACM 13 (1966)).
 */
export function connectedParts(mask: ByteImage): Part[] {
  const { width, height, data } = mask;
  const runs: Run[] = [];
  const parent: number[] = [];
  const find = (i: number): number => {
    let root = i;
    while (parent[root] !== root) root = parent[root]!;
    while (parent[i] !== root) [parent[i], i] = [root, parent[i]!];
    return root;
  };
  let aboveStart = 0;
  let aboveEnd = 0;
  for (let y = 0; y < height; y++) {
    const rowStart = runs.length;
    let above = aboveStart;
    const row = y * width;
    for (let x = 0; x < width; x++) {
      if (!data[row + x]) continue;
      const from = x;
      while (x < width && data[row + x]) x++;
      const id = runs.length;
      runs.push({ y, from, to: x });
      parent.push(id);
      while (above < aboveEnd && runs[above]!.to < from) above++;
      for (let k = above; k < aboveEnd && runs[k]!.from <= x; k++) {
        const [a, b] = [find(k), find(id)];
        if (a !== b) parent[Math.max(a, b)] = Math.min(a, b);
      }
    }
    aboveStart = rowStart;
    aboveEnd = runs.length;
  }
  return gatherParts(runs, find);
}

function gatherParts(runs: readonly Run[], find: (i: number) => number): Part[] {
  const sums = new Map<
    number,
    {
      x0: number;
      y0: number;
      x1: number;
      y1: number;
      area: number;
      runs: number;
      sx: number;
      sy: number;
      widest: Run;
    }
  >();
  runs.forEach((run, i) => {
    const root = find(i);
    const n = run.to - run.from;
    const mid = (run.from + run.to) / 2;
    const s = sums.get(root);
    if (!s) {
      const { from, to, y } = run;
      sums.set(root, {
        x0: from,
        y0: y,
        x1: to,
        y1: y + 1,
        area: n,
        runs: 1,
        sx: mid * n,
        sy: (y + 0.5) * n,
        widest: run,
      });
      return;
    }
    s.x0 = Math.min(s.x0, run.from);
    s.x1 = Math.max(s.x1, run.to);
    s.y1 = run.y + 1;
    s.area += n;
    s.runs++;
    s.sx += mid * n;
    s.sy += (run.y + 0.5) * n;
    if (n > s.widest.to - s.widest.from) s.widest = run;
  });
  return [...sums.values()].map((s) => ({
    box: { x: s.x0, y: s.y0, width: s.x1 - s.x0, height: s.y1 - s.y0 },
    area: s.area,
    meanRun: s.area / s.runs,
    centerX: s.sx / s.area,
    centerY: s.sy / s.area,
    seed: { x: Math.floor((s.widest.from + s.widest.to) / 2) + 0.5, y: s.widest.y + 0.5 },
  }));
}
