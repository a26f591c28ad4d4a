import { flattenContour } from '../../foundations/geometry/measure';
import { finish, type Steps } from '../../foundations/steps';
import type { Contour } from '../../foundations/geometry/contour';
import { cross, distance, sub, type Vec } from '../../foundations/geometry/vec';
import { middleOf } from './robust';

/** How large and how heavy an icon looks, em units. */
export interface IconMeasure {
  /** Side of the square that looks as large: that of its convex hull’s area. */
  readonly size: number;
  /** Thickness of its strokes as a whole: twice its ink by the length of its edge. */
  readonly thickness: number;
}

/** Curves are measured along chords within this, em units. */
const FLAT_EM = 0.5;

/** Corners of the smallest convex shape around points, against the clock (Andrew's monotone chain). */
function hullOf(points: readonly Vec[]): Vec[] {
  const sorted = [...points].sort((a, b) => a.x - b.x || a.y - b.y);
  const half = (list: readonly Vec[]): Vec[] => {
    const out: Vec[] = [];
    for (const p of list) {
      for (;;) {
        const [a, b] = out.slice(-2);
        if (!a || !b || cross(sub(b, a), sub(p, a)) > 0) break;
        out.pop();
      }
      out.push(p);
    }
    return out.slice(0, -1);
  };
  return [...half(sorted), ...half([...sorted].reverse())];
}

/** Area between points, counted against the clock (shoelace formula). */
const areaOf = (points: readonly Vec[]): number =>
  points.reduce((sum, p, i) => sum + cross(p, points[(i + 1) % points.length] ?? p), 0) / 2;

/** Measures by outline: outlines are immutable, and all of a font are asked for again after each edit. */
const known = new WeakMap<readonly Contour[], IconMeasure | null>();

/**
 * What an icon looks like beside others; null without ink. Shapes look equally large whose hulls have equal areas: circles of 20, squares of
 * 18 and bars of 16 by 20 on boards of 24 are drawn as equals (common practice, no published source). Outlines don't overlap.
 */
export function measureIcon(contours: readonly Contour[]): IconMeasure | null {
  const before = known.get(contours);
  if (before !== undefined) return before;
  const measure = measured(contours);
  known.set(contours, measure);
  return measure;
}

function measured(contours: readonly Contour[]): IconMeasure | null {
  const rings = contours.filter((c) => c.closed).map((c) => flattenContour(c, FLAT_EM));
  const ink = Math.abs(rings.reduce((sum, ring) => sum + areaOf(ring), 0));
  const hull = areaOf(hullOf(rings.flat()));
  const edge = rings.reduce(
    (sum, ring) => sum + ring.reduce((s, p, i) => s + distance(p, ring[(i + 1) % ring.length] ?? p), 0),
    0,
  );
  return ink > 0 && edge > 0 ? { size: Math.sqrt(hull), thickness: (2 * ink) / edge } : null;
}

/** How an icon stands out beside the others, as a share: 0.2 = a fifth more than they usually have. */
export interface IconOddity {
  readonly id: string;
  readonly what: 'size' | 'thickness';
  /** Share that it differs by from the usual, and the factor that takes it there. */
  readonly by: number;
  readonly factor: number;
}

/** What differs less than this from the usual is not seen (common practice, no published source). */
const LEAST = { size: 0.12, thickness: 0.18 } as const;
/** Further than this many deviations from the middle an icon is odd; deviations by the median, for a normal spread (1.4826). */
const FAR = 2.5 * 1.4826;

/** An icon with its outline, em units. */
interface Outlined {
  readonly id: string;
  readonly contours: readonly Contour[];
}

/** Icons that look larger, smaller, heavier or lighter than the rest; the oddest first. Fewer than four say nothing of what is usual. */
export const oddIcons = (icons: readonly Outlined[]): IconOddity[] => finish(findingOddIcons(icons));

/** The same, icon by icon. */
export function* findingOddIcons(icons: readonly Outlined[]): Steps<IconOddity[]> {
  const measured: { readonly id: string; readonly measure: IconMeasure }[] = [];
  for (const { id, contours } of icons) {
    const measure = measureIcon(contours);
    if (measure) measured.push({ id, measure });
    yield;
  }
  if (measured.length < 4) return [];
  const found = (['size', 'thickness'] as const).flatMap((what) => {
    const logs = measured.map((m) => Math.log(m.measure[what]));
    const usual = middleOf(logs) ?? 0;
    const spread = middleOf(logs.map((v) => Math.abs(v - usual))) ?? 0;
    const most = Math.max(Math.log(1 + LEAST[what]), FAR * spread);
    return measured.flatMap(({ id }, k): IconOddity[] => {
      const off = (logs[k] ?? usual) - usual;
      return Math.abs(off) > most ? [{ id, what, by: Math.exp(off) - 1, factor: Math.exp(-off) }] : [];
    });
  });
  return found.sort((a, b) => Math.abs(Math.log(b.factor)) - Math.abs(Math.log(a.factor)));
}
