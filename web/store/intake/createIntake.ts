import { fail, problem } from '../../../core/foundations/problems/problem';
import { projectOf } from '../../../core/project/document/newProject';
import type { TakenFor } from '../../../core/project/document/queries/takenFor';
import type { IntakeItem } from '../../persistence/db';
import { packFiles } from '../../persistence/intake';
import type { Session } from '../styleSession';
import { readAll, takesEdits } from './droppedFiles';
import type { IntakeWorld } from './intakeWorld';
import { ItemWork } from './itemWork';
import { Lifter } from './lifting';
import { SheetsAgain } from './sheetsAgain';
import { Storing } from './storing';

/**
 * Taking files in: what was dropped is kept in storage before anything else is done with it, and goes from there only when
 * something was made of it, so that it is taken up again after the page was closed. Bad files are told and left out, the rest
 * goes on.
 */
export function createIntake(world: IntakeWorld) {
  const { intake, newId, now } = world;
  const storing = new Storing(world);
  const lifter = new Lifter(world);
  const work = new ItemWork(world, storing, lifter);
  const again = new SheetsAgain(world, storing, lifter, work);

  /** The style that a session works on, once it is there. */
  const styleOf = (session: Session) => {
    const { doc } = session.getState();
    return doc ? { styleId: projectOf(doc).styleId } : {};
  };

  /** Keeps dropped files and has them looked at. Resolves when all of them are on the table, stopped, or told as faulty. */
  async function addFiles(session: Session, files: readonly File[]): Promise<void> {
    if (files.length === 0) return;
    if (!takesEdits(session)) return session.tell(fail({ code: 'project-elsewhere' }).problems);
    const letGo = session.use();
    try {
      const read = await readAll(files);
      const missing = files.filter((_, i) => read[i] === null);
      session.tell(missing.map((f) => problem({ code: 'file-not-found' }, 'error', { file: f.name })));
      const kept = read.filter((f) => f !== null);
      if (kept.length === 0) return;
      const item: IntakeItem = {
        id: newId(),
        projectId: session.projectId,
        addedAt: now(),
        kind: 'files',
        ...packFiles(kept),
        sheetId: null,
        ...styleOf(session),
      };
      if (await storing.stored(session, [], [item])) await work.begin(session, item);
    } finally {
      letGo();
    }
  }

  /** Takes up what was left undone when the project was closed. */
  async function resume(session: Session): Promise<void> {
    if (!takesEdits(session)) return;
    const letGo = session.use();
    try {
      const items = await intake.waiting(session.projectId);
      await Promise.all(items.map((item) => work.begin(session, item)));
    } finally {
      letGo();
    }
  }

  return {
    addFiles,
    resume,
    liftAgain: (session: Session, sheetId: string) => again.liftAgain(session, sheetId),
    takeAs: (session: Session, sheetId: string, as: TakenFor) => again.takeAs(session, sheetId, as),
  };
}
