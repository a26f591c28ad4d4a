import { create } from 'zustand';
import { changeFitSettings, takeFitted } from '../../core/project/document/commands/spacing/fitted';
import { lettersToFit, fittable, fitSettingsOf } from '../../core/project/document/queries/spacing';
import { mergeDiffs, type ProjectDiff } from '../../core/project/document/changes/diff';
import { edit } from '../../core/project/document/inStep/edit';
import { kerningBetween } from '../../core/project/document/queries/kerning';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc, FitSettings } from '../../core/project/document/schema';
import type { FitOptions } from '../../core/type/fit/fitFont';
import type { FaultyJoin } from '../../core/type/fit/joinCheck';
import { offRhythm } from '../../core/type/fit/rhythm';
import type { JobContext, JobHandle } from '../jobs/jobQueue';
import type { Workers } from '../workers/clients';
import type { GlyphFit } from '../workers/fitApi';
import { say } from '../ui/aloud';
import { runFor } from './jobs';
import type { Session } from './styleSession';
import { world, type World } from './world';

interface FittingState {
  readonly running: boolean;
  /** Settings that the fit under way goes by; they come into the project with it. */
  readonly wished: Partial<FitSettings>;
  /** The project that is being fitted. */
  readonly projectId: string | null;
  /** The rhythm that the letters as they are drawn ask for; null before the first answer. */
  readonly rhythm: GlyphFit | null;
  /** Joins that don't hold, by the rhythm's letters; none for letters that stand apart. */
  readonly joins: readonly FaultyJoin[];
}

export const useFittingAll = create<FittingState>(() => ({
  running: false,
  wished: {},
  projectId: null,
  rhythm: null,
  joins: [],
}));

const optionsOf = ({ joins, tabular, kernFrom }: FitSettings): FitOptions => ({
  joined: joins === 'found' ? undefined : joins === 'joined',
  tabular: tabular === 'found' ? undefined : tabular === 'on',
  kernFrom,
});

/** A document that goes by other settings of the fit. */
function withSettings(doc: Doc, wished: Partial<FitSettings>): { doc: Doc; diff: ProjectDiff | null } {
  const change = changeFitSettings(doc, wished);
  return change ? edit(doc, change) : { doc, diff: null };
}

const ask = (host: Workers['fit'], doc: Doc, signal?: AbortSignal) =>
  host.run<GlyphFit>(
    (api) => api.fit(lettersToFit(doc), projectOf(doc).unitsPerEm, optionsOf(fitSettingsOf(doc))),
    { signal },
  );

/** Distances box to box with kerning of the rhythm's letters as they are now, 1/1000 em. */
function distancesNow(doc: Doc, { glyphIds }: GlyphFit): { size: number; data: Float64Array } {
  const k = 1000 / projectOf(doc).unitsPerEm;
  const kern = kerningBetween(doc);
  const size = glyphIds.length;
  const data = new Float64Array(size * size);
  glyphIds.forEach((a, i) =>
    glyphIds.forEach((b, j) => {
      const [p, q] = [doc.glyphs[a], doc.glyphs[b]];
      if (p && q) data[i * size + j] = k * (p.bearings.right + q.bearings.left + kern(a, b));
    }),
  );
  return { size, data };
}

/** How far every pair is from the rhythm, 1/1000 em. */
export const offNow = (doc: Doc, rhythm: GlyphFit) =>
  offRhythm(
    rhythm.fitted.letters.map((l) => l.char),
    distancesNow(doc, rhythm),
    rhythm.fitted.wished,
  );

/** Fits of whole fonts. */
function createWholeFits({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  let job: JobHandle | null = null;
  /** Stops a fit that is under way; nothing of it is taken. */
  const stopFitting = (): void => {
    if (job) jobs.cancel(job.id);
  };

  /** Fits all letters that weren't set by hand (or kerns their pairs only), aside; the answer comes as one step. */
  async function fitAll(what: 'all' | 'pairs' = 'all', change: Partial<FitSettings> = {}): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    // What a fit that is given up went by still counts.
    const before = useFittingAll.getState();
    const wished = { ...(before.projectId === session.projectId ? before.wished : {}), ...change };
    stopFitting();
    useFittingAll.setState({ running: true, wished, projectId: session.projectId });
    const own = (job = runFor(
      session,
      {
        name: what === 'all' ? 'Fit all' : 'Fit pairs',
        lane: 'fit',
        stage: 'Fitting',
        run: (context) => fitNow({ current, workers }, session, { what, wished }, context),
      },
      jobs,
    ));
    await own.ended;
    // A later fit that took this one's place goes on.
    if (job !== own) return;
    job = null;
    useFittingAll.setState({ running: false, wished: {}, projectId: null });
  }

  return { fitAll, stopFitting };
}

interface WishedFit {
  readonly what: 'all' | 'pairs';
  /** Settings that are to be in force with it. */
  readonly wished: Partial<FitSettings>;
}

/** Fits the letters of a project as they are when the job begins. */
async function fitNow(
  { current, workers }: Pick<World, 'current' | 'workers'>,
  session: Session,
  { what, wished }: WishedFit,
  { signal, progress }: JobContext,
): Promise<void> {
  progress('Fitting', null);
  const found = await ask(workers.fit, withSettings(session.doc, wished).doc, signal);
  if (!found.ok) {
    session.tell(found.problems);
    // Nothing to fit is no reason not to set how it will be.
    const bare = found.problems.some((p) => p.code === 'fit-needs-letters');
    if (bare) session.commit(changeFitSettings(session.doc, wished));
    return;
  }
  const { fitted, glyphIds } = found.value;
  const letters = fitted.letters.map((l, i) => ({ glyphId: glyphIds[i]!, left: l.left, right: l.right }));
  if (session === current()) useFittingAll.setState({ rhythm: found.value });
  // Settings and what comes of them are one step: what a slider shows is what is cast.
  const set = withSettings(session.doc, wished);
  const fit = takeFitted(set.doc, { ...fitted, letters }, what);
  session.commit(set.diff && fit ? { ...mergeDiffs(set.diff, fit), label: fit.label } : (fit ?? set.diff));
  if (session === current()) say(fit ? `Done: ${fit.label}.` : 'Fitted: nothing had to change.');
}

/** The rhythm that is kept in step with the letters. */
function createRhythm({ current, workers }: Pick<World, 'current' | 'workers'>) {
  /** Letters that the rhythm was last asked for: only other outlines or settings ask again. */
  let askedFor: readonly unknown[] = [];
  let asking = false;

  /** Keeps the rhythm in step with the outlines; silent where a font has nothing to set one by. */
  async function refreshRhythm(doc: Doc): Promise<void> {
    const letters = fittable(doc);
    const key: unknown[] = [fitSettingsOf(doc), ...letters.map((g) => g.contours)];
    if (asking || (key.length === askedFor.length && key.every((k, i) => k === askedFor[i]))) return;
    asking = true;
    askedFor = key;
    const found = await ask(workers.rhythm, doc).finally(() => (asking = false));
    useFittingAll.setState({ rhythm: found.ok ? found.value : null });
    const now = current()?.getState().doc;
    if (now && now !== doc) void refreshRhythm(now);
  }

  /** Looks at the joins again. */
  async function refreshJoins(doc: Doc): Promise<void> {
    const { rhythm } = useFittingAll.getState();
    if (!rhythm?.fitted.joined) return useFittingAll.setState({ joins: [] });
    const found = await workers.rhythm.run<readonly FaultyJoin[]>((api) =>
      api.joins(distancesNow(doc, rhythm).data),
    );
    useFittingAll.setState({ joins: found.ok ? found.value : [] });
  }

  return { refreshRhythm, refreshJoins };
}

/** Fits of whole fonts, and the rhythm that is kept in step with the letters. */
export const createFitting = (of: Pick<World, 'current' | 'workers' | 'jobs'>) => ({
  ...createWholeFits(of),
  ...createRhythm(of),
});

export const { fitAll, stopFitting, refreshRhythm, refreshJoins } = createFitting(world);
