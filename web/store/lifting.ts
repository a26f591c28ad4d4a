import { replacePieces } from '../../core/project/document/commands/pieces/replacePieces';
import type { TakenFor } from '../../core/project/document/queries/takenFor';
import type { Doc, PieceRow, SheetRow } from '../../core/project/document/schema';
import type { Reshape, Reshaped } from '../../core/lifting/find/reshape';
import { newIn } from '../../core/project/document/changes/diff';
import { readingOf } from '../../core/lifting/printed/readSheet';
import { inFile } from '../../core/foundations/problems/problem';
import { fonts } from '../workers/fontsClient';
import { bringFont, isFontFile, ufoOfFolder } from './fontLetters';
import { storage } from '../persistence/projects';
import { createIntake } from './intake/createIntake';
import { currentSession, onProjectOpened } from './projectStore';
import { world, type World } from './world';

const intake = createIntake({
  ...world,
  pictures: storage.pictures,
  intake: storage.intake,
  newId: () => crypto.randomUUID(),
  now: () => Date.now(),
});

onProjectOpened((session) => void intake.resume(session));

/** Takes files into a project, whichever is shown when they are done. */
export const addFilesTo = intake.addFiles;

/** Among more files than this no font is looked for. */
const MOST_WITH_FONT = 40;

/** Takes files into the project that is shown; of a font it is asked first which letters are wanted. */
export async function addFiles(files: readonly File[]): Promise<void> {
  const session = currentSession();
  if (!session) return;
  const ufo = await ufoOfFolder(files);
  // Fonts come alone or a few together: a folder of drawings isn't read through for one.
  const areFonts = ufo || files.length > MOST_WITH_FONT ? [] : await Promise.all(files.map(isFontFile));
  const font = ufo ?? files[areFonts.indexOf(true)];
  const others = ufo ? [] : files.filter((f) => f !== font);
  await Promise.all([addFilesTo(session, others), font && bringFont(session, font, fonts.fontDoc)]);
}

/** Lifts a sheet that is on the table once more. */
export async function liftAgain(sheetId: string): Promise<void> {
  const session = currentSession();
  await (session && intake.liftAgain(session, sheetId))?.ended;
}

/** Takes the files of a sheet of the project that is shown for something else. */
export async function takeSheetAs(sheetId: string, as: TakenFor): Promise<void> {
  const session = currentSession();
  if (session) await intake.takeAs(session, sheetId, as);
}

const RESHAPE_TEXT = { cut: 'Cut a piece in two', join: 'Join two pieces', box: 'Add a piece' } as const;

/** Pieces of a sheet mended by hand. */
export function createMending({
  current,
  workers,
  pictures,
}: Pick<World, 'current' | 'workers' | 'pictures'>) {
  /** Cuts a piece, joins pieces or adds one by hand, as one step. Problems are told. */
  async function reshapePieces(
    sheetId: string,
    gone: readonly PieceRow[],
    what: Reshape,
    baselineY: number,
  ): Promise<readonly string[]> {
    const session = current();
    const doc = session?.getState().doc;
    const sheet = doc?.sheets[sheetId];
    const recipe = sheet && doc.recipes[sheet.recipeId];
    const bytes = sheet?.pictureId ? await pictures.bytes(sheet.pictureId) : null;
    if (!session || !doc || !sheet || !recipe || !bytes) return [];
    let added: readonly string[] = [];
    const again = () => void reshapePieces(sheetId, gone, what, baselineY);
    await session.later(RESHAPE_TEXT[what.kind], again, async () => {
      const ids = gone.map((p) => p.id);
      const page = { baselineY, ...pageOf(doc, sheet, ids) };
      const reading = readingOf(recipe, sheet);
      const made = await workers.imaging.run<Reshaped[]>((api) =>
        api.reshape(bytes, what, recipe, reading, page),
      );
      if (!made.ok) {
        session.tell(inFile(made.problems, sheet.name));
        return null;
      }
      const now = session.doc;
      // Edits made meanwhile stand: only what is still there is replaced.
      if (gone.some((p) => now.pieces[p.id] !== p)) return null;
      const fresh = made.value.map((m) => ({ ...m, seeds: [...m.seeds] }));
      const diff = replacePieces(now, sheetId, ids, fresh, RESHAPE_TEXT[what.kind]);
      added = diff ? newIn(diff, 'pieces') : [];
      return diff;
    });
    return added;
  }

  return { reshapePieces };
}

/** What is known of a page besides its picture, when some of its pieces are about to go. */
function pageOf(doc: Doc, sheet: SheetRow, going: readonly string[]) {
  const has = new Set(
    Object.values(doc.pieces)
      .filter((p) => p.sheetId === sheet.id && p.state !== 'dropped' && !going.includes(p.id))
      .map((p) => p.char),
  );
  const missing = [...sheet.expected].filter((c) => c.trim() !== '' && !has.has(c));
  return { capHeightPx: sheet.capHeightPx, skewRad: sheet.skewRad, missing };
}

export const { reshapePieces } = createMending(world);
