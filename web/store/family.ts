import { create } from 'zustand';
import {
  addEmptyStyle,
  addStyle,
  restylingOf,
  type NewStyle,
} from '../../core/project/document/commands/family/addStyle';
import { removeStyle } from '../../core/project/document/commands/family/styles';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { currentSession, useProject } from './projectStore';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import { world, type World } from './world';

/** How far a new style's letters are. */
export const useStyling = create<HowFarOver>(() => nothingUnderWay);

/** Letters that are drawn anew for another style; those of parts follow, and what has no ink stays. */
export const lettersToRestyle = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs).filter((g) => g.components.length === 0 && g.contours.length > 0);

type FamilyWorld = Pick<World, 'current' | 'workers' | 'jobs'> & {
  readonly take: (styleId: string) => void;
};

/** The styles of a family: further ones made letter by letter, aside. */
export function createFamily({ current, workers, jobs, take }: FamilyWorld) {
  /** A style made of the one in hand; it is taken in hand when it is there. */
  async function makeStyle(made: NewStyle): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    const from = session.doc;
    const how = restylingOf(from, made);
    await overLetters<GlyphRow, { readonly before: GlyphRow; readonly drawn: GlyphRow }>(useStyling, {
      session,
      jobs,
      letters: lettersToRestyle(from),
      stage: `Drawing ${made.name}`,
      idOf: (g) => g.id,
      each: async (before, signal) => {
        const drawn = await workers.dress.run<GlyphRow>((api) => api.restyle(before, how), { signal });
        return drawn.ok ? { before, drawn: drawn.value } : null;
      },
      then(letters) {
        // Letters that were edited meanwhile are drawn as they are now.
        const drawn = (g: GlyphRow) => {
          const known = letters.get(g.id);
          return known && known.before === g ? known.drawn : null;
        };
        const { whole } = session;
        session.commit(addStyle(whole, made, projectOf(from).styleId, drawn));
        takeNew(whole, session.whole);
      },
    });
  }

  /** A style without letters, for sheets and drawings of its own; it is taken in hand. */
  function beginStyle(made: Pick<NewStyle, 'name' | 'weightClass' | 'italic'>): void {
    const session = current();
    if (!session?.getState().doc) return;
    const { whole } = session;
    session.commit(addEmptyStyle(whole, made));
    takeNew(whole, session.whole);
  }

  function takeNew(before: Doc, after: Doc): void {
    const fresh = Object.keys(after.styles).find((id) => !before.styles[id]);
    if (fresh) take(fresh);
  }

  return { makeStyle, beginStyle };
}

export const { makeStyle, beginStyle } = createFamily({
  ...world,
  take: (styleId) => useProject.getState().takeStyle(styleId),
});

/** Takes a style away, with all that belongs to it; one step that can be taken back. */
export function dropStyle(styleId: string): void {
  const session = currentSession();
  if (session?.getState().doc) session.commit(removeStyle(session.whole, styleId));
}
