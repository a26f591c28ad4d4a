import { fail } from '../../../core/foundations/problems/problem';
import { charactersOf } from '../../../core/lifting/artwork/template/makeTemplate';
import type { TracedPiece } from '../../../core/lifting/find/tracedSheet';
import { addingMadeSheet } from '../../../core/project/document/commands/sheets/madeSheets';
import { inPlaceOf } from '../../../core/project/document/commands/sheets/readAs';
import { FIRST_RECIPE } from '../../../core/project/document/defaultRecipe';
import { projectOf } from '../../../core/project/document/newProject';
import { unpackRow } from '../../../core/project/document/packing/packRows';
import { missingOfBill } from '../../../core/project/document/queries/sheets';
import type { Doc } from '../../../core/project/document/schema';
import { fromLatest } from '../../jobs/inSlices';
import type { JobContext } from '../../jobs/jobQueue';
import type { IntakeItem, StoredFile } from '../../persistence/db';
import { unpackFiles } from '../../persistence/intake';
import type { MadeOfFiles } from '../../workers/artwork.worker';
import type { Session } from '../styleSession';
import { FolderAgain } from './folderAgain';
import { blobOf, nameOf, watched, type IntakeWorld } from './intakeWorld';
import type { Storing } from './storing';

/** Pieces taken from a worker at a time: copying thousands at once would hold up the page. */
const PIECES_AT_ONCE = 100;

/** One drawing without a character's name probably holds what the bill still lacks; a short list says nothing. */
const expectedOf = (doc: Doc, files: readonly StoredFile[]): string[] =>
  files.length === 1 ? [...missingOfBill(doc)] : [];

/** Sheets put together of files that each hold one thing, or of one drawing with many letters. */
export class MadeSheets {
  private readonly folderAgain: FolderAgain;

  constructor(
    private readonly world: Pick<IntakeWorld, 'workers' | 'newId' | 'jobs'>,
    private readonly storing: Storing,
  ) {
    this.folderAgain = new FolderAgain(world, storing);
  }

  /** A sheet of files that each hold one thing, or of one drawing with many letters. */
  async take(
    session: Session,
    item: IntakeItem,
    kind: 'pictures' | 'artwork',
    context: JobContext,
  ): Promise<void> {
    const files = await unpackFiles(item);
    const recipe = session.doc.recipes[FIRST_RECIPE]!;
    const expected = expectedOf(session.doc, item.files);
    const { template } = projectOf(session.doc);
    const slots = template === null ? undefined : charactersOf(template);
    const made = await this.world.workers.artwork.run<MadeOfFiles>(
      (api) =>
        kind === 'pictures' ? api.pictures(files, recipe) : api.drawings(files, expected, item.as, slots),
      watched(context),
    );
    session.tell(made.problems);
    if (!made.ok) return this.storing.drop(item);
    const { sheet, icons, files: zip, filesId: originalId, picture, shownId: pictureId } = made.value;
    const pieces = await this.takePieces(session, made.value.pieces, context);
    if (!pieces) return this.storing.drop(item);
    const kept = [{ id: originalId, blob: blobOf(zip, 'application/zip') }];
    if (picture) kept.push({ id: pictureId, blob: blobOf(picture, 'image/png') });
    const { widthPx, heightPx } = sheet;
    const facts = { name: nameOf(item), kind, pictureId, originalId, widthPx, heightPx, icons };
    const lifted = { ...sheet, pieces };
    const again = icons && item.insteadOf === undefined;
    const folder = { sheet: facts, lifted, pictures: kept };
    if (again && (await this.folderAgain.offer(session, item, folder, context))) return;
    if (!(await this.storing.keepPictures(session, nameOf(item), kept))) return this.storing.drop(item);
    const id = this.world.newId();
    await this.storing.promise(item, id);
    const drawn = (doc: Doc) => addingMadeSheet(doc, { ...facts, id }, lifted);
    const added = (doc: Doc) => inPlaceOf(doc, item.insteadOf ?? null, drawn);
    session.commit(await fromLatest(() => session.doc, added, context));
    await this.storing.done(session, item);
  }

  /** The pieces of the sheet that was made last, a few at a time; null when they are lost with their worker. */
  private async takePieces(
    session: Session,
    count: number,
    { signal }: JobContext,
  ): Promise<TracedPiece[] | null> {
    const pieces: TracedPiece[] = [];
    while (pieces.length < count) {
      const from = pieces.length;
      const some = await this.world.workers.artwork.run<readonly object[]>(
        (api) => api.piecesOf(from, PIECES_AT_ONCE),
        {
          signal,
        },
      );
      session.tell(some.problems);
      if (!some.ok) return null;
      if (some.value.length === 0) {
        // A worker that was started anew knows nothing of them.
        session.tell(fail({ code: 'worker-crashed', reason: 'the drawings are lost' }).problems);
        return null;
      }
      pieces.push(...(some.value.map(unpackRow) as TracedPiece[]));
    }
    return pieces;
  }
}
