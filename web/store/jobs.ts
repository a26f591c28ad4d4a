import { useSyncExternalStore } from 'react';
import { fail } from '../../core/problems/problem';
import { JobQueue, type JobContext, type JobHandle, type JobView } from '../jobs/jobQueue';
import type { Session } from './session';

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
