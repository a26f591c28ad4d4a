import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { fail, inFile, type Result } from '../../core/foundations/problems/problem';
import { Cancelled } from '../jobs/workerHost';
import { db } from '../persistence/db';
import { deleteProject, newId } from '../persistence/projects';
import { appPath } from '../text/appPath';
import { archive } from '../workers/archiveClient';
import { compileClient } from '../workers/compileClient';
import { fonts } from '../workers/fontsClient';
import type { FontsAs } from '../workers/fonts.worker';

const DEMO_ID = 'tide-mill';

/** Takes a project file into storage. The id of the new project, or what is wrong with the file. */
export async function importProject(
  file: Blob,
  fileName: string,
  id = newId(),
  options: { signal?: AbortSignal; onProgress?: (stage: string, share: number) => void } = {},
): Promise<Result<string>> {
  try {
    const read = await archive.take(file, id, options);
    return { ...read, problems: inFile(read.problems, fileName) };
  } catch (error) {
    // What was taken in before it was stopped goes again.
    if (error instanceof Cancelled) await deleteProject(id);
    throw error;
  }
}

/** Makes a project of fonts, each a style of it, under a family name of its own. */
export async function importFonts(
  files: readonly File[],
  as: FontsAs,
  options: { signal?: AbortSignal } = {},
): Promise<Result<string>> {
  const made = await fonts.takeFonts(files, newId(), as, options);
  return { ...made, problems: inFile(made.problems, files[made.at ?? 0]?.name ?? '') };
}

/** What a font says of itself, before anything is made of it. */
export async function lookAt(file: File, options: { signal?: AbortSignal } = {}): Promise<Result<FontSeen>> {
  const seen = await fonts.look(file, options);
  return { ...seen, problems: inFile(seen.problems, file.name) };
}

/** The demo, fetched from beside the app and stored on first use; later visits find it as it was left. */
export const openDemo = (): Promise<Result<string>> => openBeside(DEMO_ID, `${DEMO_ID}.orthoglyph.zip`);

/** A finished project of the demo, in the same way. */
export const openFinished = (id: string): Promise<Result<string>> =>
  openBeside(id, `finished/${id}.orthoglyph.zip`);

async function openBeside(id: string, path: string): Promise<Result<string>> {
  // What is read now will be shown next: the font's maker starts meanwhile.
  compileClient.warm();
  if (await db.summaries.get(id)) return { ok: true, value: id, problems: [] };
  const response = await fetch(appPath(path));
  if (!response.ok) return fail({ code: 'file-not-found' }, { file: path });
  return importProject(await response.blob(), path, id);
}
