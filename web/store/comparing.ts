import { create } from 'zustand';
import type { FontsCompared } from '../../core/fonts/compare/compareFonts';
import { inFile, type Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle } from '../../core/project/document/queries/styles';
import type { Doc, StyleRow } from '../../core/project/document/schema';
import type { JobQueue } from '../jobs/jobQueue';
import type { Moment } from '../persistence/moments';
import { db } from '../persistence/db';
import { momentStore } from '../persistence/moments';
import { fonts } from '../workers/fontsClient';
import { jobs, runFor } from './jobs';
import { currentSession } from './projectStore';
import type { Session } from './styleSession';

/** What the project is held against, and what is otherwise in it. */
export interface Comparison {
  readonly projectId: string;
  /** What it is called: a file's name, or that of a moment. */
  readonly with: string;
  /** Which form of the project it was made of: after an edit it is told that it is an old one. */
  readonly doc: Doc;
  readonly found: FontsCompared;
}

export const useComparison = create<{ readonly made: Comparison | null }>(() => ({ made: null }));

export const endComparison = (): void => useComparison.setState({ made: null });

type Compared = Result<FontsCompared>;
type Stop = { readonly signal: AbortSignal };

/** Ways to compare, computed aside; tests give their own. */
interface Comparer {
  readonly withFile: (doc: Doc, text: string, file: Blob, options: Stop) => Promise<Compared>;
  readonly withDoc: (doc: Doc, text: string, other: Doc, options: Stop) => Promise<Compared>;
  readonly momentOf: (id: string) => Promise<Result<Doc> | null>;
}

/** Compares the project with a font, a project file or a moment of its own, as a job that can be stopped. */
export function createComparing(comparer: Comparer, queue: JobQueue) {
  function compare(
    session: Session,
    name: string,
    how: (doc: Doc, text: string, options: Stop) => Promise<Compared>,
  ) {
    return runFor(
      session,
      {
        name,
        lane: 'compare',
        stage: 'Comparing',
        async run({ signal }) {
          const { doc } = session;
          const found = await how(doc, projectOf(doc).runningText, { signal });
          session.tell(inFile(found.problems, name));
          if (!found.ok) return;
          const { projectId } = session;
          useComparison.setState({ made: { projectId, with: name, doc, found: found.value } });
        },
      },
      queue,
    ).ended;
  }
  return {
    withFile: (session: Session, file: File) =>
      compare(session, file.name, (doc, text, options) => comparer.withFile(doc, text, file, options)),
    withStyle: (session: Session, { id, name }: Pick<StyleRow, 'id' | 'name'>) =>
      compare(session, name, (doc, text, options) =>
        comparer.withDoc(doc, text, inStyle(session.whole, id), options),
      ),
    withMoment: (session: Session, moment: Moment) =>
      compare(session, moment.name, async (doc, text, options) => {
        const then = await comparer.momentOf(moment.id);
        if (!then) throw new Error('the moment is gone');
        return then.ok
          ? comparer.withDoc(doc, text, inStyle(then.value, projectOf(doc).styleId), options)
          : then;
      }),
  };
}

const comparing = createComparing(
  {
    withFile: fonts.compareFile,
    withDoc: fonts.compareDocs,
    momentOf: momentStore(db).open,
  },
  jobs,
);

/** Compares the project that is shown with a font or a project file. */
export function compareWithFile(file: File): void {
  const session = currentSession();
  if (session) void comparing.withFile(session, file);
}

/** Compares the style in hand with another one of its family. */
export function compareWithStyle(style: Pick<StyleRow, 'id' | 'name'>): void {
  const session = currentSession();
  if (session) void comparing.withStyle(session, style);
}

/** Compares the project that is shown with how it was at a moment. */
export function compareWithMoment(moment: Moment): void {
  const session = currentSession();
  if (session) void comparing.withMoment(session, moment);
}
