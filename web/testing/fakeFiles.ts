import type { IntakeItem } from '../persistence/db';
import type { IntakeStore } from '../persistence/intake';
import type { PictureStore } from '../persistence/pictures';

/** Pictures in memory, with room that can run out. */
export class FakePictures implements PictureStore {
  readonly kept = new Map<string, Blob>();
  full = false;

  async keep(_: string, id: string, blob: Blob): Promise<void> {
    await Promise.resolve();
    if (this.full) throw new DOMException('no room', 'QuotaExceededError');
    if (!this.kept.has(id)) this.kept.set(id, blob);
  }
  blob = (id: string): Promise<Blob | null> => Promise.resolve(this.kept.get(id) ?? null);
  async bytes(id: string): Promise<Uint8Array | null> {
    const blob = this.kept.get(id);
    return blob ? new Uint8Array(await blob.arrayBuffer()) : null;
  }
}

/** What waits, in memory; faults on demand. */
export class FakeIntake implements IntakeStore {
  items: readonly IntakeItem[] = [];
  fault: Error | null = null;

  async change(gone: readonly string[], added: readonly IntakeItem[]): Promise<void> {
    await Promise.resolve();
    if (this.fault) throw this.fault;
    const names = new Set([...gone, ...added.map((i) => i.id)]);
    this.items = [...this.items.filter((i) => !names.has(i.id)), ...added];
  }
  waiting = (projectId: string): Promise<readonly IntakeItem[]> =>
    Promise.resolve(
      this.items.filter((i) => i.projectId === projectId).sort((a, b) => a.addedAt - b.addedAt),
    );
}
