import { scaling } from '../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../core/foundations/geometry/contour';
import { defaultRecipe } from '../../core/project/document/newProject';
import { project } from '../../core/lifting/practice/homography';
import { liftPractice } from '../../core/lifting/practice/liftPractice';
import { findPage, type FoundPage } from '../../core/lifting/practice/readPage';
import { straightenPage } from '../../core/lifting/practice/straighten';
import { problem } from '../../core/foundations/problems/problem';
import { liftPicture } from '../../core/lifting/find/liftPicture';
import { readSheet } from '../../core/lifting/printed/readSheet';
import { pathData } from '../../core/readers/svg/pathData';
import { readPieceRegion } from '../../core/lifting/find/pieceRegion';
import { traceRegion } from '../../core/tracing/trace/traceRegion';
import { defaultTraceSettings } from '../../core/tracing/trace/settings';
import { EXIT, printProblems, readArguments, showProgress, UsageError, valueOrPrint, writeFile } from '../io';
import { readPicture, type ReadPicture } from '../pictures';

export const liftHelp = `orthoglyph lift IMAGE --json OUT.json [--expect "ABC..." | --among "ABC..."] [--turn DEGREES] [--svg] [--mirror] [--invert] [--keep-lines]

Finds the letters on a picture of writing, in reading order.
  --json PATH       boxes (px), characters and how sure they are
  --expect TEXT     the characters in the order they were written
  --among TEXT      characters of which the page holds some, in one of the usual orders; "expected" says which
  --turn DEGREES    how far rows fall to the right, instead of finding out
  --mirror          the letters are the wrong way round, as on metal type; boxes stay those of the picture given
  --invert          the letters are lighter than their ground
  --keep-lines      rules and squares printed on the paper are ink too
  --svg             also trace each letter (path data in px of the picture)
`;

export async function runLift(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    json: { type: 'string' },
    expect: { type: 'string', default: '' },
    among: { type: 'string', default: '' },
    turn: { type: 'string' },
    svg: { type: 'boolean', default: false },
    mirror: { type: 'boolean', default: false },
    invert: { type: 'boolean', default: false },
    'keep-lines': { type: 'boolean', default: false },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.json) throw new UsageError('give one picture, and --json');
  const turnDeg = values.turn === undefined ? null : Number(values.turn);
  if (turnDeg !== null && !(Math.abs(turnDeg) <= 45)) throw new UsageError('--turn is -45 to 45 degrees');
  const turnRad = turnDeg === null ? null : (turnDeg * Math.PI) / 180;
  const given = await readPicture(input);
  if (!given) return EXIT.input;
  const { picture, step } = given;
  const practice = findPage(picture);
  if (practice && practice !== 'no-code')
    return liftPracticePage(input, given, practice, values.json, values.svg);
  if (practice === 'no-code')
    printProblems([problem({ code: 'practice-no-code' }, 'warning', { file: input })]);
  const guessed = values.expect.trim() === '';
  const list = [...(guessed ? values.among : values.expect)].filter((c) => c.trim() !== '');
  const sheet = valueOrPrint(
    readSheet(picture, {
      mirror: values.mirror,
      ground: values.invert ? 'dark' : 'found',
      printedLines: values['keep-lines'] ? 'keep' : 'leave out',
    }),
    input,
  );
  if (!sheet) return EXIT.input;
  const page = valueOrPrint(
    liftPicture(
      sheet,
      { list, guessed, bill: list },
      { turnRad, onStage: (stage, share) => showProgress(`${stage} ${Math.round(share * 100)} %`) },
    ),
    input,
  );
  showProgress('');
  if (!page) return EXIT.input;
  /** Back from the mirrored or smaller picture that was read. */
  const asGiven = (contours: Contour[]) =>
    transformContours(
      contours,
      values.mirror ? { a: -step, b: 0, c: 0, d: step, e: step * picture.width, f: 0 } : scaling(step),
    );
  const items = page.pieces.map((piece, order) => ({
    box: [
      values.mirror ? picture.width - piece.box.x - piece.box.width : piece.box.x,
      piece.box.y,
      piece.box.width,
      piece.box.height,
    ].map((v) => v * step),
    char: piece.char ?? '',
    order,
    confidence: Number(piece.confidence.toFixed(3)),
    junk: piece.rejected,
    ...(values.svg
      ? {
          svg: pathData(
            asGiven(traceRegion(readPieceRegion(sheet.picture, page.ink, piece), defaultTraceSettings)),
          ),
        }
      : {}),
  }));
  const { expected, pairings } = page;
  const missing = pairings.filter((p) => p.found === null).map((p) => expected[p.expected!]);
  const written = writeFile(
    values.json,
    JSON.stringify({ items, expected, missing, skewDeg: (page.skewRad * 180) / Math.PI }),
  );
  valueOrPrint(written, values.json);
  return written.ok ? EXIT.ok : EXIT.input;
}

/** Letters of a practice page, with their boxes on the picture as it was given. */
function liftPracticePage(
  input: string,
  { picture, step }: ReadPicture,
  found: FoundPage,
  json: string,
  withSvg: boolean,
): number {
  const { picture: flat, pxPerMm } = straightenPage(picture, found);
  const lifted = valueOrPrint(liftPractice(flat, found.page, pxPerMm, defaultRecipe), input);
  if (!lifted) return EXIT.input;
  const back = (p: { x: number; y: number }) => {
    const at = project(found.map, { x: p.x / pxPerMm, y: p.y / pxPerMm });
    return { x: at.x * step, y: at.y * step };
  };
  const items = lifted.pieces.map((piece, order) => {
    const nodes = piece.outline.flatMap((c) => c.nodes.map(back));
    const [xs, ys] = [nodes.map((p) => p.x), nodes.map((p) => p.y)];
    const [x, y] = [Math.min(...xs), Math.min(...ys)];
    return {
      box: [x, y, Math.max(...xs) - x, Math.max(...ys) - y],
      char: piece.char ?? '',
      order,
      confidence: piece.confidence,
      junk: false,
      ...(withSvg ? { svg: pathData(mapNodes(piece.outline, back)) } : {}),
    };
  });
  const { empty, crossedOut } = lifted;
  const written = writeFile(
    json,
    JSON.stringify({ items, missing: empty, crossedOut, code: found.page.code.text }),
  );
  valueOrPrint(written, json);
  return written.ok ? EXIT.ok : EXIT.input;
}

/** Every point of an outline through a map that bends no straight noticeably within a letter. */
const mapNodes = (
  outline: readonly Contour[],
  map: (p: { x: number; y: number }) => { x: number; y: number },
): Contour[] =>
  outline.map((c) => ({
    ...c,
    nodes: c.nodes.map((n) => ({ ...n, ...map(n), in: n.in && map(n.in), out: n.out && map(n.out) })),
  }));
