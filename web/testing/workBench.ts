import type { Remote } from 'comlink';
import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { edit } from '../../core/project/document/inStep/edit';
import type { Doc } from '../../core/project/document/schema';
import { liftedSheet } from '../../core/testing/liftedSheet';
import { sampleProject } from '../../core/testing/sampleProject';
import { WorkerHost } from '../jobs/workerHost';
import type { Session } from '../store/styleSession';
import type { World } from '../store/world';
import { dressApi } from '../workers/dressApi';
import { fitApi } from '../workers/fitApi';
import { penApi } from '../workers/penApi';
import { FakeBrowser, type FakeTab } from './desk';

/** A document with a page on the table that four letters were lifted from; its picture is "pic". */
export function withLiftedPage(doc: Doc): Doc {
  const sheet = { id: 's', name: 'page.png', pictureId: 'pic', widthPx: 400, heightPx: 300 };
  const added = edit(doc, addSheet(doc, sheet)!).doc;
  return edit(added, takeLifted(added, 's', liftedSheet('ABCD'))!).doc;
}

type Fault = 'crash' | 'throw';
type Calls = Record<string, (...args: never[]) => unknown>;

/** A tab with a project open in it, and workers without threads that do the real work; calls can be held back or fail. */
export class WorkBench {
  readonly browser = new FakeBrowser();
  readonly tab: FakeTab = this.browser.tab();
  /** Calls that were made, by name. */
  readonly calls: string[] = [];
  /** What becomes of a call of a name. */
  readonly faults = new Map<string, Fault>();
  private readonly held = new Map<string, (() => void)[]>();
  private session: Session | null = null;
  private letGo: () => void = () => {};

  /** Stores a project (the sample under an id) and shows it in the tab. */
  async open(id: string, change: (doc: Doc) => Doc = (doc) => doc): Promise<Session> {
    if (!this.browser.rows.projects.has(id)) {
      const doc = sampleProject();
      this.browser.store(change({ ...doc, project: { [id]: { ...doc.project.sample!, id } } }));
    }
    this.letGo();
    this.session = this.tab.sessions.of(id);
    this.letGo = this.session.use();
    await this.browser.clock.pass(5);
    return this.session;
  }

  /** Holds calls of a name back until they are released. */
  hold(name: string): void {
    this.held.set(name, []);
  }
  async release(name: string): Promise<void> {
    const waiting = this.held.get(name) ?? [];
    this.held.delete(name);
    waiting.forEach((go) => go());
    await this.settle();
  }

  /** Lets promises and what is due run on. */
  async settle(ms = 5): Promise<void> {
    for (let k = 0; k < 4; k++) {
      await new Promise((go) => setTimeout(go, 0));
      await this.browser.clock.pass(ms / 4);
    }
  }

  get world(): World {
    const { workers, pictures } = this.browser.files;
    return {
      current: () => this.session,
      workers: {
        ...workers,
        pen: this.host(penApi),
        dress: this.host(dressApi),
        fit: this.host(fitApi),
        rhythm: this.host(fitApi),
      },
      pictures,
      jobs: this.tab.jobs,
      clock: this.browser.clock,
      tracers: () => {
        throw new Error('no tracers on this bench');
      },
    };
  }

  /** A host whose worker does the calls of an api on this thread. */
  host<Api extends object>(api: Api): WorkerHost<Remote<Api>> {
    return new WorkerHost(() => {
      let crash: (reason: string) => void = () => {};
      const calls = Object.entries(api as unknown as Calls).map(([name, call]) => [
        name,
        async (...args: never[]) => {
          this.calls.push(name);
          const waiting = this.held.get(name);
          if (waiting) await new Promise<void>((go) => waiting.push(go));
          const fault = this.faults.get(name);
          if (fault === 'throw') throw new Error('a bug');
          if (fault === 'crash') {
            crash('out of memory');
            return new Promise(() => undefined);
          }
          return call(...args);
        },
      ]);
      return {
        api: Object.fromEntries(calls) as Remote<Api>,
        onCrash: (listener) => (crash = listener),
        onProgress: () => undefined,
        terminate: () => undefined,
      };
    });
  }
}
