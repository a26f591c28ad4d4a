import { learnInk, type InkModel } from '../ink/inkModel';
import { ok, type Result } from '../problems/problem';
import type { Picture } from '../raster/picture';
import { dropPrintedLines, type PrintedLine } from './dropLines';

/** A sheet ready for finding and tracing: its ink without what was printed on the paper. */
export interface SheetInk {
  /** The picture with printed lines left out; the same one when there are none. */
  readonly picture: Picture;
  readonly ink: InkModel;
  readonly printedLines: readonly PrintedLine[];
}

/** Learns a sheet's ink, printed lines left out unless they are to be kept. Fails with 'no-ink'. */
export function readSheet(picture: Picture, keepLines = false): Result<SheetInk> {
  const learnt = learnInk(picture);
  if (!learnt.ok) return learnt;
  const asItIs = { picture, ink: learnt.value, printedLines: [] };
  if (keepLines || learnt.value.source === 'alpha') return ok(asItIs);
  const { picture: clean, lines } = dropPrintedLines(picture, learnt.value.paper);
  if (lines.length === 0) return ok(asItIs);
  // The lines had their part in what was taken for ink.
  const again = learnInk(clean);
  return again.ok ? ok({ picture: clean, ink: again.value, printedLines: lines }) : ok(asItIs);
}
