import type { PointRef } from '../../../core/project/document/commands/outline';
import type { Contour } from '../../../core/foundations/geometry/contour';

/** Ways from point to point of an outline by keys. Each answer is the one point then chosen; null = there is none. */

const refOf = (contour: number, node: number): PointRef => ({ contour, node, part: 'node' });

/** The point after (+1) or before (-1) the one chosen last, from contour to contour and round again; the first when none is. */
export function nextPoint(
  contours: readonly Contour[],
  chosen: readonly PointRef[],
  by: 1 | -1,
): PointRef | null {
  const all = contours.flatMap((c, contour) => c.nodes.map((_, node) => refOf(contour, node)));
  const last = chosen.at(-1);
  const at = all.findIndex((p) => p.contour === last?.contour && p.node === last.node);
  if (at < 0) return all.at(by === 1 ? 0 : -1) ?? null;
  return all[(at + by + all.length) % all.length] ?? null;
}

/** The first point of the contour behind the one chosen last. */
export function nextContour(contours: readonly Contour[], chosen: readonly PointRef[]): PointRef | null {
  if (contours.length === 0) return null;
  const last = chosen.at(-1);
  const contour = last ? (last.contour + 1) % contours.length : 0;
  return refOf(contour, 0);
}

/** From a point to its handles and back: the one before, the one behind, the point. Those that it hasn't are left out. */
export function nextPart(contours: readonly Contour[], chosen: readonly PointRef[]): PointRef | null {
  const last = chosen.at(-1);
  const point = last && contours[last.contour]?.nodes[last.node];
  if (!last || !point) return null;
  const parts = (['node', 'in', 'out'] as const).filter((part) => part === 'node' || point[part] !== null);
  const part = parts[(parts.indexOf(last.part) + 1) % parts.length] ?? 'node';
  return { ...last, part };
}
