import { penFound, type OutlineSkeleton } from '../../../core/tracing/centreline/skeletonOfOutline';
import { takeSkeleton } from '../../../core/project/document/commands/outline';
import { useDressBench } from '../dressBench';
import type { World } from '../world';

/** Width of a pen for lines drawn here when the style has no standard stem, u. */
const FIRST_PEN_EM = 80;

/** Letters drawn by lines and a pen. */
export function createSkeletons({ current, workers }: Pick<World, 'current' | 'workers'>) {
  /**
   * Draws a letter by a pen from now on: along its open runs when it is made of such, else along the lines that a pen may have
   * followed to leave its outline.
   */
  async function drawBySkeleton(glyphId: string): Promise<void> {
    const session = current();
    const before = session?.getState().doc;
    const glyph = before?.glyphs[glyphId];
    if (!session || !glyph) return;
    if (glyph.contours.length > 0 && glyph.contours.every((c) => !c.closed)) {
      const width = before!.styles[glyph.styleId]?.stems.upright ?? FIRST_PEN_EM;
      session.commit(
        takeSkeleton(before!, glyphId, glyph.contours, { width, ends: 'round', joins: 'round' }),
      );
      useDressBench.setState({ of: 'skeleton', selection: [] });
      return;
    }
    await session.later(
      'Find a skeleton',
      () => void drawBySkeleton(glyphId),
      async () => {
        const found = await workers.dress.run<OutlineSkeleton>((api) => api.skeleton(glyph.contours));
        if (!found.ok) session.tell(found.problems);
        if (!found.ok || session.doc.glyphs[glyphId] !== glyph) return null;
        return takeSkeleton(session.doc, glyphId, found.value.lines, penFound(found.value));
      },
    );
    const { skeleton } = session.doc.glyphs[glyphId] ?? {};
    if (skeleton) useDressBench.setState({ of: 'skeleton', selection: [] });
  }

  return { drawBySkeleton };
}
