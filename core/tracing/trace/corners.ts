import { angleBetweenDeg, type Vec } from '../../foundations/geometry/vec';
import { ringPoint, wrap } from './path';
import type { RingSums, RunFit } from './ringSums';

export interface Corner {
  /** Sample index where the outline turns. */
  readonly index: number;
  /** Where its two sides meet when they are carried on to each other, px. */
  readonly point: Vec;
  readonly turnDeg: number;
}

/** The tip of a corner is rounded by the lens and the px grid; samples this near aren't asked, px. */
const NEAR_PX = 1.2;
/** Long and short side over which its directions are read, px. */
const FAR_PX = [6, 3.5] as const;
/** A corner's tip lies no further than this from the traced line, px. */
const TIP_PX = 2.2;

/**
 * How sharply the outline turns at a sample, degrees, whichever way it is read: by straight sides and by
 * curved sides (parabolas), near and far. The least counts, so that a tight curve is not taken for a corner
 * (its sides bend), nor a bump in the ink (it is gone on the longer reach).
 */
function turnAt(sums: RingSums, i: number): number {
  const r = sums.ring;
  let least = Infinity;
  const near = Math.max(1, Math.round(NEAR_PX / r.step));
  for (const reach of FAR_PX) {
    const far = Math.min(Math.round(reach / r.step), Math.floor(r.n / 3));
    if (far <= near + 2) continue;
    const a = sums.fit(i - far, i - near);
    const b = sums.fit(i + near, i + far);
    least = Math.min(least, angleBetweenDeg({ x: a.dx, y: a.dy }, { x: b.dx, y: b.dy }));
    if (least < 15) return least;
    if (reach === FAR_PX[0]) {
      const bent = angleBetweenDeg(
        bentDirection(a, far - near, near, r.step),
        bentDirection(b, far - near, -near, r.step),
      );
      least = Math.min(least, bent);
    }
  }
  return least === Infinity ? 0 : least;
}

/**
 * Direction of the parabola through a run, carried on `near` samples beyond its end (before its start when negative):
 * its slope against the run's line is 2 bow u / half^2 at u from its middle.
 */
function bentDirection(run: RunFit, samples: number, near: number, step: number): Vec {
  const half = (samples * step) / 2;
  const slope = (2 * run.bow * (Math.sign(near) * half + near * step)) / (half * half);
  return { x: run.dx - slope * run.dy, y: run.dy + slope * run.dx };
}

function meet(sums: RingSums, i: number): Vec {
  const r = sums.ring;
  const near = Math.max(1, Math.round(NEAR_PX / r.step));
  const far = Math.min(Math.round(FAR_PX[1] / r.step), Math.floor(r.n / 3));
  const a = sums.fit(i - far, i - near);
  const b = sums.fit(i + near, i + far);
  const here = ringPoint(r, i);
  const det = a.dx * b.dy - a.dy * b.dx;
  if (Math.abs(det) < 0.2) return here;
  const t = ((b.x - a.x) * b.dy - (b.y - a.y) * b.dx) / det;
  const p = { x: a.x + a.dx * t, y: a.y + a.dy * t };
  const off = Math.hypot(p.x - here.x, p.y - here.y);
  if (off <= TIP_PX) return p;
  // A needle's tip runs far out; the ink that shows ends sooner.
  return { x: here.x + ((p.x - here.x) / off) * TIP_PX, y: here.y + ((p.y - here.y) / off) * TIP_PX };
}

/** The corners of a ring, in order along it: turns of at least `minTurnDeg`, the sharpest of neighbours within 3 px. */
export function findCorners(sums: RingSums, minTurnDeg: number): Corner[] {
  const r = sums.ring;
  if (r.n * r.step < 10) return [];
  const turns = Float64Array.from({ length: r.n }, (_, i) => turnAt(sums, i));
  const reach = Math.max(1, Math.round(3 / r.step));
  const corners: Corner[] = [];
  for (let i = 0; i < r.n; i++) {
    if (turns[i]! < minTurnDeg) continue;
    let top = true;
    for (let k = -reach; k <= reach && top; k++) {
      const other = turns[wrap(i + k, r.n)]!;
      top = other < turns[i]! || (other === turns[i]! && k >= 0);
    }
    if (top) corners.push({ index: i, point: meet(sums, i), turnDeg: turns[i]! });
  }
  return corners;
}
