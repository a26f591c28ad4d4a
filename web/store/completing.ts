import { create } from 'zustand';
import { completeList, putHandDrafts } from '../../core/project/document/commands/signs/putDrafts';
import type { HandDraft } from '../../core/project/document/signs/hand/draft';
import type { Doc } from '../../core/project/document/schema';
import { projectOf } from '../../core/project/document/newProject';
import { compilerOf, type Compiler } from '../workers/compileClient';
import type { Session } from './styleSession';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import { world, type World } from './world';

/** How far the drafts of missing letters are. */
export const useCompleting = create<HowFarOver>(() => nothingUnderWay);

type CompletingWorld = Pick<World, 'current' | 'jobs'> & {
  /** A compiler that has a document as it is now, whichever project is shown by the time it is asked. */
  readonly compilerOf: (doc: Doc) => Pick<Compiler, 'handWanted' | 'handDraft' | 'close'>;
};

/** Missing letters drafted in the manner of the hand, one by one, aside. */
export function createCompleting({ current, jobs, compilerOf }: CompletingWorld) {
  /**
   * Drafts of all characters of a list that the hand's letters can be put together to, as one step that can be taken back; `also`: signs made of
   * others and letters with marks as well.
   */
  async function draftMissing(list: string, also: boolean): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    const compiler = compilerOf(session.whole);
    try {
      await draftAll(session, compiler, list, also);
    } finally {
      compiler.close();
    }
  }

  async function draftAll(
    session: Session,
    compiler: Pick<Compiler, 'handWanted' | 'handDraft'>,
    list: string,
    also: boolean,
  ): Promise<void> {
    const { styleId } = projectOf(session.doc);
    const wanted = await compiler.handWanted(styleId, list);
    if (!wanted.ok) return;
    await overLetters<string, HandDraft>(useCompleting, {
      session,
      jobs,
      letters: wanted.value,
      stage: 'Drafting missing letters',
      idOf: (char) => char,
      each: async (char, signal) => {
        const made = await compiler.handDraft(styleId, char, signal);
        return made.ok ? made.value : null;
      },
      then(made) {
        const { doc } = session;
        session.commit(also ? (completeList(doc, list, made)?.diff ?? null) : putHandDrafts(doc, made));
      },
    });
  }
  return { draftMissing };
}

export const { draftMissing } = createCompleting({ ...world, compilerOf });
