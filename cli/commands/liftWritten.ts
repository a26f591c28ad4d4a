import { basename } from 'node:path';
import { z } from 'zod';
import { scaling } from '../../core/foundations/geometry/affine';
import { transformContours } from '../../core/foundations/geometry/contour';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { readPieceRegion } from '../../core/lifting/find/pieceRegion';
import type { SheetInk } from '../../core/lifting/printed/readSheet';
import { liftText } from '../../core/lifting/running/liftText';
import { spotsOf } from '../../core/lifting/running/readText';
import { pathData } from '../../core/readers/svg/pathData';
import { defaultTraceSettings } from '../../core/tracing/trace/settings';
import { traceRegion } from '../../core/tracing/trace/traceRegion';
import { EXIT } from '../arguments';
import { readBytes, writeFile } from '../files';
import { showProgress, valueOrPrint } from '../telling';

/** Texts of pages by the names of their pictures. */
const textsFile = z.record(z.string(), z.string());

/** The text of a picture in a file of several: by its name, with folders or without. Fails with 'texts-file'. */
export function textOf(file: string, picture: string): Result<string> {
  const bytes = readBytes(file);
  if (!bytes.ok) return bytes;
  let data: unknown;
  try {
    data = JSON.parse(new TextDecoder().decode(bytes.value));
  } catch {
    return fail({ code: 'texts-file', reason: 'no-json' });
  }
  const texts = textsFile.safeParse(data);
  if (!texts.success) return fail({ code: 'texts-file', reason: 'no-json' });
  const own = new Map(Object.entries(texts.data));
  const text = own.get(picture) ?? own.get(basename(picture));
  return text === undefined ? fail({ code: 'texts-file', reason: 'no-text' }) : ok(text);
}

interface Page {
  readonly input: string;
  readonly json: string;
  readonly svg: boolean;
  readonly turnRad: number | null;
  /** Px of the picture as it was given for each px that was read, and its width. */
  readonly step: number;
  readonly mirroredWidth: number | null;
}

/** Letters of running handwriting by its text, with their places in it. */
export function liftWritten(sheet: SheetInk, text: string, page: Page): number {
  const { input, json, svg, turnRad, step, mirroredWidth } = page;
  const onStage = (stage: string, share: number) => showProgress(`${stage} ${Math.round(share * 100)} %`);
  const read = liftText(sheet, text, { onStage, turnRad });
  showProgress('');
  const found = valueOrPrint(read, input);
  if (!found) return EXIT.input;
  const back =
    mirroredWidth === null ? scaling(step) : { a: -step, b: 0, c: 0, d: step, e: step * mirroredWidth, f: 0 };
  const items = found.pieces.map((piece) => {
    const { x, y, width, height } = piece.box;
    const trace = () => traceRegion(readPieceRegion(sheet.picture, found.ink, piece), defaultTraceSettings);
    return {
      box: [mirroredWidth === null ? x : mirroredWidth - x - width, y, width, height].map((v) => v * step),
      char: piece.char,
      order: piece.order,
      row: piece.row,
      confidence: Number(piece.confidence.toFixed(3)),
      junk: false,
      use: piece.spare ? 'spare' : (piece.variant ?? 'letter'),
      ...(svg && { svg: pathData(transformContours(trace(), back)) }),
    };
  });
  const spots = spotsOf(text);
  const result = {
    items,
    expected: spots.map((s) => s.char),
    missing: found.missing.map((at) => ({ order: at, char: spots[at]?.char ?? '' })),
    skipped: found.skipped.map(({ from, to, text: word }) => ({ word, from, to })),
    skewDeg: (found.skewRad * 180) / Math.PI,
  };
  const written = writeFile(json, JSON.stringify(result));
  valueOrPrint(written, json);
  return written.ok ? EXIT.ok : EXIT.input;
}
