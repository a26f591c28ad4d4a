import type { JobContext } from '../../jobs/jobQueue';
import type { IntakeItem } from '../../persistence/db';
import { runFor } from '../jobs';
import { siblingIn, type Session } from '../styleSession';
import { LANE, nameOf, type IntakeWorld } from './intakeWorld';
import type { Lifter } from './lifting';
import { MadeSheets } from './madeSheets';
import { Pages } from './pages';
import { Sorting } from './sorting';
import type { Storing } from './storing';

/** Jobs for what waits: each item is taken up once, and so is what it turns out to be. */
export class ItemWork {
  /** Items that jobs of this tab have taken up. */
  private readonly atWork = new Set<string>();
  private readonly sorting: Sorting;
  private readonly pages: Pages;
  private readonly madeSheets: MadeSheets;

  constructor(
    private readonly world: IntakeWorld,
    private readonly storing: Storing,
    lifter: Lifter,
  ) {
    this.sorting = new Sorting(world, storing);
    this.pages = new Pages(world, storing, lifter);
    this.madeSheets = new MadeSheets(world, storing);
  }

  /** A job for an item, and for all that it turns out to be. */
  async begin(shown: Session, item: IntakeItem): Promise<void> {
    // Whichever style is shown when it is taken up, what is made of it belongs to its own.
    const session = item.styleId === undefined ? shown : siblingIn(shown, item.styleId);
    if (this.atWork.has(item.id)) return;
    this.atWork.add(item.id);
    let found: readonly IntakeItem[] = [];
    const handle = runFor(
      session,
      {
        name: nameOf(item),
        lane: LANE,
        run: async (context) => {
          found = await this.workOn(session, item, context);
        },
        onCancelled: () => void this.storing.drop(item).catch(() => undefined),
      },
      this.world.jobs,
    );
    const ending = await handle.ended;
    this.atWork.delete(item.id);
    // What fails would fail again: it is told, and not taken up any more.
    if (ending === 'failed') await this.storing.drop(item).catch(() => undefined);
    await Promise.all(found.map((f) => this.begin(session, f)));
  }

  /** Does what an item asks for. Answers with items that it turned out to be, which wait in its place. */
  private async workOn(
    session: Session,
    item: IntakeItem,
    context: JobContext,
  ): Promise<readonly IntakeItem[]> {
    await session.opened;
    const ready = item.sheetId !== null && session.doc.sheets[item.sheetId]?.state === 'lifted';
    if (ready) await this.storing.drop(item);
    else if (item.kind === 'files') return this.sorting.sort(session, item, context);
    else if (item.kind === 'page') await this.pages.take(session, item, context);
    else await this.madeSheets.take(session, item, item.kind, context);
    return [];
  }
}
