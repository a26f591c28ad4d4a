import { ok, problem, type Problem, type Result, fail, inFile } from '../../foundations/problems/problem';
import type { TraceRecipe } from '../find/tracePiece';
import { decodePicture } from '../../readers/pictures/decodePicture';
import { layOutArtwork, type LaidOut, type NamedArtwork } from './layOut';
import { montage, type Montage, type NamedPicture } from './montage';
import { codePointsOfName } from '../../type/names/readGlyphName';
import { readSvg, type SvgDrawing } from '../../readers/svg/read/readSvg';
import { areIcons, nameFiles, stemOf } from './nameFiles';
import { readArtwork, type Artwork } from './readArtwork';
import { characterOfLayer } from './layers/layerNames';
import { separateLayers } from './layers/svgLayers';
import { readTemplate } from './template/readTemplate';
import { separateLetters } from './rowArtwork';
import type { DroppedFile } from './sortFiles';

/** A sheet made of vector drawings, and whether they are icons. */
export interface MadeArtwork {
  readonly sheet: LaidOut;
  readonly icons: boolean;
}

type Progress = (share: number) => void;

/** Reads drawings, each for itself, and answers in their order. */
export type ReadDrawings = (
  files: readonly DroppedFile[],
  onProgress: Progress,
) => Promise<readonly Result<Artwork>[]>;

/** Reads drawings one after the other, here and now. */
export const readInTurn: ReadDrawings = async (files, onProgress) =>
  files.map((file, i) => {
    onProgress(i / files.length);
    return readDrawing(file);
  });

interface SheetOptions {
  readonly onProgress?: Progress;
  /**
   * Settles what names and drawings leave open: letters (one drawing may hold a row of them), one letter each, a row of letters
   * whatever its name, or icons.
   */
  readonly as?: 'text' | 'letters' | 'row' | 'icons' | undefined;
  /** Characters of the template it may have been drawn on, in the order of its slots. */
  readonly template?: readonly string[];
  /** Who reads the drawings; they are read in turn when it isn't said. */
  readonly read?: ReadDrawings;
}

/**
 * Vector drawings to one sheet: one drawing with several letters is separated, several drawings are laid out by their
 * names, as icons when most names stand for no character (`as` settles it). Drawings that can't be read are told and left
 * out; fails when none is left.
 */
export async function artworkSheet(
  files: readonly DroppedFile[],
  expected: readonly string[],
  { onProgress = () => {}, as, template: slots = expected, read = readInTurn }: SheetOptions = {},
): Promise<Result<MadeArtwork>> {
  // One drawing may hold many letters: drawn on a template of ours, in layers of their names, or in a row.
  const only = files.length === 1 && as !== 'icons' ? drawingOf(files[0]!) : null;
  const template = only && readTemplate(only, slots);
  if (template) return ok({ sheet: template, icons: false });
  const layered = only && as !== 'letters' && as !== 'row' ? layersOf(files[0]!, only) : null;
  if (layered) return layered;
  const row = only && as !== 'letters' ? rowOf(files[0]!, only, expected, as === 'row') : null;
  if (row) return row;
  const paths = files.map((f) => f.path);
  const icons = as ? as === 'icons' : areIcons(paths);
  const { named, problems: unclear } = nameFiles(files, (f) => f.path, icons);
  const answers = await read(files, onProgress);
  const problems = answers.flatMap((r, i) => inFile(r.problems, paths[i]!));
  const drawings = named.flatMap(({ stem, char, variant }, i): NamedArtwork[] => {
    const artwork = answers[i]!;
    return artwork.ok ? [{ artwork: artwork.value, stem, char, variant }] : [];
  });
  if (drawings.length === 0) return { ok: false, problems };
  return ok({ sheet: layOutArtwork(drawings, icons), icons }, [...problems, ...unclear]);
}

/** A drawing read; a fault of ours in reading it is told as its own, and stops no other. */
export function readDrawing(file: DroppedFile): Result<Artwork> {
  try {
    return readArtwork(new TextDecoder().decode(file.bytes), file.path);
  } catch (error) {
    return fail({ code: 'svg-broken', reason: error instanceof Error ? error.message : String(error) });
  }
}

/** A file's shapes, with hidden layers that `seen` asks for; null when it can't be read, which whoever reads it as one letter tells. */
function drawingOf(file: DroppedFile, seen?: (name: string) => boolean): SvgDrawing | null {
  const read = readSvg(new TextDecoder().decode(file.bytes), seen);
  return read.ok ? read.value : null;
}

/** One drawing whose name is no character's (unless `surely`), separated; null when it holds but one thing. */
function rowOf(
  file: DroppedFile,
  drawing: SvgDrawing,
  expected: readonly string[],
  surely: boolean,
): Result<MadeArtwork> | null {
  if (!surely && codePointsOfName(stemOf(file.path))) return null;
  const letters = separateLetters(drawing, expected);
  if (!letters.ok) return null;
  return ok({ sheet: letters.value, icons: false }, missedOf(file, drawing.notUnderstood));
}

/** One drawing with a layer for each letter, hidden ones too; null when its layers aren't named so. */
function layersOf(file: DroppedFile, drawing: SvgDrawing): Result<MadeArtwork> | null {
  const hidden = drawing.hidden.some((name) => characterOfLayer(name) !== null);
  const whole = hidden ? drawingOf(file, (name) => characterOfLayer(name) !== null)! : drawing;
  const sheet = separateLayers(whole);
  return sheet && ok({ sheet, icons: false }, missedOf(file, whole.notUnderstood));
}

const missedOf = (file: DroppedFile, what: readonly string[]): Problem[] =>
  what.length > 0 ? [problem({ code: 'svg-partly', what }, 'warning', { file: file.path })] : [];

/** Pictures named after their characters to one sheet. Those that can't be read are told and left out. */
export function picturesSheet(
  files: readonly DroppedFile[],
  recipe: TraceRecipe,
  onProgress: Progress = () => {},
): Result<Montage> {
  const { named, problems } = nameFiles(files, (f) => f.path, false);
  const items: NamedPicture[] = [];
  named.forEach(({ file, stem, char, variant }, i) => {
    onProgress((0.4 * i) / named.length);
    const picture = decodePicture(file.bytes);
    if (picture.ok) items.push({ picture: picture.value, stem, char, variant });
    else problems.push(...inFile(picture.problems, file.path));
  });
  if (items.length === 0) return problems.length > 0 ? { ok: false, problems } : fail({ code: 'no-glyphs' });
  const made = montage(items, recipe, (share) => onProgress(0.4 + 0.6 * share));
  if (!made.ok) return { ok: false, problems: [...problems, ...made.problems] };
  const empty = made.value.empty.map((stem) =>
    problem({ code: 'no-ink', look: 'flat' }, 'warning', { file: stem }),
  );
  return ok(made.value, [...problems, ...empty]);
}
