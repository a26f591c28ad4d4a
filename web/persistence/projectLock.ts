/** What is needed of Web Locks; `navigator.locks` fits, tests give another. */
export type Locks = Pick<LockManager, 'request' | 'query'>;

/** A project held by this tab; `lost` resolves when another tab took it away (to delete it). */
export interface ProjectLock {
  readonly release: () => void;
  readonly lost: Promise<void>;
}

const nameOf = (projectId: string): string => `orthoglyph ${projectId}`;

/**
 * Waits until this tab has a project (Web Locks): at most one tab writes to it. `patience` ends the waiting with null; without
 * it this waits until the tab that has it lets go. A browser without locks has it at once.
 */
export function lockProject(
  locks: Locks | undefined,
  projectId: string,
  patience?: AbortSignal,
): Promise<ProjectLock | null> {
  const never = new Promise<void>(() => undefined);
  if (!locks) return Promise.resolve({ release: () => undefined, lost: never });
  return new Promise((resolve) => {
    const held = locks.request(nameOf(projectId), patience ? { signal: patience } : {}, () => {
      let release = () => {};
      const until = new Promise<void>((done) => (release = done));
      const lost = new Promise<void>((gone) => held.catch(() => gone()));
      resolve({ release, lost });
      return until;
    }) as Promise<unknown>;
    held.catch(() => resolve(null));
  });
}

/** Whether another tab (or this one) has a project open for writing. */
export async function isHeld(locks: Locks | undefined, projectId: string): Promise<boolean> {
  const { held = [] } = (await locks?.query()) ?? {};
  return held.some((l) => l.name === nameOf(projectId));
}

/** Does something to a project that nobody else may have meanwhile; a tab that has it loses it. */
export async function takingProject<T>(
  locks: Locks | undefined,
  projectId: string,
  job: () => Promise<T>,
): Promise<T> {
  if (!locks) return job();
  return locks.request(nameOf(projectId), { steal: true }, job) as Promise<T>;
}
