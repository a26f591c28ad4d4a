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

/** Opening and making projects: one after the other, with progress, and led to when they are there. */
export function useEntering() {
  const navigate = useNavigate();
  const [busy, setBusy] = useState<Busy | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const enter: Enter = async (what, job, where = '') => {
    const abort = new AbortController();
    const onProgress = (_: string, share: number) => setBusy({ what, share, stop: () => abort.abort() });
    setBusy({ what, share: null, stop: () => abort.abort() });
    setProblems([]);
    const result = await job({ signal: abort.signal, onProgress }).catch((error: unknown) =>
      fail<string>({
        code: 'file-unwritable',
        reason: error instanceof Error ? error.message : String(error),
      }),
    );
    setBusy(null);
    if (abort.signal.aborted) return;
    setProblems(result.problems);
    if (!result.ok) return;
    void askToKeep();
    // What was amiss with a file is read here before one goes on.
    if (result.problems.every((p) => p.severity === 'note')) void navigate(`/p/${result.value}${where}`);
  };
  return { busy, problems, enter, tell: setProblems, clear: () => setProblems([]) };
}
