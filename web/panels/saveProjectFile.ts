import { projectOf } from '../../core/document/newProject';
import type { Doc } from '../../core/document/schema';
import { useProject } from '../store/projectStore';
import { exportProject } from '../persistence/projects';
import { download } from '../ui/download';

/** The project that is open, as a file. */
export async function saveOpenProject(): Promise<void> {
  const { doc } = useProject.getState();
  if (doc) await saveProjectFile(doc);
}

/** The whole project as one open file, to keep or to take along. */
async function saveProjectFile(doc: Doc): Promise<void> {
  const name =
    projectOf(doc)
      .name.replace(/[^\p{L}\p{N} _-]/gu, '')
      .trim() || 'project';
  download(await exportProject(doc), `${name}.orthoglyph.zip`, 'application/zip');
}
