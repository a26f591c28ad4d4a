import { isLine, segmentAt, segmentCount, type Contour, type Node } from '../../foundations/geometry/contour';
import { distanceToSegment, pointOnCubic } from '../../foundations/geometry/cubic';
import { distance } from '../../foundations/geometry/vec';
import { straightSegment } from './points';

/** Less aslant than this a line is level or upright already, em units. */
const LEVEL = 1e-6;

export interface StraightenSettings {
  /** A curve that leaves its chord by no more becomes a straight, u. */
  readonly bow: number;
  /** A line whose ends differ by no more becomes level or upright, u. */
  readonly slant: number;
  /** And only when it is slanted by no more than this, degrees. */
  readonly slantDeg: number;
}

export const defaultStraighten: StraightenSettings = { bow: 0.4, slant: 3, slantDeg: 1.2 };

/** Greatest distance of segment i from its chord. */
function bowOf(c: Contour, i: number): number {
  const s = segmentAt(c, i);
  let most = 0;
  for (let k = 1; k < 16; k++) most = Math.max(most, distanceToSegment(pointOnCubic(s, k / 16), s.p0, s.p3));
  return most;
}

/** Whether segment i is a curve that all but is a straight line. */
export const isNearlyStraight = (c: Contour, i: number, { bow } = defaultStraighten): boolean => {
  if (isLine(c, i)) return false;
  const s = segmentAt(c, i);
  // Short flat curves are part of a round form.
  return bowOf(c, i) <= bow && distance(s.p0, s.p3) > 75 * bow;
};

/** Which way the line of segment i nearly runs without quite doing so; null when it does, or is plainly slanted. */
export function nearlyLevel(c: Contour, i: number, settings = defaultStraighten): 'level' | 'upright' | null {
  if (!isLine(c, i)) return null;
  const { p0, p3 } = segmentAt(c, i);
  const [dx, dy] = [Math.abs(p3.x - p0.x), Math.abs(p3.y - p0.y)];
  const limit = Math.tan((settings.slantDeg * Math.PI) / 180);
  if (dy > LEVEL && dy <= settings.slant && dy <= limit * dx) return 'level';
  if (dx > LEVEL && dx <= settings.slant && dx <= limit * dy) return 'upright';
  return null;
}

/** The line of segment i made exactly level or upright, both ends moving half the way. */
export function makeLevel(c: Contour, i: number, way: 'level' | 'upright'): Contour {
  const j = (i + 1) % c.nodes.length;
  const axis = way === 'level' ? 'y' : 'x';
  const to = (c.nodes[i]![axis] + c.nodes[j]![axis]) / 2;
  return {
    ...c,
    nodes: c.nodes.map((n, k): Node => {
      if (k !== i && k !== j) return n;
      const by = to - n[axis];
      const moved = (h: Node['in']) => h && { ...h, [axis]: h[axis] + by };
      return { ...n, [axis]: to, in: moved(n.in), out: moved(n.out) };
    }),
  };
}

/** Nearly straight curves made straight, nearly level and nearly upright lines exactly so. */
export function straighten(c: Contour, settings = defaultStraighten): Contour {
  let made = c;
  for (let i = 0; i < segmentCount(c); i++) {
    if (c.nodes[i]!.locked) continue;
    if (isNearlyStraight(made, i, settings)) made = straightSegment(made, i);
    const way = nearlyLevel(made, i, settings);
    const beside = [i - 1, i + 1].map((k) => (k + c.nodes.length) % c.nodes.length);
    if (way && !beside.some((k) => c.nodes[k]!.locked)) made = makeLevel(made, i, way);
  }
  return made;
}
