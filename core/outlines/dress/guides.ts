import { applyAffine, type Affine } from '../../foundations/geometry/affine';
import { add, cross, dot, scale, sub, type Vec } from '../../foundations/geometry/vec';

/** A line through a place, em units, turned from the level against the clock, degrees. */
export interface GuideLine {
  readonly x: number;
  readonly y: number;
  readonly deg: number;
}

/** Lines that differ by less than this never meet on a bench, radians. */
const PARALLEL_RAD = 1e-6;

/** A guide's direction, of length 1; level and upright ones exactly so. */
export function wayOf({ deg }: Pick<GuideLine, 'deg'>): Vec {
  if (deg === 0) return { x: 1, y: 0 };
  if (Math.abs(deg) === 90) return { x: 0, y: 1 };
  const rad = (deg * Math.PI) / 180;
  return { x: Math.cos(rad), y: Math.sin(rad) };
}

/** The angle of a direction as guides have it: over -90 to 90 degrees, since a line has no front. */
export function degOf(way: Vec): number {
  const deg = (Math.atan2(way.y, way.x) * 180) / Math.PI;
  const turned = deg > 90 ? deg - 180 : deg <= -90 ? deg + 180 : deg;
  return Object.is(turned, -0) ? 0 : turned;
}

/** The place on a guide that lies nearest to `p`. */
export const ontoGuide = (guide: GuideLine, p: Vec): Vec => {
  const way = wayOf(guide);
  return add(guide, scale(way, dot(sub(p, guide), way)));
};

/** How far `p` lies from a guide, em units; above 0 on its left. */
export const offGuide = (guide: GuideLine, p: Vec): number => cross(wayOf(guide), sub(p, guide));

/** Where two guides cross; null for parallel ones. */
export function guidesCross(a: GuideLine, b: GuideLine): Vec | null {
  const [u, v] = [wayOf(a), wayOf(b)];
  const turn = cross(u, v);
  if (Math.abs(turn) < PARALLEL_RAD) return null;
  return add(a, scale(u, cross(sub(b, a), v) / turn));
}

/** A guide under a map; `guide` may carry more than its line. */
export function mapGuide<G extends GuideLine>(guide: G, map: Affine): G {
  const { x, y } = applyAffine(map, guide);
  const onlyMoved = map.a === 1 && map.b === 0 && map.c === 0 && map.d === 1;
  if (onlyMoved) return { ...guide, x, y };
  const way = wayOf(guide);
  const turned = { x: map.a * way.x + map.c * way.y, y: map.b * way.x + map.d * way.y };
  return { ...guide, x, y, deg: degOf(turned) };
}
