import { inFile } from '../../../core/foundations/problems/problem';
import type { TracedSheet } from '../../../core/lifting/find/tracedSheet';
import { takingLifted } from '../../../core/project/document/commands/pieces/takeLifted';
import { soughtOn } from '../../../core/project/document/queries/sheets';
import type { Doc } from '../../../core/project/document/schema';
import { fromLatest } from '../../jobs/inSlices';
import type { JobContext } from '../../jobs/jobQueue';
import type { Session } from '../styleSession';
import { lostPicture } from './droppedFiles';
import { watched, type IntakeWorld } from './intakeWorld';

/** Letters found on sheets that lie on the table. */
export class Lifter {
  constructor(private readonly world: Pick<IntakeWorld, 'workers' | 'pictures'>) {}

  /** Finds, traces and names the letters of a sheet by its recipe and expected characters. */
  async liftNow(
    session: Session,
    sheetId: string,
    given: Uint8Array | null,
    context: JobContext,
  ): Promise<void> {
    const sheet = session.doc.sheets[sheetId];
    const recipe = sheet && session.doc.recipes[sheet.recipeId];
    if (!sheet || !recipe || sheet.pictureId === null) return;
    const bytes = given ?? (await this.world.pictures.bytes(sheet.pictureId));
    if (!bytes) return session.tell(lostPicture(sheet));
    const sought = soughtOn(session.doc, sheet);
    const result = await this.world.workers.imaging.run<TracedSheet>(
      (api) => api.lift(bytes, sought, recipe),
      watched(context),
    );
    session.tell(inFile(result.problems, sheet.name));
    if (!result.ok) return;
    const taken = (doc: Doc) => takingLifted(doc, sheetId, result.value);
    session.commit(await fromLatest(() => session.doc, taken, context));
  }
}
