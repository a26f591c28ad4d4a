import { create } from 'zustand';
import { takeThickened } from '../../core/project/document/commands/icons/evenness';
import { measureIcon, type IconOddity } from '../../core/type/seat/iconMeasures';
import type { Contour } from '../../core/foundations/geometry/contour';
import type { GlyphRow } from '../../core/project/document/schema';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import { world, type World } from './world';

export const useEvening = create<HowFarOver>(() => nothingUnderWay);

/** An icon with strokes as thick as the others’. */
interface Thickened {
  readonly before: GlyphRow['contours'];
  readonly contours: readonly Contour[];
}

/** Whether an icon's strokes can be made thicker: layers of several colours would part. */
export const mayThicken = (glyph: GlyphRow): boolean => glyph.layers.length < 2;

/** Strokes of icons brought to the thickness that the others have, aside and as one step. */
export function createEvening({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  return async function evenStrokes(odd: readonly IconOddity[]): Promise<void> {
    const session = current();
    if (!session) return;
    const wanted = odd.flatMap(({ id, what, factor }) => {
      const glyph = session.doc.glyphs[id];
      const own = glyph && mayThicken(glyph) && measureIcon(glyph.contours)?.thickness;
      return what === 'thickness' && own ? [{ id, contours: glyph.contours, wanted: own * factor }] : [];
    });
    await overLetters<(typeof wanted)[number], Thickened>(useEvening, {
      session,
      jobs,
      letters: wanted,
      stage: 'Evening out strokes',
      idOf: ({ id }) => id,
      each: async ({ contours: before, wanted: to }, signal) => {
        const made = await workers.dress.run<readonly Contour[] | null>((api) => api.thicken(before, to), {
          signal,
        });
        return made.ok && made.value ? { before, contours: made.value } : null;
      },
      then: (made) => session.commit(takeThickened(session.doc, made)),
    });
  };
}

export const evenStrokes = createEvening(world);
