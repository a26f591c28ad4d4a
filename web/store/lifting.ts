import { create } from 'zustand';
import { addSheet, missingOfBill, takeLifted } from '../../core/document/commands/lifting';
import { inFile } from '../../core/problems/problem';
import { db } from '../persistence/db';
import { pictureBytes } from '../persistence/projects';
import { Cancelled, liftInWorker, pictureFacts } from '../workers/imagingClient';
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
  decode: 'Reading the picture',
  ink: 'Telling ink from paper',
  parts: 'Finding patches of ink',
  letters: 'Putting letters together',
  trace: 'Tracing outlines',
};

const tell = (name: string, stage: string, share: number) =>
  useLifting.setState({ job: { name, stage: STAGE_TEXT[stage] ?? stage, share } });

async function step(name: string, job: (signal: AbortSignal) => Promise<void>): Promise<void> {
  abort = new AbortController();
  tell(name, 'decode', 0);
  try {
    await job(abort.signal);
  } catch (error) {
    if (!(error instanceof Cancelled)) throw error;
  } finally {
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

/** Takes pictures in: each is checked, stored untouched, put on the table and lifted. Bad ones are told and left out. */
export function addPictures(files: readonly File[]): Promise<void> {
  queue = queue.then(async () => {
    for (const file of files) {
      await step(file.name, async (signal) => {
        const bytes = new Uint8Array(await file.arrayBuffer());
        const facts = await pictureFacts(bytes, signal);
        const { doc, commit, showProblems } = useProject.getState();
        if (!facts.ok) return showProblems(inFile(facts.problems, file.name));
        if (!doc) return;
        await db.pictures.put({ id: facts.value.pictureId, blob: new Blob([bytes], { type: file.type }) });
        const id = crypto.randomUUID().slice(0, 8);
        commit(addSheet(doc, { id, name: file.name, ...facts.value }, missingOfBill(doc)));
        await liftNow(id, bytes, signal);
      });
    }
  });
  return queue;
}

/** Lifts a sheet that is on the table once more. */
export function liftAgain(sheetId: string): Promise<void> {
  queue = queue.then(async () => {
    const sheet = useProject.getState().doc?.sheets[sheetId];
    const bytes = sheet && (await pictureBytes(sheet.pictureId));
    if (sheet && bytes) await step(sheet.name, (signal) => liftNow(sheetId, bytes, signal));
  });
  return queue;
}
