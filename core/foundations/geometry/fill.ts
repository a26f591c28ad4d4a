import type { Contour } from './contour';
import { contoursBox, type Box } from './measure';
import type { Paint, Rgb, Stop } from './paint';

/** What a drawing is filled with, wherever it lies: one colour, or stops along a way over it, degrees against the clock from level. */
export type Fill =
  | { readonly kind: 'flat'; readonly rgb: Rgb }
  | { readonly kind: 'gradient'; readonly deg: number; readonly stops: readonly Stop[] };

/** Ways that differ by less are the same, degrees: a field shows whole ones. */
const SAME_DEG = 0.5;

const degOf = ({ from, to }: Extract<Paint, { kind: 'linear' }>): number =>
  (Math.atan2(to.y - from.y, to.x - from.x) * 180) / Math.PI;

/** A paint without its place; one that runs outwards from a centre has no way, and 0 stands for it. */
export function fillOf(paint: Paint): Fill {
  if (paint.kind === 'flat') return paint;
  return {
    kind: 'gradient',
    deg: paint.kind === 'linear' ? Math.round(degOf(paint)) : 0,
    stops: paint.stops,
  };
}

/**
 * A gradient of a way over a box: it begins and ends where that does, seen along the way. y up. Stops may have been moved past one another; fonts
 * have them in their order.
 */
export function gradientOver(box: Box, deg: number, stops: readonly Stop[]): Paint {
  const way = { x: Math.cos((deg * Math.PI) / 180), y: Math.sin((deg * Math.PI) / 180) };
  const half = (Math.abs(way.x) * (box.xMax - box.xMin) + Math.abs(way.y) * (box.yMax - box.yMin)) / 2;
  const [x, y] = [(box.xMin + box.xMax) / 2, (box.yMin + box.yMax) / 2];
  const at = (side: 1 | -1) => ({ x: x + side * half * way.x, y: y + side * half * way.y });
  return { kind: 'linear', from: at(-1), to: at(1), stops: inOrder(stops) };
}

/**
 * The paint that a fill makes of the one before: a gradient stays where it lies while only its stops change, and goes over the whole drawing when
 * its way does.
 */
export function paintOf(fill: Fill, before: Paint, contours: readonly Contour[]): Paint {
  if (fill.kind === 'flat') return fill;
  const deg = fill.deg;
  const stops = inOrder(fill.stops);
  if (before.kind === 'radial') return { ...before, stops };
  if (before.kind === 'linear' && Math.abs(degOf(before) - deg) <= SAME_DEG) return { ...before, stops };
  return gradientOver(contoursBox(contours) ?? NOWHERE, deg, stops);
}

const NOWHERE: Box = { xMin: 0, yMin: 0, xMax: 1, yMax: 1 };

const inOrder = (stops: readonly Stop[]): Stop[] => [...stops].sort((a, b) => a.at - b.at);
