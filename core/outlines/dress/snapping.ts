import { guidesCross, offGuide, ontoGuide, type GuideLine } from './guides';
import { distance, dot, scale, sub, unit, type Vec } from '../../foundations/geometry/vec';
import { TINY } from '../../foundations/geometry/tolerance';

/** A line that places are drawn to: level (y given), or upright (x given). */
export interface Guide {
  readonly axis: 'x' | 'y';
  readonly at: number;
  /** What it is, in words: shown while something snaps to it. */
  readonly reason: string;
}

export interface Snapped {
  readonly at: Vec;
  /** What it snapped to, at most one reason for each axis. */
  readonly guides: readonly Guide[];
}

/** A guide that is neither level nor upright. */
export interface SlantedGuide extends GuideLine {
  readonly reason: string;
}

/** What a place on a slanted guide snapped to: both axes are settled, and the guide itself is seen already. */
const alongSlant = (reason: string): Guide[] => [
  { axis: 'x', at: Number.NaN, reason },
  { axis: 'y', at: Number.NaN, reason },
];

/**
 * The place moved onto a guide within `reach`: onto the nearest slanted one, where another guide crosses that if it does so near
 * by; without one onto the nearest of each axis, earlier guides winning over later ones as near.
 */
export function snapToGuides(
  p: Vec,
  guides: readonly Guide[],
  reach: number,
  slanted: readonly SlantedGuide[] = [],
): Snapped {
  const near = slanted
    .map((guide) => ({ guide, off: Math.abs(offGuide(guide, p)) }))
    .filter(({ off }) => off <= reach)
    .sort((a, b) => a.off - b.off);
  const onto = near[0]?.guide;
  if (!onto) return snapToAxes(p, guides, reach);
  const level = guides.map((g) => ({ x: g.at, y: g.at, deg: g.axis === 'y' ? 0 : 90, reason: g.reason }));
  const other = [...near.slice(1).map(({ guide }) => guide), ...level]
    .flatMap((guide) => {
      const at = guidesCross(onto, guide);
      return at && distance(at, p) <= 1.5 * reach ? [{ at, reason: guide.reason, off: distance(at, p) }] : [];
    })
    .sort((a, b) => a.off - b.off)[0];
  if (other) return { at: other.at, guides: [...alongSlant(onto.reason), ...alongSlant(other.reason)] };
  return { at: ontoGuide(onto, p), guides: alongSlant(onto.reason) };
}

function snapToAxes(p: Vec, guides: readonly Guide[], reach: number): Snapped {
  const best: Record<'x' | 'y', Guide | null> = { x: null, y: null };
  for (const g of guides) {
    const off = Math.abs(p[g.axis] - g.at);
    const so = best[g.axis];
    if (off <= reach && (so === null || off < Math.abs(p[g.axis] - so.at) - TINY)) best[g.axis] = g;
  }
  return {
    at: { x: best.x?.at ?? p.x, y: best.y?.at ?? p.y },
    guides: [best.x, best.y].filter((g) => g !== null),
  };
}

/** What snapped to nothing goes to the nearest step of a grid, each axis for itself. */
export function snapToGrid({ at, guides }: Snapped, step: number): Snapped {
  const held = new Set(guides.map((g) => g.axis));
  const even = (v: number) => Math.round(v / step) * step;
  return { at: { x: held.has('x') ? at.x : even(at.x), y: held.has('y') ? at.y : even(at.y) }, guides };
}

/** Guides through other points, and at a standard stem's width from them. `stem` in the points' unit; null = none set. */
export function pointGuides(
  others: readonly Vec[],
  stem: { upright: number | null; level: number | null },
): Guide[] {
  const out: Guide[] = others.flatMap((p): Guide[] => [
    { axis: 'x', at: p.x, reason: 'in line with a point' },
    { axis: 'y', at: p.y, reason: 'level with a point' },
  ]);
  for (const p of others) {
    for (const way of [-1, 1]) {
      if (stem.upright) out.push({ axis: 'x', at: p.x + way * stem.upright, reason: 'one stem wide' });
      if (stem.level) out.push({ axis: 'y', at: p.y + way * stem.level, reason: 'one stem thick' });
    }
  }
  return out;
}

/** A direction a handle may lie in. */
export interface Bearing {
  readonly way: Vec;
  readonly reason: string;
}

/** A handle turned into the nearest direction within `reach` of it, keeping what lies along that; null when none is near. */
export function snapHandle(
  node: Vec,
  handle: Vec,
  bearings: readonly Bearing[],
  reach: number,
): { at: Vec; reason: string } | null {
  const d = sub(handle, node);
  let best: { at: Vec; reason: string; off: number } | null = null;
  for (const b of bearings) {
    const way = unit(b.way);
    const at = { x: node.x + scale(way, dot(d, way)).x, y: node.y + scale(way, dot(d, way)).y };
    const off = distance(at, handle);
    if (off <= reach && distance(at, node) > reach && (best === null || off < best.off))
      best = { at, reason: b.reason, off };
  }
  return best;
}
