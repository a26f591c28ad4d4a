import { inFile } from '../../../core/foundations/problems/problem';
import type { DroppedFile } from '../../../core/lifting/artwork/sortFiles';
import { readAs } from '../../../core/project/document/commands/sheets/readAs';
import type { TakenFor } from '../../../core/project/document/queries/takenFor';
import { projectOf } from '../../../core/project/document/newProject';
import type { SheetRow } from '../../../core/project/document/schema';
import type { JobContext, JobHandle } from '../../jobs/jobQueue';
import { runFor } from '../jobs';
import type { Session } from '../styleSession';
import { itemsOf, lostPicture, takesEdits } from './droppedFiles';
import { LANE, type IntakeWorld } from './intakeWorld';
import type { ItemWork } from './itemWork';
import type { Lifter } from './lifting';
import type { Storing } from './storing';

/** Sheets that lie on the table lifted once more, or taken for something else. */
export class SheetsAgain {
  constructor(
    private readonly world: IntakeWorld,
    private readonly storing: Storing,
    private readonly lifter: Lifter,
    private readonly work: ItemWork,
  ) {}

  /** Lifts a sheet that is on the table once more. */
  liftAgain(session: Session, sheetId: string): JobHandle | null {
    const sheet = session.doc.sheets[sheetId];
    if (!sheet) return null;
    const run = (context: JobContext) => this.lifter.liftNow(session, sheetId, null, context);
    return runFor(session, { name: sheet.name, lane: LANE, run }, this.world.jobs);
  }

  /** Takes a sheet's files for something else: what is made of them takes the sheet's place. */
  async takeAs(session: Session, sheetId: string, as: TakenFor): Promise<void> {
    const sheet = session.doc.sheets[sheetId];
    if (!sheet || !takesEdits(session)) return;
    if (sheet.kind === 'page' && (as === 'page' || as === 'pixels')) {
      session.commit(readAs(session.doc, sheetId, as));
      await this.liftAgain(session, sheetId)?.ended;
      return;
    }
    const letGo = session.use();
    try {
      const files = await this.filesOf(session, sheet);
      const { styleId } = projectOf(session.doc);
      const made = files && itemsOf(session.projectId, sheet, files, as, this.world.newId, this.world.now());
      const items = made?.map((item) => ({ ...item, styleId }));
      if (items && (await this.storing.stored(session, [], items)))
        await Promise.all(items.map((item) => this.work.begin(session, item)));
    } finally {
      letGo();
    }
  }

  /** The files of a sheet as they came; null after telling that they are lost. */
  private async filesOf(session: Session, sheet: SheetRow): Promise<readonly DroppedFile[] | null> {
    const id = sheet.originalId ?? sheet.pictureId;
    const bytes = id === null ? null : await this.world.pictures.bytes(id);
    if (!bytes) {
      session.tell(lostPicture(sheet));
      return null;
    }
    if (sheet.kind === 'page') return [{ path: sheet.name, bytes }];
    const opened = await this.world.workers.artwork.run<readonly DroppedFile[]>((api) => api.filesOf(bytes));
    if (!opened.ok) session.tell(inFile(opened.problems, sheet.name));
    return opened.ok ? opened.value : null;
  }
}
