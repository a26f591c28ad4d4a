import { create } from 'zustand';
import { fittable, takeFitted } from '../../core/document/commands/fitAll';
import { projectOf } from '../../core/document/newProject';
import type { Result } from '../../core/problems/problem';
import type { FitApi, LetterToFit } from '../workers/fit.worker';
import { WorkerLane } from '../workers/workerLane';
import { useProject } from './projectStore';

const lane = new WorkerLane<FitApi>(
  () => new Worker(new URL('../workers/fit.worker.ts', import.meta.url), { type: 'module' }),
);

export const useFittingAll = create<{ readonly running: boolean }>(() => ({ running: false }));

/** Fits all letters that weren't set by hand, aside; the answer comes as one step. `looser` in em units. */
export async function fitAll(looser: number): Promise<void> {
  const { doc } = useProject.getState();
  if (!doc) return;
  const letters = fittable(doc).map((g): LetterToFit => ({
    glyphId: g.id,
    char: String.fromCodePoint(g.codePoints[0]!),
    contours: g.contours,
  }));
  useFittingAll.setState({ running: true });
  const found = await lane.run(
    (api) => api.fit(letters, projectOf(doc).unitsPerEm) as unknown as Promise<Result<Fitted>>,
  );
  useFittingAll.setState({ running: false });
  const { doc: now, commit, showProblems } = useProject.getState();
  if (!found.ok) return showProblems(found.problems);
  if (!now) return;
  const { fitted, glyphIds } = found.value;
  const rows = fitted.letters.map((l, i) => ({ glyphId: glyphIds[i]!, left: l.left, right: l.right }));
  commit(takeFitted(now, { letters: rows, kerning: fitted.kerning, space: fitted.space }, looser));
}

type Fitted = Extract<ReturnType<FitApi['fit']>, { ok: true }>['value'];
