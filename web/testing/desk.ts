import { openRows } from '../../core/project/document/opening/openRows';
import { newProject } from '../../core/project/document/newProject';
import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { fail, ok, type Problem } from '../../core/foundations/problems/problem';
import { emptyHistory } from '../../core/project/document/changes/history';
import { JobQueue } from '../jobs/jobQueue';
import type { Locks } from '../persistence/projectLock';
import { Sessions } from '../store/session';
import { FakeClock } from './fakeClock';
import { FakeFilesDesk } from './fakeFilesDesk';
import { FakeLocks } from './fakeLocks';
import { MemoryRows } from './memoryRows';

/** The browser that several tabs share: its storage, its locks, its time. */
export class FakeBrowser {
  readonly clock = new FakeClock();
  readonly rows = new MemoryRows();
  readonly locks = new FakeLocks();
  readonly files = new FakeFilesDesk();

  store(doc: Doc): void {
    const id = Object.keys(doc.project)[0]!;
    this.rows.projects.set(id, { doc: structuredClone(doc), history: emptyHistory, version: SCHEMA_VERSION });
  }

  project(id: string): void {
    this.store(newProject(id, id, 0));
  }

  stored = (id: string): Doc => this.rows.projects.get(id)!.doc;

  tab(): FakeTab {
    return new FakeTab(this);
  }
}

/** One tab: its sessions, its jobs, and what was told in it. */
export class FakeTab {
  readonly told: { readonly projectId: string; readonly problem: Problem }[] = [];
  readonly jobs = new JobQueue();
  readonly sessions: Sessions;

  constructor(browser: FakeBrowser) {
    this.sessions = new Sessions({
      rows: browser.rows,
      open: async (projectId) => {
        const found = await browser.rows.load(projectId);
        if (!found) return fail({ code: 'project-not-here' });
        const opened = openRows(found.version, found.tables);
        return opened.ok ? ok({ ...opened.value, history: found.history }, opened.problems) : opened;
      },
      locks: browser.locks as unknown as Locks,
      clock: browser.clock,
      now: () => browser.clock.now,
      tell: (projectId, problems) => problems.forEach((problem) => this.told.push({ projectId, problem })),
    });
  }

  codes = (projectId?: string): string[] =>
    this.told.filter((t) => !projectId || t.projectId === projectId).map((t) => t.problem.code);
}
