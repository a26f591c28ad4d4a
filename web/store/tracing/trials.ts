import { fail } from '../../../core/foundations/problems/problem';
import { takeRetraced } from '../../../core/project/document/commands/sheets/recipes';
import { piecesOf } from '../../../core/project/document/queries/sheets';
import type { Session } from '../styleSession';
import type { World } from '../world';
import type { Regions } from './regions';
import { useTracing, type Change } from './tracingState';

/** A trial that nobody changes for so long is taken over. */
const SETTLE_MS = 500;

/** What was traced is shown so often, ms. */
const TELL_MS = 40;

/** Traces by a recipe that is being tried: nothing of the document changes until the trial has settled. */
export class Trials {
  private settling: unknown;
  private abort = new AbortController();
  private running: Promise<void> = Promise.resolve();

  constructor(
    private readonly world: Pick<World, 'current' | 'tracers' | 'clock'>,
    private readonly regions: Regions,
  ) {}

  /** Resolves when no trial is being traced. */
  get ended(): Promise<void> {
    return this.running;
  }

  /**
   * Tries a change of a sheet's recipe: pieces in view (`first`) are traced at once, the rest behind them. Nothing of the
   * document changes until `keep`.
   */
  tryRecipe(sheetId: string, change: Change, first: readonly string[]): void {
    this.abort.abort();
    const projectId = this.world.current()?.projectId ?? '';
    useTracing.setState({ trial: { projectId, sheetId, change }, done: 0, total: 1 });
    this.world.clock.clearTimeout(this.settling);
    this.settling = this.world.clock.setTimeout(() => void this.keep(), SETTLE_MS);
    this.abort = new AbortController();
    const { signal } = this.abort;
    const session = this.world.current();
    if (!session) return;
    // A trial that fails must not hold up those behind it.
    this.running = this.running
      .then(() => this.trace(session, sheetId, change, first, signal))
      .catch((error: unknown) => session.tell(fail({ code: 'job-failed', reason: String(error) }).problems));
  }

  private async trace(
    session: Session,
    sheetId: string,
    change: Change,
    first: readonly string[],
    signal: AbortSignal,
  ): Promise<void> {
    const { doc } = session.getState();
    const sheet = doc?.sheets[sheetId];
    if (!sheet || signal.aborted) return;
    const recipe = { ...doc.recipes[sheet.recipeId]!, ...change };
    const pieces = piecesOf(doc, sheetId);
    if (!(await this.regions.hold(session, sheet, recipe.level, pieces, recipe)) || signal.aborted) return;
    const near = new Set(first);
    const order = [...pieces.filter((p) => near.has(p.id)), ...pieces.filter((p) => !near.has(p.id))].map(
      (p) => p.id,
    );
    const fresh = new Map(useTracing.getState().outlines);
    let done = 0;
    let told = 0;
    const tell = (force: boolean) => {
      const now = performance.now();
      if (!force && now - told < TELL_MS) return;
      told = now;
      const trial = { projectId: session.projectId, sheetId, change };
      useTracing.setState({ trial, outlines: new Map(fresh), done, total: order.length });
    };
    await this.world.tracers().traceAll(
      order,
      recipe,
      sheet.skewRad,
      (id, traced) => {
        fresh.set(id, traced);
        done++;
        tell(done === near.size);
      },
      signal,
    );
    if (!signal.aborted) tell(true);
  }

  /** Takes the trial into the document as one step, once all of it is traced. */
  private async keep(): Promise<void> {
    const mine = this.abort;
    await this.running;
    if (mine !== this.abort) return; // somebody went on trying
    const { trial, outlines, done, total } = useTracing.getState();
    const session = this.world.current();
    if (!trial || session?.projectId !== trial.projectId || done < total) return;
    session.commit(takeRetraced(session.doc, trial.sheetId, trial.change, outlines));
    this.drop();
  }

  /** Back to the document's own outlines; what still runs is stopped. */
  drop(): void {
    this.abort.abort();
    this.world.clock.clearTimeout(this.settling);
    useTracing.setState({ trial: null, outlines: new Map(), done: 0, total: 0 });
  }
}
