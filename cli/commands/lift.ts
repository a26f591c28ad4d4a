import { scaling } from '../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../core/foundations/geometry/contour';
import { defaultRecipe } from '../../core/project/document/defaultRecipe';
import { project } from '../../core/lifting/practice/homography';
import { liftPractice } from '../../core/lifting/practice/liftPractice';
import { findPage, type FoundPage } from '../../core/lifting/practice/readPage';
import { straightenPage } from '../../core/lifting/practice/straighten';
import { problem } from '../../core/foundations/problems/problem';
import { liftPicture } from '../../core/lifting/find/liftPicture';
import { readSheet, type SheetInk, type SheetRecipe } from '../../core/lifting/printed/readSheet';
import { pathData } from '../../core/readers/svg/pathData';
import { readPieceRegion } from '../../core/lifting/find/pieceRegion';
import { traceRegion } from '../../core/tracing/trace/traceRegion';
import { defaultTraceSettings } from '../../core/tracing/trace/settings';
import { EXIT, readArguments, UsageError } from '../arguments';
import { writeFile } from '../files';
import { printProblems, showProgress, valueOrPrint } from '../telling';
import { readPicture, type ReadPicture } from '../pictures';
import { USAGE } from '../usage';
import { liftWritten, textOf } from './liftWritten';

export const liftHelp = `${USAGE.lift}

Finds the letters on a picture of writing, in reading order.
  --json PATH       boxes (px), characters and how sure they are
  --expect TEXT     the characters in the order they were written
  --text TEXT       the page is running handwriting: this is what it says; items tell their place in it
  --texts FILE      the same from a JSON file with the texts of several pages by the names of their pictures
  --among TEXT      characters of which the page holds some, in one of the usual orders; "expected" says which
  --turn DEGREES    how far rows fall to the right, instead of finding out
  --mirror          the letters are the wrong way round, as on metal type; boxes stay those of the picture given
  --invert          the letters are lighter than their ground
  --keep-lines      rules and squares printed on the paper are ink too
  --svg             also trace each letter (path data in px of the picture)
`;

function argumentsOf(argv: string[]) {
  const { values, positionals } = readArguments(argv, {
    json: { type: 'string' },
    expect: { type: 'string', default: '' },
    among: { type: 'string', default: '' },
    text: { type: 'string' },
    texts: { type: 'string' },
    turn: { type: 'string' },
    svg: { type: 'boolean', default: false },
    mirror: { type: 'boolean', default: false },
    invert: { type: 'boolean', default: false },
    'keep-lines': { type: 'boolean', default: false },
  });
  const [input] = positionals;
  const { json } = values;
  if (!input || positionals.length > 1 || !json) throw new UsageError('give one picture, and --json');
  const lists = [values.expect, values.among, values.text, values.texts].filter(
    (v) => v !== undefined && v !== '',
  );
  if (lists.length > 1) throw new UsageError('give only one of --expect, --among, --text and --texts');
  const turnDeg = values.turn === undefined ? null : Number(values.turn);
  if (turnDeg !== null && !(Math.abs(turnDeg) <= 45)) throw new UsageError('--turn is -45 to 45 degrees');
  return { ...values, input, json, turnRad: turnDeg === null ? null : (turnDeg * Math.PI) / 180 };
}
type Given = ReturnType<typeof argumentsOf>;

export async function runLift(argv: string[]): Promise<number> {
  const given = argumentsOf(argv);
  const { input, json } = given;
  const read = await readPicture(input);
  if (!read) return EXIT.input;
  const practice = findPage(read.picture);
  if (practice && practice !== 'no-code') return liftPracticePage(input, read, practice, json, given.svg);
  if (practice === 'no-code')
    printProblems([problem({ code: 'practice-no-code' }, 'warning', { file: input })]);
  const sheet = valueOrPrint(readSheet(read.picture, readingOf(given)), input);
  if (!sheet) return EXIT.input;
  const { text, texts } = given;
  if (text !== undefined || texts !== undefined) {
    const told = text ?? valueOrPrint(textOf(texts ?? '', input), texts ?? input);
    if (told === null || told === undefined) return EXIT.input;
    const mirroredWidth = given.mirror ? read.picture.width : null;
    return liftWritten(sheet, told, { ...given, step: read.step, mirroredWidth });
  }
  const found = liftSheetOf(sheet, given);
  if (!found) return EXIT.input;
  const { page } = found;
  const { expected, pairings } = page;
  const missing = pairings.flatMap((p) => (p.found === null ? [expected[p.expected ?? -1]] : []));
  const items = itemsOf(found, read, given);
  const skewDeg = (page.skewRad * 180) / Math.PI;
  const written = writeFile(json, JSON.stringify({ items, expected, missing, skewDeg }));
  valueOrPrint(written, json);
  return written.ok ? EXIT.ok : EXIT.input;
}

/** How the picture is read by what was said. */
const readingOf = ({ mirror, invert, 'keep-lines': keep }: Given): SheetRecipe => ({
  mirror,
  ground: invert ? 'dark' : 'found',
  printedLines: keep ? 'keep' : 'leave out',
});

/** The sheet's ink and what was found in it; null after telling what is wrong. */
function liftSheetOf(sheet: SheetInk, given: Given) {
  const { input, turnRad } = given;
  const guessed = given.expect.trim() === '';
  const list = [...(guessed ? given.among : given.expect)].filter((c) => c.trim() !== '');
  const onStage = (stage: string, share: number) => showProgress(`${stage} ${Math.round(share * 100)} %`);
  const page = valueOrPrint(liftPicture(sheet, { list, guessed, bill: list }, { turnRad, onStage }), input);
  showProgress('');
  return page && { sheet, page };
}

/** What was found, with places on the picture as it was given: not mirrored, and not made smaller. */
function itemsOf(
  { sheet, page }: NonNullable<ReturnType<typeof liftSheetOf>>,
  { picture, step }: ReadPicture,
  { mirror, svg }: Given,
) {
  const back = mirror ? { a: -step, b: 0, c: 0, d: step, e: step * picture.width, f: 0 } : scaling(step);
  return page.pieces.map((piece, order) => {
    const { x, y, width, height } = piece.box;
    const trace = () => traceRegion(readPieceRegion(sheet.picture, page.ink, piece), defaultTraceSettings);
    return {
      box: [mirror ? picture.width - x - width : x, y, width, height].map((v) => v * step),
      char: piece.char ?? '',
      order,
      confidence: Number(piece.confidence.toFixed(3)),
      junk: piece.rejected,
      ...(svg && { svg: pathData(transformContours(trace(), back)) }),
    };
  });
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
