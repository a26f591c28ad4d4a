import { counted } from '../../core/foundations/problems/counted';
import type { DroppedFile, SortedFiles } from '../../core/lifting/artwork/sortFiles';
import { addingMadeSheet } from '../../core/project/document/commands/sheets/madeSheets';
import { takingLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { soughtOn, missingOfBill, sheetOfCode } from '../../core/project/document/queries/sheets';
import { takePractice } from '../../core/project/document/commands/sheets/practice';
import { inPlaceOf, readAs } from '../../core/project/document/commands/sheets/readAs';
import type { TakenFor } from '../../core/project/document/queries/takenFor';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { finish, type Steps } from '../../core/foundations/steps';
import { charactersOf } from '../../core/lifting/artwork/template/makeTemplate';
import { FIRST_RECIPE, projectOf } from '../../core/project/document/newProject';
import { unpackRow } from '../../core/project/document/packing/packRows';
import type { Doc, SheetRow } from '../../core/project/document/schema';
import type { TracedPiece, TracedSheet } from '../../core/lifting/find/liftSheet';
import { fail, inFile, problem } from '../../core/foundations/problems/problem';
import { fromLatest } from '../jobs/inSlices';
import type { JobContext, JobHandle, JobQueue } from '../jobs/jobQueue';
import type { IntakeItem, StoredFile } from '../persistence/db';
import { packFiles, unpackFiles, type IntakeStore } from '../persistence/intake';
import type { PictureStore } from '../persistence/pictures';
import type { MadeOfFiles } from '../workers/artwork.worker';
import type { Workers } from '../workers/clients';
import type { PictureFacts, ReadPractice } from '../workers/imaging.worker';
import { itemsOf, lostPicture, readDropped, storageFault, takesEdits } from './droppedFiles';
import { runFor } from './jobs';
import type { Session } from './session';

/** What taking files in needs of the world; tests give their own. */
export interface IntakeWorld {
  readonly workers: Pick<Workers, 'imaging' | 'artwork'>;
  readonly pictures: PictureStore;
  readonly intake: IntakeStore;
  readonly jobs: JobQueue;
  readonly newId: () => string;
  readonly now: () => number;
}

/** Pictures take all the memory they need: one after the other. */
const LANE = 'pictures';

/** Pieces taken from a worker at a time: copying thousands at once would hold up the page. */
const PIECES_AT_ONCE = 100;

const STAGE_TEXT: Record<string, string> = {
  open: 'Opening the files',
  decode: 'Reading the picture',
  ink: 'Telling ink from paper',
  parts: 'Finding patches of ink',
  letters: 'Putting letters together',
  trace: 'Tracing outlines',
  straighten: 'Straightening the page',
  pictures: 'Tracing each picture',
  artwork: 'Reading the drawings',
};

const inWords = (stage: string): string => STAGE_TEXT[stage] ?? stage;

const blobOf = (bytes: Uint8Array, type: string): Blob => new Blob([bytes as BlobPart], { type });

/** One drawing without a character's name probably holds what the bill still lacks; a short list says nothing. */
const expectedOf = (doc: Doc, files: readonly StoredFile[]): string[] =>
  files.length === 1 ? [...missingOfBill(doc)] : [];

const nameOf = ({ kind, files }: IntakeItem): string => {
  if (files.length === 1) return files[0]!.path;
  if (kind === 'files') return counted(files.length, 'file');
  return `${files.length} ${kind === 'pictures' ? 'named pictures' : 'drawings'}`;
};

/**
 * Taking files in: what was dropped is kept in storage before anything else is done with it, and goes from there only when
 * something was made of it, so that it is taken up again after the page was closed. Bad files are told and left out, the rest
 * goes on.
 */
export function createIntake(world: IntakeWorld) {
  const { workers, pictures, intake, jobs, newId, now } = world;
  /** Items that jobs of this tab have taken up. */
  const atWork = new Set<string>();

  /** Keeps dropped files and has them looked at. Resolves when all of them are on the table, stopped, or told as faulty. */
  async function addFiles(session: Session, files: readonly File[]): Promise<void> {
    if (files.length === 0) return;
    if (!takesEdits(session)) return session.tell(fail({ code: 'project-elsewhere' }).problems);
    const letGo = session.use();
    try {
      const read = await Promise.all(files.map(readDropped));
      const missing = files.filter((_, i) => read[i] === null);
      session.tell(missing.map((f) => problem({ code: 'file-not-found' }, 'error', { file: f.name })));
      const kept = read.filter((f) => f !== null);
      if (kept.length === 0) return;
      const item: IntakeItem = {
        id: newId(),
        projectId: session.projectId,
        addedAt: now(),
        kind: 'files',
        ...packFiles(kept),
        sheetId: null,
      };
      if (await stored(session, [], [item])) await work(session, item);
    } finally {
      letGo();
    }
  }

  /** A change of what waits; tells why when storage doesn't take it. */
  async function stored(
    session: Session,
    gone: readonly string[],
    added: readonly IntakeItem[],
  ): Promise<boolean> {
    try {
      await intake.change(gone, added);
      return true;
    } catch (error) {
      const files = added.flatMap((i) => i.files.map((f) => f.path));
      const what = files.length === 1 ? files[0]! : `${files.length} files`;
      session.tell(storageFault(error, what).problems);
      return false;
    }
  }

  /** Takes up what was left undone when the project was closed. */
  async function resume(session: Session): Promise<void> {
    if (!takesEdits(session)) return;
    const letGo = session.use();
    try {
      const items = await intake.waiting(session.projectId);
      await Promise.all(items.map((item) => work(session, item)));
    } finally {
      letGo();
    }
  }

  /** A job for an item, and for all that it turns out to be. */
  async function work(session: Session, item: IntakeItem): Promise<void> {
    if (atWork.has(item.id)) return;
    atWork.add(item.id);
    let found: readonly IntakeItem[] = [];
    const handle = runFor(
      session,
      {
        name: nameOf(item),
        lane: LANE,
        async run(context) {
          found = await workOn(session, item, context);
        },
        onCancelled: () => void intake.change([item.id], []).catch(() => undefined),
      },
      jobs,
    );
    const ending = await handle.ended;
    atWork.delete(item.id);
    // What fails would fail again: it is told, and not taken up any more.
    if (ending === 'failed') await intake.change([item.id], []).catch(() => undefined);
    await Promise.all(found.map((f) => work(session, f)));
  }

  /** Does what an item asks for. Answers with items that it turned out to be, which wait in its place. */
  async function workOn(
    session: Session,
    item: IntakeItem,
    context: JobContext,
  ): Promise<readonly IntakeItem[]> {
    await session.opened;
    const ready = item.sheetId !== null && session.doc.sheets[item.sheetId]?.state === 'lifted';
    if (ready) await intake.change([item.id], []);
    else if (item.kind === 'files') return sort(session, item, context);
    else if (item.kind === 'page') await takePage(session, item, context);
    else await takeMade(session, item, item.kind, context);
    return [];
  }

  /** Takes an item off the list, after all that was made of it is written. */
  async function done(session: Session, item: IntakeItem): Promise<void> {
    await session.flush();
    await intake.change([item.id], []);
  }

  async function sort(session: Session, item: IntakeItem, context: JobContext): Promise<IntakeItem[]> {
    context.progress(inWords('open'), 0);
    const files = await unpackFiles(item);
    const types = new Map(item.files.map((f) => [f.path, f.type]));
    const found = await workers.artwork.run<SortedFiles>((api) => api.sort(files), {
      signal: context.signal,
      onProgress: (stage, share) => context.progress(inWords(stage), share),
    });
    session.tell(found.problems);
    if (!found.ok) {
      await intake.change([item.id], []);
      return [];
    }
    const { pages, pictures: named, artwork, problems } = found.value;
    session.tell(problems);
    const keep = (kind: IntakeItem['kind'], own: readonly DroppedFile[], k: number): IntakeItem => ({
      ...item,
      id: newId(),
      // Places in the order of what was dropped; time alone would be the same for all.
      addedAt: item.addedAt + k / 1000,
      kind,
      ...packFiles(own.map((f) => ({ ...f, type: types.get(f.path) ?? '' }))),
    });
    const items = [
      ...(named.length > 0 ? [keep('pictures', named, 0)] : []),
      ...(artwork.length > 0 ? [keep('artwork', artwork, 1)] : []),
      ...pages.map((page, i) => keep('page', [page], 2 + i)),
    ];
    return (await stored(session, [item.id], items)) ? items : [];
  }

  async function takePage(session: Session, item: IntakeItem, context: JobContext): Promise<void> {
    const [file] = await unpackFiles(item);
    const { path, bytes } = file!;
    const onTable = item.sheetId === null ? undefined : session.doc.sheets[item.sheetId];
    if (onTable) return liftItem(session, item, onTable.id, null, context);
    context.progress(inWords('decode'), 0);
    const facts = await workers.imaging.run<PictureFacts>((api) => api.facts(bytes), context);
    if (!facts.ok) {
      session.tell(inFile(facts.problems, path));
      return intake.change([item.id], []);
    }
    const { practice, shown, cellPx, ...picture } = facts.value;
    const kept = [{ id: picture.pictureId, blob: item.blob }];
    if (shown) kept.push({ id: shown.id, blob: blobOf(shown.png, 'image/png') });
    if (!(await keepPictures(session, path, kept))) return intake.change([item.id], []);
    if (practice === 'page' && item.as === undefined)
      return takePracticePage(session, item, shown?.png ?? bytes, context);
    if (practice === 'no-code' && item.as === undefined)
      session.tell([problem({ code: 'practice-no-code' }, 'warning', { file: path })]);
    const id = newId();
    await intake.change([], [{ ...item, sheetId: id }]);
    const sheet = shown ? { ...picture, pictureId: shown.id, originalId: picture.pictureId } : picture;
    const pixels = item.as === undefined ? cellPx !== null : item.as === 'pixels';
    const recipe = pixels ? ({ mode: 'pixel' } as const) : null;
    function* added(doc: Doc): Steps<ProjectDiff | null> {
      return addSheet(doc, { id, name: path, ...sheet }, null, recipe);
    }
    session.commit(finish(inPlaceOf(session.doc, item.insteadOf ?? null, added)));
    await liftItem(session, item, id, shown?.png ?? bytes, context);
  }

  async function liftItem(
    session: Session,
    item: IntakeItem,
    sheetId: string,
    bytes: Uint8Array | null,
    context: JobContext,
  ): Promise<void> {
    await liftNow(session, sheetId, bytes, context);
    await done(session, item);
  }

  /** Finds, traces and names the letters of a sheet by its recipe and expected characters. */
  async function liftNow(
    session: Session,
    sheetId: string,
    given: Uint8Array | null,
    context: JobContext,
  ): Promise<void> {
    const sheet = session.doc.sheets[sheetId];
    const recipe = sheet && session.doc.recipes[sheet.recipeId];
    if (!sheet || !recipe || sheet.pictureId === null) return;
    const bytes = given ?? (await pictures.bytes(sheet.pictureId));
    if (!bytes) return session.tell(lostPicture(sheet));
    const sought = soughtOn(session.doc, sheet);
    const result = await workers.imaging.run<TracedSheet>((api) => api.lift(bytes, sought, recipe), {
      signal: context.signal,
      onProgress: (stage, share) => context.progress(inWords(stage), share),
    });
    session.tell(inFile(result.problems, sheet.name));
    if (!result.ok) return;
    const taken = (doc: Doc) => takingLifted(doc, sheetId, result.value);
    session.commit(await fromLatest(() => session.doc, taken, context));
  }

  /** A filled practice page: straightened, its letters taken from their boxes; the same page again takes its old place. */
  async function takePracticePage(
    session: Session,
    item: IntakeItem,
    bytes: Uint8Array,
    context: JobContext,
  ): Promise<void> {
    const name = item.files[0]!.path;
    const recipe = session.doc.recipes[FIRST_RECIPE]!;
    const read = await workers.imaging.run<ReadPractice>((api) => api.practice(bytes, name, recipe), {
      signal: context.signal,
      onProgress: (stage, share) => context.progress(inWords(stage), share),
    });
    if (!read.ok) {
      session.tell(inFile(read.problems, name));
      return intake.change([item.id], []);
    }
    const { lifted, facts, picture } = read.value;
    const page = [{ id: facts.pictureId, blob: blobOf(picture, 'image/png') }];
    if (!(await keepPictures(session, name, page))) return intake.change([item.id], []);
    const sheetId = sheetOfCode(session.doc, facts.code)?.id ?? newId();
    session.commit(takePractice(session.doc, sheetId, facts, lifted));
    const { empty, crossedOut } = lifted;
    if (empty.length + crossedOut.length > 0)
      session.tell([problem({ code: 'practice-gaps', empty, crossedOut }, 'note', { file: name })]);
    await done(session, item);
  }

  /** A sheet of files that each hold one thing, or of one drawing with many letters. */
  async function takeMade(
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
    const made = await workers.artwork.run<MadeOfFiles>(
      (api) =>
        kind === 'pictures' ? api.pictures(files, recipe) : api.drawings(files, expected, item.as, slots),
      {
        signal: context.signal,
        onProgress: (stage, share) => context.progress(inWords(stage), share),
      },
    );
    session.tell(made.problems);
    if (!made.ok) return intake.change([item.id], []);
    const { sheet, icons, files: zip, filesId: originalId, picture, shownId: pictureId } = made.value;
    const pieces = await takePieces(session, made.value.pieces, context);
    if (!pieces) return intake.change([item.id], []);
    const kept = [{ id: originalId, blob: blobOf(zip, 'application/zip') }];
    if (picture) kept.push({ id: pictureId, blob: blobOf(picture, 'image/png') });
    if (!(await keepPictures(session, nameOf(item), kept))) return intake.change([item.id], []);
    const id = newId();
    await intake.change([], [{ ...item, sheetId: id }]);
    const { widthPx, heightPx } = sheet;
    const row = { id, name: nameOf(item), kind, pictureId, originalId, widthPx, heightPx, icons };
    const drawn = (doc: Doc) => addingMadeSheet(doc, row, { ...sheet, pieces });
    const added = (doc: Doc) => inPlaceOf(doc, item.insteadOf ?? null, drawn);
    session.commit(await fromLatest(() => session.doc, added, context));
    await done(session, item);
  }

  /** The pieces of the sheet that was made last, a few at a time; null when they are lost with their worker. */
  async function takePieces(
    session: Session,
    count: number,
    { signal }: JobContext,
  ): Promise<TracedPiece[] | null> {
    const pieces: TracedPiece[] = [];
    while (pieces.length < count) {
      const from = pieces.length;
      const some = await workers.artwork.run<readonly object[]>((api) => api.piecesOf(from, PIECES_AT_ONCE), {
        signal,
      });
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

  async function keepPictures(
    session: Session,
    name: string,
    kept: readonly { readonly id: string; readonly blob: Blob }[],
  ): Promise<boolean> {
    try {
      for (const { id, blob } of kept) await pictures.keep(session.projectId, id, blob);
      return true;
    } catch (error) {
      session.tell(storageFault(error, name).problems);
      return false;
    }
  }

  /** Lifts a sheet that is on the table once more. */
  function liftAgain(session: Session, sheetId: string): JobHandle | null {
    const sheet = session.doc.sheets[sheetId];
    if (!sheet) return null;
    const run = (context: JobContext) => liftNow(session, sheetId, null, context);
    return runFor(session, { name: sheet.name, lane: LANE, run }, jobs);
  }

  /** Takes a sheet's files for something else: what is made of them takes the sheet's place. */
  async function takeAs(session: Session, sheetId: string, as: TakenFor): Promise<void> {
    const sheet = session.doc.sheets[sheetId];
    if (!sheet || !takesEdits(session)) return;
    if (sheet.kind === 'page' && (as === 'page' || as === 'pixels')) {
      session.commit(readAs(session.doc, sheetId, as));
      await liftAgain(session, sheetId)?.ended;
      return;
    }
    const letGo = session.use();
    try {
      const files = await filesOf(session, sheet);
      const items = files && itemsOf(session.projectId, sheet, files, as, newId, now());
      if (items && (await stored(session, [], items)))
        await Promise.all(items.map((item) => work(session, item)));
    } finally {
      letGo();
    }
  }

  /** The files of a sheet as they came; null after telling that they are lost. */
  async function filesOf(session: Session, sheet: SheetRow): Promise<readonly DroppedFile[] | null> {
    const id = sheet.originalId ?? sheet.pictureId;
    const bytes = id === null ? null : await pictures.bytes(id);
    if (!bytes) {
      session.tell(lostPicture(sheet));
      return null;
    }
    if (sheet.kind === 'page') return [{ path: sheet.name, bytes }];
    const opened = await workers.artwork.run<readonly DroppedFile[]>((api) => api.filesOf(bytes));
    if (!opened.ok) session.tell(inFile(opened.problems, sheet.name));
    return opened.ok ? opened.value : null;
  }

  return { addFiles, resume, liftAgain, takeAs };
}
