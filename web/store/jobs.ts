import { useSyncExternalStore } from 'react';
import { fail } from '../../core/foundations/problems/problem';
import { JobQueue, type JobContext, type JobHandle, type JobView } from '../jobs/jobQueue';
import type { Session } from './styleSession';

/** All jobs of this tab. */
export const jobs = new JobQueue();

export const useJobs = (): readonly JobView[] => useSyncExternalStore(jobs.subscribe, jobs.list);

export interface SessionJob {
  readonly name: string;
  readonly lane: string;
  readonly stage?: string;
  readonly run: (context: JobContext) => Promise<void>;
  readonly onCancelled?: () => void;
}

/**
 * Runs a job for a project. The project's session lives until the job has ended, so that a job begun in one project never
 * writes to another; leaving a project lets its jobs go on to their end. A fault is told in that project.
 */
export function runFor(session: Session, job: SessionJob, queue: JobQueue = jobs): JobHandle {
  const letGo = session.use();
  const handle = queue.add({
    projectId: session.projectId,
    ...job,
    onFailed: (error) => {
      const reason = error instanceof Error ? error.message : String(error);
      session.tell(fail({ code: 'job-failed', reason }, { file: job.name }).problems);
    },
  });
  void handle.ended.then(letGo);
  return handle;
}

/** Lanes of jobs that change letters that are shown already. */
const SHAPING = new Set(['fit', 'dress', 'paste']);

/** Gestures and jobs that still change the letters of a project. */
const isShaping = (session: Session, queue: JobQueue): boolean =>
  session.getState().underWay.length > 0 ||
  queue.list().some((j) => j.projectId === session.projectId && SHAPING.has(j.lane));

/**
 * Waits until nothing changes the letters of a project any more, so that what is made of it then is what is shown. Stops waiting when
 * `signal` does.
 */
export function untilQuiet(session: Session, signal: AbortSignal, queue: JobQueue = jobs): Promise<void> {
  return new Promise((resolve) => {
    const letGo: (() => void)[] = [];
    const look = () => {
      if (!signal.aborted && isShaping(session, queue)) return;
      letGo.forEach((end) => end());
      resolve();
    };
    letGo.push(queue.subscribe(look), session.subscribe(look));
    signal.addEventListener('abort', look, { once: true });
    look();
  });
}
