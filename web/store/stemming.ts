import { create } from 'zustand';
import { takeStems } from '../../core/document/commands/dressing';
import { projectOf } from '../../core/document/newProject';
import type { Doc, GlyphRow } from '../../core/document/schema';
import { counted } from '../../core/problems/counted';
import type { JobContext } from '../jobs/jobQueue';
import type { Stemmed } from '../workers/dressApi';
import { runFor } from './jobs';
import { drawnGlyphs } from './selectors';
import type { Session } from './session';
import { world, type World } from './world';

/** A letter as it would be with the standard's stem; widths in em units. */
export interface StemmedLetter extends Stemmed {
  readonly before: GlyphRow['contours'];
}

/** What bringing many stems to the standard would change. */
export interface ManyStems {
  /** The project whose letters they are. */
  readonly projectId: string;
  readonly wanted: number;
  readonly letters: ReadonlyMap<string, StemmedLetter>;
  readonly asked: number;
}

export const useStemming = create<{
  readonly done: number;
  readonly total: number;
  readonly stop: (() => void) | null;
  readonly found: ManyStems | null;
}>(() => ({ done: 0, total: 0, stop: null, found: null }));

/** Stems within so much of the standard are left alone, em units. */
const EQUAL_EM = 1;

/**
 * Letters whose outlines may be grown or shrunk: those named, or all drawn ones; what a pen draws, and what is composed of other
 * letters, follows its pen and its letters.
 */
export function lettersToStem(doc: Doc, only: string): GlyphRow[] {
  const wanted = new Set([...only].map((c) => c.codePointAt(0)!));
  return drawnGlyphs(doc).filter(
    (g) =>
      g.skeleton === null &&
      g.components.length === 0 &&
      g.contours.some((c) => c.closed) &&
      (only.trim() === '' || g.codePoints.some((cp) => wanted.has(cp))),
  );
}

/** Stems of many letters brought to the style's standard, shown before anything is changed. */
export function createStemming({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  async function stemMany(only: string): Promise<void> {
    const session = current();
    const doc = session?.getState().doc;
    const wanted = doc && doc.styles[projectOf(doc).styleId]?.stems.upright;
    if (!session || !doc || !wanted) return;
    const letters = lettersToStem(doc, only);
    const job = runFor(
      session,
      {
        name: counted(letters.length, 'letter'),
        lane: 'dress',
        stage: 'Growing stems',
        run: (context) => stemAll(session, wanted, letters, context),
      },
      jobs,
    );
    useStemming.setState({ done: 0, total: letters.length, stop: () => jobs.cancel(job.id), found: null });
    await job.ended;
    useStemming.setState({ done: 0, total: 0, stop: null });
  }

  async function stemAll(
    { projectId }: Session,
    wanted: number,
    letters: readonly GlyphRow[],
    { signal, progress }: JobContext,
  ): Promise<void> {
    const made = new Map<string, StemmedLetter>();
    for (const [i, { id, contours }] of letters.entries()) {
      const found = await workers.dress.run<Stemmed | null>((api) => api.stem(contours, wanted), { signal });
      if (found.ok && found.value && Math.abs(found.value.from - wanted) > EQUAL_EM)
        made.set(id, { ...found.value, before: contours });
      useStemming.setState({ done: i + 1 });
      progress('Growing stems', (i + 1) / letters.length);
    }
    useStemming.setState({ found: { projectId, wanted, letters: made, asked: letters.length } });
  }

  /** Takes over what was found, as one step to undo. */
  function keepStems(): void {
    const { found } = useStemming.getState();
    const session = current();
    if (found && session?.projectId === found.projectId)
      session.commit(takeStems(session.doc, found.letters));
    useStemming.setState({ found: null });
  }

  return { stemMany, keepStems };
}

export const { stemMany, keepStems } = createStemming(world);
