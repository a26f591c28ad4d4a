import { useState } from 'react';
import { useNavigate } from 'react-router';
import { fail, type Problem, type Result } from '../../core/foundations/problems/problem';
import { askToKeep } from '../persistence/room';

/** What is being opened, how far it is, and a way to stop it. */
interface Busy {
  readonly what: string;
  readonly share: number | null;
  readonly stop: () => void;
}
interface EnterOptions {
  readonly signal: AbortSignal;
  readonly onProgress: (stage: string, share: number) => void;
}
/** Something that ends with a project to be shown: its id, and where in it. */
export type Enter = (
  what: string,
  job: (options: EnterOptions) => Promise<Result<string>>,
  where?: string,
) => Promise<void>;

/** Something that takes its time, with what it is and a way to stop it; null when it was stopped. */
export type Wait = <T>(what: string, job: (options: EnterOptions) => Promise<T>) => Promise<T | null>;

/** Opening and making projects: one after the other, with progress, and led to when they are there. */
export function useEntering() {
  const navigate = useNavigate();
  const [busy, setBusy] = useState<Busy | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const wait: Wait = async (what, job) => {
    const abort = new AbortController();
    const stop = () => abort.abort();
    const onProgress = (_: string, share: number) => setBusy({ what, share, stop });
    setBusy({ what, share: null, stop });
    setProblems([]);
    try {
      const made = await job({ signal: abort.signal, onProgress });
      return abort.signal.aborted ? null : made;
    } catch (error) {
      if (abort.signal.aborted) return null;
      throw error;
    } finally {
      setBusy(null);
    }
  };
  const enter: Enter = async (what, job, where = '') => {
    const result = await wait(what, job).catch((error: unknown) =>
      fail<string>({
        code: 'file-unwritable',
        reason: error instanceof Error ? error.message : String(error),
      }),
    );
    if (!result) return;
    setProblems(result.problems);
    if (!result.ok) return;
    void askToKeep();
    // What was amiss with a file is read here before one goes on.
    if (result.problems.every((p) => p.severity === 'note')) void navigate(`/p/${result.value}${where}`);
  };
  return { busy, problems, enter, wait, tell: setProblems, clear: () => setProblems([]) };
}
