/** Room in the browser's storage. */
export interface Room {
  readonly used: number;
  /** Bytes the browser would give at most; null when it doesn't say. */
  readonly most: number | null;
  /** Whether the browser promised not to clear it when room gets scarce. */
  readonly lasting: boolean;
}

/** Asks the browser to keep what is stored, and says how much room there is (Storage Standard). */
export async function lookAtRoom(storage: StorageManager | undefined = navigator.storage): Promise<Room> {
  if (!storage?.estimate) return { used: 0, most: null, lasting: false };
  const { usage = 0, quota } = await storage.estimate();
  const lasting = (await storage.persisted?.()) ?? false;
  return { used: usage, most: quota ?? null, lasting };
}

/** Asks that what is stored is never cleared without the user; browsers decide by themselves whether to ask him. */
export const askToKeep = async (storage: StorageManager | undefined = navigator.storage): Promise<boolean> =>
  (await storage?.persist?.()) ?? false;
