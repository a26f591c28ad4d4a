import type { PointRef } from '../../../core/project/document/commands/outline';
import type { ShownGuide } from '../../../core/project/document/queries/guides';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc } from '../../../core/project/document/schema';
import {
  pointGuides,
  snapHandle,
  snapToGrid,
  snapToGuides,
  type Bearing,
  type Guide,
} from '../../../core/outlines/dress/snapping';
import type { Contour } from '../../../core/foundations/geometry/contour';
import { sub, type Vec } from '../../../core/foundations/geometry/vec';
import { arriving, leaving } from '../../../core/outlines/outline/edges';
import type { DressScene } from '../../tools/dress/scene';

/** Points further away than this don't draw others into line, so that a crowded letter stays calm, u. */
const FAR_EM = 900;

/** What things snap to on the bench: the font's lines, the artist's own, other points, the grid, the standard stem; handles to level, upright and their neighbours' directions. */
export function snapping(
  doc: Doc,
  contours: readonly Contour[],
  advance: number,
  reach: number,
  free: boolean,
  own: readonly ShownGuide[],
): Pick<DressScene, 'snap' | 'snapHandle'> {
  if (free) return { snap: (at) => ({ at, guides: [] }), snapHandle: () => null };
  const { lines, styleId, grid } = projectOf(doc);
  const stem = doc.styles[styleId]?.stems ?? { upright: null, level: null };
  const fixed: Guide[] = [
    { axis: 'y', at: 0, reason: 'baseline' },
    { axis: 'y', at: lines.xHeight, reason: 'x-height' },
    { axis: 'y', at: lines.capHeight, reason: 'caps' },
    { axis: 'y', at: lines.ascender, reason: 'ascender' },
    { axis: 'y', at: lines.descender, reason: 'descender' },
    { axis: 'x', at: 0, reason: 'left edge' },
    { axis: 'x', at: advance, reason: 'right edge' },
    ...own.flatMap((g): Guide[] => {
      if (g.deg === 0) return [{ axis: 'y', at: g.y, reason: g.name }];
      return Math.abs(g.deg) === 90 ? [{ axis: 'x', at: g.x, reason: g.name }] : [];
    }),
  ];
  const slanted = own
    .filter((g) => g.deg !== 0 && Math.abs(g.deg) !== 90)
    .map((g) => ({ ...g, reason: g.name }));
  return {
    snap: (at: Vec, moving: readonly PointRef[]) => {
      const held = new Set(moving.map((p) => `${p.contour} ${p.node}`));
      const others = contours.flatMap((c, ci) =>
        c.nodes.filter(
          (n, ni) => !held.has(`${ci} ${ni}`) && Math.abs(n.x - at.x) + Math.abs(n.y - at.y) < FAR_EM,
        ),
      );
      const guides = [...fixed, ...pointGuides(others, stem)];
      const snapped = snapToGuides(at, guides, reach, slanted);
      return grid.snaps ? snapToGrid(snapped, grid.step) : snapped;
    },
    snapHandle: (point: PointRef, at: Vec) => {
      const c = contours[point.contour];
      const node = c?.nodes[point.node];
      return c && node ? snapHandle(node, at, bearings(c, point), reach) : null;
    },
  };
}

function bearings(c: Contour, { node, part }: PointRef): Bearing[] {
  const out: Bearing[] = [
    { way: { x: 1, y: 0 }, reason: 'level' },
    { way: { x: 0, y: 1 }, reason: 'upright' },
  ];
  const n = c.nodes[node]!;
  const other =
    part === 'in' ? (n.out ? sub(n.out, n) : leaving(c, node)) : n.in ? sub(n.in, n) : arriving(c, node);
  if (other && n.kind === 'corner') out.push({ way: other, reason: 'in line with the other side' });
  // Parallel to the handle at the other end of the same curve.
  const end = c.nodes[(node + (part === 'out' ? 1 : c.nodes.length - 1)) % c.nodes.length]!;
  const far = part === 'out' ? end.in : end.out;
  if (far) out.push({ way: sub(far, end), reason: 'parallel to the other handle' });
  return out;
}
