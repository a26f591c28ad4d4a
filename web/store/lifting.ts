import { create } from 'zustand';
import { addMadeSheet } from '../../core/document/commands/madeSheets';
import { addSheet, missingOfBill, takeLifted } from '../../core/document/commands/lifting';
import { replacePieces } from '../../core/document/commands/mending';
import { sheetOfCode, takePractice } from '../../core/document/commands/practice';
import type { DroppedFile, SortedFiles } from '../../core/artwork/sortFiles';
import { FIRST_RECIPE } from '../../core/document/newProject';
import type { Doc, PieceRow } from '../../core/document/schema';
import type { Reshape } from '../../core/find/reshape';
import { readingOf } from '../../core/printed/readSheet';
import { inFile, problem } from '../../core/problems/problem';
import { db } from '../persistence/db';
import { pictureBytes } from '../persistence/projects';
import { drawingsInWorker, picturesInWorker, sortInWorker } from '../workers/artworkClient';
import {
  Cancelled,
  liftInWorker,
  pictureFacts,
  practiceInWorker,
  reshapeInWorker,
} from '../workers/imagingClient';
import { useProject } from './projectStore';

interface LiftingState {
  /** What is being worked on, for the progress bar; null when idle. */
  readonly job: { readonly name: string; readonly stage: string; readonly share: number } | null;
}

export const useLifting = create<LiftingState>(() => ({ job: null }));

let abort: AbortController | null = null;
/** One picture after the other: each takes all the memory it needs. */
let queue: Promise<void> = Promise.resolve();

export const cancelLifting = (): void => abort?.abort();

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

/** Shows progress. What a worker sent before it was stopped may still arrive afterwards: that is left out. */
function tell(name: string, stage: string, share: number): void {
  if (!abort || abort.signal.aborted) return;
  useLifting.setState({ job: { name, stage: STAGE_TEXT[stage] ?? stage, share } });
}

async function step(name: string, job: (signal: AbortSignal) => Promise<void>): Promise<void> {
  abort = new AbortController();
  tell(name, 'decode', 0);
  try {
    await job(abort.signal);
  } catch (error) {
    if (!(error instanceof Cancelled)) throw error;
  } finally {
    abort = null;
    useLifting.setState({ job: null });
  }
}

/** Finds, traces and names the letters of a sheet again by its recipe and expected characters. */
async function liftNow(sheetId: string, bytes: Uint8Array, signal: AbortSignal): Promise<void> {
  const { doc } = useProject.getState();
  const sheet = doc?.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  if (!sheet || !recipe) return;
  const result = await liftInWorker(
    bytes,
    sheet,
    recipe,
    (stage, share) => tell(sheet.name, stage, share),
    signal,
  );
  const { commit, showProblems, doc: now } = useProject.getState();
  if (!result.ok) return showProblems(inFile(result.problems, sheet.name));
  if (now) commit(takeLifted(now, sheetId, result.value));
}

/**
 * Takes files in: pages are stored untouched and lifted, pictures and drawings named after what they show become sheets of
 * their own, zips are opened. Bad files are told and left out, the rest goes on.
 */
export function addFiles(files: readonly File[]): Promise<void> {
  if (files.length === 0) return queue;
  queue = queue.then(async () => {
    let sorted: SortedFiles | null = null;
    const name = files.length === 1 ? files[0]!.name : `${files.length} files`;
    await step(name, async (signal) => {
      const read = await Promise.all(files.map(readDropped));
      const gone = files.filter((_, i) => read[i] === null);
      const missing = gone.map((f) => problem({ code: 'file-not-found' }, 'error', { file: f.name }));
      const found = await sortInWorker(
        read.filter((f) => f !== null),
        (share) => tell(name, 'open', share),
        signal,
      );
      if (missing.length > 0) useProject.getState().showProblems(missing);
      if (found.ok) sorted = found.value;
      else useProject.getState().showProblems(found.problems);
    });
    if (!sorted) return;
    const { pages, pictures, artwork, problems } = sorted as SortedFiles;
    if (problems.length > 0) useProject.getState().showProblems(problems);
    if (pictures.length > 0) await addMade('pictures', pictures);
    if (artwork.length > 0) await addMade('artwork', artwork);
    for (const page of pages) await addPage(page, files.find((f) => f.name === page.path)?.type ?? '');
  });
  return queue;
}

/** A dropped file's bytes; null when it was moved or deleted meanwhile. */
async function readDropped(file: File): Promise<DroppedFile | null> {
  try {
    return { path: file.webkitRelativePath || file.name, bytes: new Uint8Array(await file.arrayBuffer()) };
  } catch {
    return null;
  }
}

const addPage = ({ path, bytes }: DroppedFile, type: string): Promise<void> =>
  step(path, async (signal) => {
    const facts = await pictureFacts(bytes, signal);
    const { doc, commit, showProblems } = useProject.getState();
    if (!facts.ok) return showProblems(inFile(facts.problems, path));
    if (!doc) return;
    const { practice, shown, cellPx, ...picture } = facts.value;
    await db.pictures.put({ id: picture.pictureId, blob: new Blob([bytes as BlobPart], { type }) });
    if (practice === 'page') return takePracticePage(path, shown?.png ?? bytes, signal);
    if (practice === 'no-code')
      showProblems([problem({ code: 'practice-no-code' }, 'warning', { file: path })]);
    const id = crypto.randomUUID().slice(0, 8);
    const sheet = shown ? { ...picture, pictureId: shown.id, originalId: picture.pictureId } : picture;
    if (shown)
      await db.pictures.put({ id: shown.id, blob: new Blob([shown.png as BlobPart], { type: 'image/png' }) });
    const recipe = cellPx === null ? null : ({ mode: 'pixel' } as const);
    commit(addSheet(doc, { id, name: path, ...sheet }, missingOfBill(doc), recipe));
    await liftNow(id, shown?.png ?? bytes, signal);
  });

/** A filled practice page: straightened, its letters taken from their boxes; the same page again takes its old place. */
async function takePracticePage(name: string, bytes: Uint8Array, signal: AbortSignal): Promise<void> {
  const fresh = crypto.randomUUID().slice(0, 8);
  const recipe = useProject.getState().doc!.recipes[FIRST_RECIPE]!;
  const read = await practiceInWorker(
    bytes,
    name,
    fresh,
    recipe,
    (stage, share) => tell(name, stage, share),
    signal,
  );
  const { doc, commit, showProblems } = useProject.getState();
  if (!read.ok) return showProblems(inFile(read.problems, name));
  if (!doc) return;
  const { lifted, facts, picture } = read.value;
  await db.pictures.put({
    id: facts.pictureId,
    blob: new Blob([picture as BlobPart], { type: 'image/png' }),
  });
  const sheetId = sheetOfCode(doc, facts.code)?.id ?? fresh;
  commit(takePractice(doc, sheetId, facts, lifted));
  const { empty, crossedOut } = lifted;
  if (empty.length + crossedOut.length > 0)
    showProblems([problem({ code: 'practice-gaps', empty, crossedOut }, 'note', { file: name })]);
}

/** A sheet of files that each hold one thing, or of one drawing with many letters. */
const addMade = (kind: 'pictures' | 'artwork', files: readonly DroppedFile[]): Promise<void> => {
  const name =
    files.length === 1
      ? files[0]!.path
      : `${files.length} ${kind === 'pictures' ? 'named pictures' : 'drawings'}`;
  return step(name, async (signal) => {
    const { doc: before } = useProject.getState();
    if (!before) return;
    const id = crypto.randomUUID().slice(0, 8);
    const share = (s: number) => tell(name, kind, s);
    const recipe = before.recipes[FIRST_RECIPE]!;
    const made =
      kind === 'pictures'
        ? await picturesInWorker(files, id, recipe, share, signal)
        : await drawingsInWorker(files, id, expectedOf(before, files), share, signal);
    const { doc, commit, showProblems } = useProject.getState();
    if (made.problems.length > 0) showProblems(made.problems);
    if (!made.ok || !doc) return;
    const { sheet, icons, files: zip, filesId: originalId, picture, shownId: pictureId } = made.value;
    await db.pictures.put({ id: originalId, blob: new Blob([zip as BlobPart], { type: 'application/zip' }) });
    if (picture)
      await db.pictures.put({ id: pictureId, blob: new Blob([picture as BlobPart], { type: 'image/png' }) });
    const { widthPx, heightPx } = sheet;
    commit(addMadeSheet(doc, { id, name, kind, pictureId, originalId, widthPx, heightPx, icons }, sheet));
  });
};

/** One drawing without a character's name probably holds what the bill still lacks; a short list says nothing. */
const expectedOf = (doc: Doc, files: readonly DroppedFile[]): string[] =>
  files.length === 1 ? [...missingOfBill(doc)] : [];

/** Lifts a sheet that is on the table once more. */
export function liftAgain(sheetId: string): Promise<void> {
  queue = queue.then(async () => {
    const sheet = useProject.getState().doc?.sheets[sheetId];
    const bytes = sheet && (await pictureBytes(sheet.pictureId));
    if (sheet && bytes) await step(sheet.name, (signal) => liftNow(sheetId, bytes, signal));
  });
  return queue;
}

const RESHAPE_TEXT = { cut: 'Cut a piece in two', join: 'Join two pieces', box: 'Add a piece' } as const;

/** Cuts a piece, joins pieces or adds one by hand, as one step. Problems are told. */
export async function reshapePieces(
  sheetId: string,
  gone: readonly PieceRow[],
  what: Reshape,
  baselineY: number,
): Promise<void> {
  const { doc } = useProject.getState();
  const sheet = doc?.sheets[sheetId];
  const recipe = sheet && doc.recipes[sheet.recipeId];
  const bytes = sheet && (await pictureBytes(sheet.pictureId));
  if (!doc || !sheet || !recipe || !bytes) return;
  const ids = gone.map((p) => p.id);
  const has = new Set(
    Object.values(doc.pieces)
      .filter((p) => p.sheetId === sheetId && p.state !== 'dropped' && !ids.includes(p.id))
      .map((p) => p.char),
  );
  const missing = [...sheet.expected].filter((c) => c.trim() !== '' && !has.has(c));
  const { capHeightPx, skewRad } = sheet;
  const page = { baselineY, capHeightPx, skewRad, missing };
  const made = await reshapeInWorker(bytes, what, recipe, readingOf(recipe, sheet), page);
  const { doc: now, commit, showProblems } = useProject.getState();
  if (!made.ok) return showProblems(inFile(made.problems, sheet.name));
  // Edits made meanwhile stand: only what is still there is replaced.
  if (!now || gone.some((p) => now.pieces[p.id] !== p)) return;
  commit(
    replacePieces(
      now,
      sheetId,
      ids,
      made.value.map((m) => ({ ...m, seeds: [...m.seeds] })),
      RESHAPE_TEXT[what.kind],
    ),
  );
}
