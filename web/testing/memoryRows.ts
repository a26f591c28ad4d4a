import { applyDiff, diffOfWhole } from '../../core/project/document/changes/diff';
import { emptyHistory, type History } from '../../core/project/document/changes/history';
import { TABLE_NAMES, type Doc } from '../../core/project/document/schema';
import type { ProjectRows, ProjectWrite, StoredTables } from '../persistence/projectRows';
import { ProjectGone } from '../persistence/projectRows';

/** What may happen to a write: done, refused before anything is written, or done while its answer never comes. */
export type Fate = 'done' | 'fails' | 'full' | 'unanswered';

const EMPTY = Object.fromEntries(TABLE_NAMES.map((t) => [t, {}])) as unknown as Doc;

/** Projects stored in memory, each write whole or not at all, with faults on demand. Rows are copied, as storage does. */
export class MemoryRows implements ProjectRows {
  readonly projects = new Map<string, { doc: Doc; history: History; version: number }>();
  /** Decides over each write. */
  fate: () => Fate = () => 'done';
  writes = 0;

  async load(projectId: string) {
    await Promise.resolve();
    const stored = this.projects.get(projectId);
    if (!stored) return null;
    const { doc, history, version } = stored;
    return { version, tables: structuredClone(doc) as unknown as StoredTables, history };
  }

  async write({ summary, diff, history }: ProjectWrite): Promise<void> {
    await Promise.resolve();
    const fate = this.fate();
    if (fate === 'fails') throw new Error('the disk is away');
    if (fate === 'full') throw new DOMException('no room', 'QuotaExceededError');
    const stored = this.projects.get(summary.id);
    if (!stored) throw new ProjectGone();
    this.writes++;
    const doc = applyDiff(stored.doc, structuredClone(diff));
    this.projects.set(summary.id, { doc, history, version: summary.version });
    if (fate === 'unanswered') await new Promise(() => undefined);
  }

  async replace(summary: ProjectWrite['summary'], doc: Doc): Promise<void> {
    await Promise.resolve();
    if (this.fate() !== 'done') throw new Error('the disk is away');
    const whole = applyDiff(EMPTY, structuredClone(diffOfWhole(doc, 'Open')));
    this.projects.set(summary.id, { doc: whole, history: emptyHistory, version: summary.version });
  }
}
