import type { Locks } from '../persistence/projectLock';

interface Waiting {
  readonly name: string;
  readonly run: () => Promise<unknown>;
  readonly resolve: (v: unknown) => void;
  readonly reject: (e: Error) => void;
}

/** Web Locks between tabs of a test, after the Web Locks API (W3C): one holder a name, others wait in order, `steal` breaks a lock. */
export class FakeLocks {
  private readonly held = new Map<string, Waiting>();
  private waiting: Waiting[] = [];

  request = ((name: string, ...rest: unknown[]) => {
    const [options, callback] = (rest.length === 1 ? [{}, rest[0]] : rest) as [
      { signal?: AbortSignal; steal?: boolean },
      () => unknown,
    ];
    return new Promise((resolve, reject) => {
      const own: Waiting = {
        name,
        run: async () => callback(),
        resolve: resolve as Waiting['resolve'],
        reject,
      };
      if (options.steal) {
        this.held.get(name)?.reject(new DOMException('stolen', 'AbortError'));
        this.grant(own);
        return;
      }
      options.signal?.addEventListener('abort', () => {
        if (!this.waiting.includes(own)) return;
        this.waiting = this.waiting.filter((w) => w !== own);
        reject(new DOMException('aborted', 'AbortError'));
      });
      this.waiting.push(own);
      this.next();
    });
  }) as Locks['request'];

  query = (): Promise<LockManagerSnapshot> =>
    Promise.resolve({ held: [...this.held.keys()].map((name) => ({ name })), pending: [] });

  private next(): void {
    const free = this.waiting.find((w) => !this.held.has(w.name));
    if (!free) return;
    this.waiting = this.waiting.filter((w) => w !== free);
    this.grant(free);
    this.next();
  }

  private grant(own: Waiting): void {
    this.held.set(own.name, own);
    // As browsers do, never within the call that asked.
    const ran = Promise.resolve().then(own.run);
    void ran.then(own.resolve, own.reject).finally(() => {
      if (this.held.get(own.name) === own) this.held.delete(own.name);
      this.next();
    });
  }
}
