import { liftPicture } from '../../core/find/liftPicture';
import { readSheet } from '../../core/printed/readSheet';
import { decodePicture } from '../../core/pictures/decodePicture';
import { pathData } from '../../core/svg/pathData';
import { readRegion, traceRegion } from '../../core/trace/traceRegion';
import { defaultTraceSettings } from '../../core/trace/settings';
import { EXIT, readArguments, readBytes, showProgress, UsageError, valueOrPrint, writeFile } from '../io';

export const liftHelp = `orthoglyph lift IMAGE --json OUT.json [--expect "ABC..."] [--svg] [--keep-lines]

Finds the letters on a picture of writing, in reading order.
  --json PATH       boxes (px), characters and how sure they are
  --expect TEXT     the characters in the order they were written
  --keep-lines      rules and squares printed on the paper are ink too
  --svg             also trace each letter (path data in px of the picture)
`;

export function runLift(argv: string[]): number {
  const { values, positionals } = readArguments(argv, {
    json: { type: 'string' },
    expect: { type: 'string', default: '' },
    svg: { type: 'boolean', default: false },
    'keep-lines': { type: 'boolean', default: false },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.json) throw new UsageError('give one picture, and --json');
  const bytes = valueOrPrint(readBytes(input), input);
  const picture = bytes && valueOrPrint(decodePicture(bytes), input);
  if (!picture) return EXIT.input;
  const expected = [...values.expect].filter((c) => c.trim() !== '');
  const sheet = valueOrPrint(readSheet(picture, values['keep-lines']), input);
  if (!sheet) return EXIT.input;
  const page = valueOrPrint(
    liftPicture(sheet, expected, (stage, share) => showProgress(`${stage} ${Math.round(share * 100)} %`)),
    input,
  );
  showProgress('');
  if (!page) return EXIT.input;
  const items = page.pieces.map((piece, order) => ({
    box: [piece.box.x, piece.box.y, piece.box.width, piece.box.height],
    char: piece.char ?? '',
    order,
    confidence: Number(piece.confidence.toFixed(3)),
    junk: false,
    ...(values.svg
      ? {
          svg: pathData(
            traceRegion(readRegion(sheet.picture, page.ink, piece.box, piece.seeds), defaultTraceSettings),
          ),
        }
      : {}),
  }));
  const missing = page.pairings.filter((p) => p.found === null).map((p) => expected[p.expected!]);
  const written = writeFile(
    values.json,
    JSON.stringify({ items, missing, skewDeg: (page.skewRad * 180) / Math.PI }),
  );
  valueOrPrint(written, values.json);
  return written.ok ? EXIT.ok : EXIT.input;
}
