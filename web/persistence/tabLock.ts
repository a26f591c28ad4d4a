/** A reload's old page lets go of its lock a moment after the new one asks. */
const WAIT_MS = 1500;
let release: (() => void) | null = null;

export function letGoOfProject(): void {
  release?.();
  release = null;
}

/**
 * Takes the project for this tab, so that two tabs never overwrite each other (Web Locks). False when another
 * tab has it; the project is then open for reading only.
 */
export async function holdProject(projectId: string): Promise<boolean> {
  letGoOfProject();
  if (!('locks' in navigator)) return true;
  return new Promise((resolve) => {
    const patience = new AbortController();
    const timer = setTimeout(() => patience.abort(), WAIT_MS);
    navigator.locks
      .request(`orthoglyph ${projectId}`, { signal: patience.signal }, () => {
        clearTimeout(timer);
        resolve(true);
        return new Promise<void>((done) => (release = done));
      })
      .catch(() => resolve(false));
  });
}
