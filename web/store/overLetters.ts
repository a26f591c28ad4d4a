import { counted } from '../../core/foundations/problems/counted';
import type { JobContext } from '../jobs/jobQueue';
import { runFor } from './jobs';
import type { Session } from './styleSession';
import type { World } from './world';

/** How far a job over many letters is, and the way to stop it; null while none is under way. */
export interface HowFarOver {
  readonly done: number;
  readonly total: number;
  readonly stop: (() => void) | null;
}
export const nothingUnderWay: HowFarOver = { done: 0, total: 0, stop: null };

interface Over<L, T> {
  readonly session: Session;
  readonly jobs: World['jobs'];
  readonly letters: readonly L[];
  /** What is being done, in words. */
  readonly stage: string;
  readonly idOf: (letter: L) => string;
  /** What becomes of one letter; null = it stays. */
  readonly each: (letter: L, signal: AbortSignal) => Promise<T | null>;
  /** With all that was made, when it wasn't stopped. */
  readonly then: (made: ReadonlyMap<string, T>) => void;
}

/** Goes through letters one by one, aside; what was made is taken over at once at the end, or nothing when it is stopped. */
export async function overLetters<L, T>(
  shown: { readonly setState: (change: Partial<HowFarOver>) => void },
  { session, jobs, letters, stage, idOf, each, then }: Over<L, T>,
): Promise<void> {
  const run = async ({ signal, progress }: JobContext) => {
    const made = new Map<string, T>();
    for (const [i, letter] of letters.entries()) {
      const found = await each(letter, signal);
      if (found) made.set(idOf(letter), found);
      shown.setState({ done: i + 1 });
      progress(stage, (i + 1) / letters.length);
    }
    then(made);
  };
  const job = runFor(session, { name: counted(letters.length, 'letter'), lane: 'dress', stage, run }, jobs);
  shown.setState({ done: 0, total: letters.length, stop: () => jobs.cancel(job.id) });
  await job.ended;
  shown.setState(nothingUnderWay);
}
