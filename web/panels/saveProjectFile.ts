import { projectOf } from '../../core/document/newProject';
import type { Doc } from '../../core/document/schema';
import { exportProject } from '../persistence/projects';
import { download } from '../ui/download';

/** The whole project as one open file, to keep or to take along. */
export async function saveProjectFile(doc: Doc): Promise<void> {
  const name =
    projectOf(doc)
      .name.replace(/[^\p{L}\p{N} _-]/gu, '')
      .trim() || 'project';
  download(await exportProject(doc), `${name}.orthoglyph.zip`, 'application/zip');
}
