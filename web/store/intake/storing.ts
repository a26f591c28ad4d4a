import type { IntakeItem } from '../../persistence/db';
import type { Session } from '../styleSession';
import { storageFault } from './droppedFiles';
import type { IntakeWorld } from './intakeWorld';

/** What is kept in storage while files are taken in: those that wait, and pictures. */
export class Storing {
  constructor(private readonly world: Pick<IntakeWorld, 'intake' | 'pictures'>) {}

  /** A change of what waits; tells why when storage doesn't take it. */
  async stored(session: Session, gone: readonly string[], added: readonly IntakeItem[]): Promise<boolean> {
    try {
      await this.world.intake.change(gone, added);
      return true;
    } catch (error) {
      const files = added.flatMap((i) => i.files.map((f) => f.path));
      const what = files.length === 1 ? files[0]! : `${files.length} files`;
      session.tell(storageFault(error, what).problems);
      return false;
    }
  }

  /** Takes an item off the list, after all that was made of it is written. */
  async done(session: Session, item: IntakeItem): Promise<void> {
    await session.flush();
    await this.world.intake.change([item.id], []);
  }

  async keepPictures(
    session: Session,
    name: string,
    kept: readonly { readonly id: string; readonly blob: Blob }[],
  ): Promise<boolean> {
    try {
      for (const { id, blob } of kept) await this.world.pictures.keep(session.projectId, id, blob);
      return true;
    } catch (error) {
      session.tell(storageFault(error, name).problems);
      return false;
    }
  }

  /** Lets go of an item of which nothing more is to be made. */
  drop(item: IntakeItem): Promise<void> {
    return this.world.intake.change([item.id], []);
  }

  /** Remembers which sheet is being made of an item, so that it isn't made twice when the page is closed meanwhile. */
  promise(item: IntakeItem, sheetId: string): Promise<void> {
    return this.world.intake.change([], [{ ...item, sheetId }]);
  }
}
