import { parse } from 'node:path';
import { addSheet, takeLifted } from '../core/document/commands/lifting';
import { applyDiff } from '../core/document/diff';
import { newProject } from '../core/document/newProject';
import type { Doc } from '../core/document/schema';
import { pictureAsPiece } from '../core/find/pictureAsPiece';
import { codePointsOfName } from '../core/names/readGlyphName';
import { decodePicture } from '../core/pictures/decodePicture';
import { pictureIdOf } from '../core/pictures/pictureId';
import { fail, problem } from '../core/problems/problem';
import { pictureFiles, printProblems, readBytes, valueOrPrint } from './io';

/**
 * A project from a folder of pictures named after their characters, each a sheet with one piece.
 * Names that aren't understood or clash are told and left out. Null when nothing is left.
 */
export function projectFromPictures(folder: string, nowMs: number): Doc | null {
  let doc = newProject('folder', parse(folder).name || 'Untitled', nowMs);
  const taken = new Map<number, string>();
  let placed = 0;
  for (const file of pictureFiles(folder)) {
    const { base, name } = parse(file);
    const codePoints = codePointsOfName(name);
    if (!codePoints || codePoints.length !== 1) {
      printProblems([problem({ code: 'name-not-understood', name }, 'warning', { file })]);
      continue;
    }
    const other = taken.get(codePoints[0]!);
    if (other) {
      printProblems([problem({ code: 'names-clash', names: [other, base] }, 'warning', { file })]);
      continue;
    }
    const bytes = valueOrPrint(readBytes(file), file);
    const picture = bytes && valueOrPrint(decodePicture(bytes), file);
    const piece =
      picture && valueOrPrint(pictureAsPiece(picture, base, String.fromCodePoint(codePoints[0]!)), file);
    if (!bytes || !picture || !piece) continue;
    taken.set(codePoints[0]!, base);
    const sheet = {
      id: base,
      name: base,
      pictureId: pictureIdOf(bytes),
      widthPx: picture.width,
      heightPx: picture.height,
    };
    const added = addSheet(doc, sheet, String.fromCodePoint(codePoints[0]!));
    if (added) doc = applyDiff(doc, added);
    const lifted = takeLifted(doc, base, piece);
    if (lifted) doc = applyDiff(doc, lifted);
    placed++;
  }
  if (placed > 0) return doc;
  printProblems(fail({ code: 'no-glyphs' }, { file: folder }).problems);
  return null;
}
