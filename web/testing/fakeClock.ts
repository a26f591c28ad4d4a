import type { Clock } from '../persistence/projectWriter';

/** Time that stands still until a test moves it. */
export class FakeClock implements Clock {
  now = 0;
  private serial = 0;
  private timers: { id: number; at: number; run: () => void }[] = [];

  setTimeout = (run: () => void, ms: number): unknown => {
    const id = ++this.serial;
    this.timers.push({ id, at: this.now + ms, run });
    return id;
  };

  clearTimeout = (timer: unknown): void => {
    this.timers = this.timers.filter((t) => t.id !== timer);
  };

  /** Lets time go by; what is due runs in its order, and promises settle in between. */
  async pass(ms: number): Promise<void> {
    const until = this.now + ms;
    for (;;) {
      await settle();
      const due = this.timers.filter((t) => t.at <= until).sort((a, b) => a.at - b.at)[0];
      if (!due) break;
      this.now = Math.max(this.now, due.at);
      this.clearTimeout(due.id);
      due.run();
    }
    this.now = until;
    await settle();
  }
}

/** Lets promises that are settled already run on. */
export async function settle(): Promise<void> {
  for (let k = 0; k < 16; k++) await Promise.resolve();
}
