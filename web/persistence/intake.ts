import type { IntakeItem, OrthoglyphDb } from './db';

/** Files that were dropped, kept until something was made of them; tests give another. */
export interface IntakeStore {
  /** Puts items in the place of others, all or none. */
  change(gone: readonly string[], added: readonly IntakeItem[]): Promise<void>;
  /** What is still to be done for a project, in the order in which it was dropped. */
  waiting(projectId: string): Promise<readonly IntakeItem[]>;
}

export const intakeStore = (db: OrthoglyphDb): IntakeStore => ({
  change: (gone, added) =>
    db.transaction('rw', db.intake, async () => {
      await db.intake.bulkDelete([...gone]);
      await db.intake.bulkPut([...added]);
    }),
  async waiting(projectId) {
    const items = await db.intake.where('projectId').equals(projectId).toArray();
    return items.sort((a, b) => a.addedAt - b.addedAt || (a.id < b.id ? -1 : 1));
  },
});
