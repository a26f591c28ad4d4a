import {
  chosenOrAll,
  contoursOf,
  edit,
  mappedPoints,
  turningLabel,
  turnPoints,
  type PointRef,
  type Target,
} from '../../core/project/document/commands/outline';
import { stemOf } from '../../core/outlines/dress/stems';
import { turningMap, type Turning } from '../../core/foundations/geometry/turning';
import type { Vec } from '../../core/foundations/geometry/vec';
import { useDressBench } from './dressBench';
import type { Stemmed } from '../workers/dressApi';
import { world, type World } from './world';

/** Turning by numbers; made larger or smaller with its stems kept, a letter is worked out aside. */
export function createTurning({ current, workers }: Pick<World, 'current' | 'workers'>) {
  /** `about` lies in the drawing's own space, em units. */
  async function turnChosen(
    target: Target,
    selection: readonly PointRef[],
    turning: Turning,
    about: Vec,
    keepStems = false,
  ): Promise<void> {
    const session = current();
    const glyph = session?.getState().doc?.glyphs[target.glyphId];
    if (!session || !glyph) return;
    const before = contoursOf(glyph, target.of);
    const points = chosenOrAll(before, selection);
    useDressBench.setState({ turned: turning, stemsKept: keepStems });
    const stem =
      keepStems && target.of === 'outline' && turning.kind === 'size' ? stemOf(before, 'upright') : null;
    const map = turningMap(turning, about);
    if (stem === null || !map) return session.commit(turnPoints(session.doc, target, points, turning, about));
    await session.later(
      turningLabel(turning),
      () => void turnChosen(target, selection, turning, about, keepStems),
      async () => {
        const mapped = mappedPoints(before, points, map);
        const found = await workers.dress.run<Stemmed | null>((api) => api.stem(mapped, stem));
        if (!found.ok) session.tell(found.problems);
        // Edits made meanwhile stand.
        if (session.doc.glyphs[target.glyphId] !== glyph || !found.ok) return null;
        return edit(session.doc, target, turningLabel(turning), () => found.value?.contours ?? mapped);
      },
    );
    useDressBench.setState({ selection: [] });
  }
  return { turnChosen };
}

export const { turnChosen } = createTurning(world);
