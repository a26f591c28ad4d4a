import type { DroppedFile } from '../../../core/lifting/artwork/sortFiles';
import type { TakenFor } from '../../../core/project/document/queries/takenFor';
import type { SheetRow } from '../../../core/project/document/schema';
import { fail, problem, type Result } from '../../../core/foundations/problems/problem';
import type { IntakeItem } from '../../persistence/db';
import { packFiles } from '../../persistence/intake';
import { isFull } from '../../persistence/projectWriter';
import type { Session } from '../styleSession';

/** Whether a project takes edits in this tab. */
export function takesEdits(session: Session): boolean {
  const { saveState } = session.getState();
  return saveState !== 'read-only' && saveState !== 'gone';
}

/** A dropped file as it is kept; null when it was moved or deleted meanwhile. */
async function readDropped(file: File): Promise<(DroppedFile & { type: string }) | null> {
  try {
    const bytes = new Uint8Array(await file.arrayBuffer());
    return { path: file.webkitRelativePath || file.name, type: file.type, bytes };
  } catch {
    return null;
  }
}

/** Files read at a time: thousands at once hold up the page. */
const READ_AT_ONCE = 64;

/** All dropped files in their order, a few at a time. */
export async function readAll(files: readonly File[]): Promise<Awaited<ReturnType<typeof readDropped>>[]> {
  const read: Awaited<ReturnType<typeof readDropped>>[] = [];
  for (let i = 0; i < files.length; i += READ_AT_ONCE)
    read.push(...(await Promise.all(files.slice(i, i + READ_AT_ONCE).map(readDropped))));
  return read;
}

export const lostPicture = (sheet: SheetRow) => [
  problem({ code: 'picture-missing', sheet: sheet.name }, 'error', { file: sheet.name }),
];

/** What to say when storage didn't take something. */
export function storageFault(error: unknown, what: string): Result<never> {
  if (isFull(error)) return fail({ code: 'storage-full', what });
  return fail({ code: 'storage-failed', reason: error instanceof Error ? error.message : String(error) });
}

/** What is to be done for a sheet's files that somebody said the kind of; the first takes the sheet's place. */
export function itemsOf(
  projectId: string,
  sheet: SheetRow,
  files: readonly DroppedFile[],
  as: TakenFor,
  newId: () => string,
  now: number,
): IntakeItem[] {
  const paged = as === 'page' || as === 'pixels';
  const kind = paged ? 'page' : sheet.kind === 'artwork' ? 'artwork' : 'pictures';
  const groups = paged ? files.map((f) => [f]) : [files];
  return groups.map((own, k) => ({
    id: newId(),
    projectId,
    addedAt: now + k / 1000,
    kind,
    ...packFiles(own.map((f) => ({ ...f, type: '' }))),
    sheetId: null,
    as,
    ...(k === 0 ? { insteadOf: sheet.id } : {}),
  }));
}
