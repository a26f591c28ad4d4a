import { findingChanges } from '../../../core/project/document/commands/icons/folderChanges';
import { takingFolder } from '../../../core/project/document/commands/icons/takeFolder';
import type { LiftResult } from '../../../core/project/document/commands/pieces/takeLifted';
import { addingMadeSheet, type MadeSheet } from '../../../core/project/document/commands/sheets/madeSheets';
import type { ProjectDiff } from '../../../core/project/document/changes/diff';
import type { Doc } from '../../../core/project/document/schema';
import type { Steps } from '../../../core/foundations/steps';
import { problem } from '../../../core/foundations/problems/problem';
import { fromLatest } from '../../jobs/inSlices';
import type { JobContext } from '../../jobs/jobQueue';
import type { IntakeItem } from '../../persistence/db';
import { closeOffer, offerFolder } from '../folderOffers';
import { runFor } from '../jobs';
import type { Session } from '../styleSession';
import { LANE, nameOf, type IntakeWorld } from './intakeWorld';
import type { Storing } from './storing';

/** A folder as it was read, ready to be taken. */
interface ReadFolder {
  readonly sheet: Omit<MadeSheet, 'id'>;
  readonly lifted: LiftResult;
  readonly pictures: readonly { readonly id: string; readonly blob: Blob }[];
}

/** Icons that came before and come again: what changed is offered, and waits in storage until it is answered. */
export class FolderAgain {
  constructor(
    private readonly world: Pick<IntakeWorld, 'newId' | 'jobs'>,
    private readonly storing: Storing,
  ) {}

  /** Offers what a folder changes; false when its icons weren't here before. Nothing changed is told. */
  async offer(session: Session, item: IntakeItem, folder: ReadFolder, context: JobContext): Promise<boolean> {
    const { pieces } = folder.lifted;
    const found = await fromLatest(
      () => session.doc,
      (doc) => findingChanges(doc, pieces),
      context,
    );
    if (!found) return false;
    if (found.changes.length === 0) {
      session.tell([problem({ code: 'icons-unchanged', count: found.same.length }, 'note')]);
      await this.storing.drop(item);
      return true;
    }
    offerFolder({
      itemId: item.id,
      projectId: session.projectId,
      found,
      take: (isTaken) =>
        this.bring(session, item, folder, (doc, row) => takingFolder(doc, row, folder.lifted, isTaken)),
      further: () =>
        this.bring(session, item, folder, (doc, row) => addingMadeSheet(doc, row, folder.lifted)),
      leave: () => {
        closeOffer(item.id);
        void this.storing.drop(item).catch(() => undefined);
      },
    });
    return true;
  }

  /** What was answered, as a job: pictures are kept first, and the files are let go when all is written. */
  private bring(
    session: Session,
    item: IntakeItem,
    { sheet, pictures }: ReadFolder,
    making: (doc: Doc, row: MadeSheet) => Steps<ProjectDiff | null>,
  ): void {
    closeOffer(item.id);
    const row = { ...sheet, id: this.world.newId() };
    runFor(
      session,
      {
        name: nameOf(item),
        lane: LANE,
        run: async (context) => {
          if (!(await this.storing.keepPictures(session, nameOf(item), pictures)))
            return this.storing.drop(item);
          session.commit(
            await fromLatest(
              () => session.doc,
              (doc) => making(doc, row),
              context,
            ),
          );
          await this.storing.done(session, item);
        },
      },
      this.world.jobs,
    );
  }
}
