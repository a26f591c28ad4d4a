import { keepPictures } from '../../core/project/document/commands/outline/picture';
import { piecesInLetters } from '../../core/project/document/queries/pictures';
import { inFile } from '../../core/foundations/problems/problem';
import type { KeptDrawing } from '../../core/lifting/find/keptDrawings';
import { readingOf } from '../../core/lifting/printed/readSheet';
import type { SheetRow } from '../../core/project/document/schema';
import type { JobContext } from '../jobs/jobQueue';
import type { PictureStore } from '../persistence/pictures';
import { storage } from '../persistence/projects';
import { lostPicture } from './intake/droppedFiles';
import { watched } from './intake/intakeWorld';
import { runFor } from './jobs';
import type { Session } from './styleSession';
import { world, type World } from './world';

type KeepingWorld = Pick<World, 'current' | 'workers' | 'jobs'> & { readonly pictures: PictureStore };

/** Drawings kept as pictures, taken off their sheets aside. */
export function createKeeping({ current, workers, jobs, pictures }: KeepingWorld) {
  async function keepNow(
    session: Session,
    sheet: SheetRow,
    pieceIds: readonly string[] | null,
    context: JobContext,
  ): Promise<void> {
    const { doc } = session;
    const recipe = doc.recipes[sheet.recipeId];
    const bytes = sheet.pictureId === null ? null : await pictures.bytes(sheet.pictureId);
    if (!recipe || !bytes) return session.tell(lostPicture(sheet));
    const all = piecesInLetters(doc, sheet.id);
    const asked = pieceIds ? all.filter((p) => pieceIds.includes(p.id)) : all;
    const reading = readingOf(recipe, sheet);
    const made = await workers.imaging.run<KeptDrawing[]>(
      (api) => api.kept(bytes, recipe.level, reading, asked),
      watched(context),
    );
    session.tell(inFile(made.problems, sheet.name));
    if (!made.ok) return;
    for (const { pictureId, png } of made.value)
      await pictures.keep(
        session.projectId,
        pictureId,
        new Blob([png as Uint8Array<ArrayBuffer>], { type: 'image/png' }),
      );
    // A piece that was cut or moved meanwhile has another drawing now.
    const still = made.value.filter((k) =>
      asked.some((p) => session.doc.pieces[p.id] === p && p.id === k.pieceId),
    );
    session.commit(keepPictures(session.doc, still.map(({ pieceId, pictureId, box }) => ({ pieceId, pictureId, box })))); // prettier-ignore
  }

  /** Keeps drawings of a sheet's letters as pictures, as one step; all of them, or those of some pieces. */
  async function keepAsPictures(sheetId: string, pieceIds: readonly string[] | null = null): Promise<void> {
    const session = current();
    const sheet = session?.doc.sheets[sheetId];
    if (!session || !sheet) return;
    const job = {
      name: sheet.name,
      lane: 'dress',
      stage: 'Taking drawings off their paper',
      run: (context: JobContext) => keepNow(session, sheet, pieceIds, context),
    };
    await runFor(session, job, jobs).ended;
  }

  return { keepAsPictures };
}

export const { keepAsPictures } = createKeeping({ ...world, pictures: storage.pictures });
