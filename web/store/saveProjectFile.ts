import { fileSave } from 'browser-fs-access';
import { projectOf } from '../../core/project/document/newProject';
import { safeFileName } from '../../core/type/names/fileNames';
import type { Doc } from '../../core/project/document/schema';
import { fail } from '../../core/foundations/problems/problem';
import { runFor } from './jobs';
import { currentSession } from './projectStore';
import type { Session } from './styleSession';
import { archive } from '../workers/archiveClient';

/** Files that projects were saved to, to be saved to again without asking, where the browser can. */
const handles = new Map<string, FileSystemFileHandle>();

/** What to say when a file wasn't written. */
const notWritten = (error: unknown) =>
  fail({ code: 'file-unwritable', reason: error instanceof Error ? error.message : String(error) }).problems;

/** Writes a document as a project file, as a job that can be watched and stopped. The file's blob, or null. */
async function fileOf(session: Session, doc: Doc): Promise<Blob | null> {
  let made: Blob | null = null;
  await runFor(session, {
    name: projectOf(doc).name,
    lane: 'archive',
    stage: 'Writing the project file',
    async run({ signal, progress }) {
      const onProgress = (_: string, share: number) => progress('Writing the project file', share);
      const written = await archive.write(doc, { signal, onProgress });
      session.tell(written.problems);
      if (written.ok) made = written.value;
    },
  }).ended;
  return made;
}

/** Saves the project that is shown as one open file: to the file it was saved to before, or to one that is asked for. */
export async function saveOpenProject(): Promise<void> {
  const session = currentSession();
  if (!session?.getState().doc) return;
  const doc = session.whole;
  const name = safeFileName(projectOf(doc).name, 'project');
  const known = handles.get(session.projectId) ?? null;
  const options = { fileName: `${name}.orthoglyph.zip`, extensions: ['.zip'], id: 'project' };
  // The picker has to be asked for at once, while the browser still knows that a person asked.
  const blob = fileOf(session, doc).then((made) => {
    if (!made) throw new DOMException('stopped', 'AbortError');
    return made;
  });
  try {
    const handle = await fileSave(blob, options, known as never);
    if (handle) handles.set(session.projectId, handle);
  } catch (error) {
    // The user closed the picker, or the file went away meanwhile: the next time asks again.
    if (error instanceof DOMException && error.name === 'AbortError') return;
    handles.delete(session.projectId);
    session.tell(notWritten(error));
  }
}

/** Saves rows that couldn't be read, as they are, so that nothing of them is lost. */
export function saveDamagedRows(): void {
  const session = currentSession();
  const rows = session?.getState().damaged ?? [];
  if (!session || rows.length === 0) return;
  const blob = new Blob([JSON.stringify(rows, null, 1)], { type: 'application/json' });
  fileSave(blob, { fileName: 'damaged rows.json', extensions: ['.json'], id: 'rows' }).catch(
    (error: unknown) => {
      if (!(error instanceof DOMException && error.name === 'AbortError')) session.tell(notWritten(error));
    },
  );
}
