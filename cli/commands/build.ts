import { CAST_FORMATS, type CastFormat } from '../../core/fonts/compile/casts/formats';
import { fail } from '../../core/foundations/problems/problem';
import { EXIT, readArguments, UsageError } from '../arguments';
import { buildOnce } from '../build/buildOnce';
import {
  buildSettings,
  readSettings,
  settingsOf,
  settingsSchema,
  type BuildSettings,
  type TypedOptions,
} from '../build/options';
import { watching } from '../build/watch';
import { printProblems, valueOrPrint } from '../telling';
import { USAGE } from '../usage';

export const buildHelp = `${USAGE.build}
                  [--expect TEXT] [--compose] [--complete] [--fit] [--size U] [--margin U] [--typed FILE] [--codes FILE]
                  [--pictures] [--rules FILE] [--weights LIST] [--cuts LIST] [--png-sizes LIST] [--unpacked] [--config FILE] [--json FILE] [--watch]

Makes font files. INPUT is a project file, a folder or zip of pictures or SVG files named after their characters
(A.png, period.svg, uni00DF.png), a folder or zip of SVG icons, one SVG with many letters in rows, or pictures of whole pages:
filled practice sheets, writing in rows, pixel art.
  --out DIR         folder to write to
  --family NAME     family name, instead of the project's
  --style NAME      style name, instead of the project's
  --as KIND         whether drawings are letters or icons, instead of finding out from their names
  --expect TEXT     what is written on the (first) page, in its order; without it, it is found by the usual orders
  --compose         letters with accents made of letters and marks that are there, and drafts of signs
  --complete        also letters, figures and signs that nobody drew, put together of the hand's own parts: all that
                    western languages need; it says of each what it was made of
  --fit             letters that nobody spaced are spaced and kerned
  --pictures        letters of pages as pictures too, with the grain and colours of their ink; programs that don't know such
                    letters show the outlines
  --size U          icons: height or width of the largest, em units (each is sized by its own view box)
  --margin U        icons: white at both sides, em units
  --typed FILE      icons: text with a line for each, its name and the names typed for it: mill, tide mill, wheel
  --codes FILE      icons: their private code points by name, JSON; an icon that is in it keeps its code, also under another
                    file name, others are put in; says what is new, drawn anew, renamed and gone since it was written
  --rules FILE      rules for features, JSON (see features --help), instead of the project's
  --weights LIST    further styles of the family made of this one, by name, weight and how much thicker strokes are, em units:
                    "Light 300 -16, Bold 700 +40" (drawn along the same lines where letters have such)
  --cuts LIST       the family again under other names, with some forms in the place of their letters: "Round Hand=a.ss01+g.ss01"
  --png-sizes LIST  heights of letters as PNG, px, instead of 256,1024
  --unpacked        folders instead of zips: a UFO as other programs keep it, letters one by one
  --formats LIST    ${CAST_FORMATS.join(', ')}
  --config FILE     all of this as JSON, paths measured from where it lies; options beside it win
  --schema          writes the form of that file to standard output (JSON Schema), for editors
  --json FILE       writes what was made and what was told, for programs
  --watch           builds anew whenever a file that was read has changed
SOURCE_DATE_EPOCH, when set, is the time written into the fonts (seconds since 1970).
`;

const OPTIONS = {
  out: { type: 'string' },
  family: { type: 'string' },
  style: { type: 'string' },
  formats: { type: 'string' },
  as: { type: 'string' },
  size: { type: 'string' },
  margin: { type: 'string' },
  typed: { type: 'string' },
  expect: { type: 'string' },
  compose: { type: 'boolean', default: false },
  complete: { type: 'boolean', default: false },
  fit: { type: 'boolean', default: false },
  rules: { type: 'string' },
  codes: { type: 'string' },
  weights: { type: 'string' },
  cuts: { type: 'string' },
  'png-sizes': { type: 'string' },
  pictures: { type: 'boolean' },
  unpacked: { type: 'boolean' },
  config: { type: 'string' },
  schema: { type: 'boolean', default: false },
  json: { type: 'string' },
  watch: { type: 'boolean', default: false },
} as const;

/** A format that there isn't, told with those there are; null when all are known. */
function unknownFormat(values: TypedOptions): number | null {
  const asked =
    typeof values['formats'] === 'string' ? values['formats'].split(',').map((f) => f.trim()) : [];
  const unknown = asked.find((f) => !CAST_FORMATS.includes(f as CastFormat));
  if (unknown === undefined) return null;
  printProblems(fail({ code: 'format-unknown', format: unknown, known: CAST_FORMATS }).problems);
  return EXIT.usage;
}

/** Settings of the file and of the options; null after the file's problems were printed. */
function settingsFor(values: TypedOptions, positionals: readonly string[]): BuildSettings | null {
  const config = typeof values['config'] === 'string' ? values['config'] : undefined;
  const kept = config === undefined ? {} : valueOrPrint(readSettings(config), config);
  if (!kept) return null;
  const [input] = positionals;
  const whole = { ...kept, ...settingsOf(values), ...(input === undefined ? {} : { input }) };
  if (positionals.length > 1 || whole.input === undefined || whole.out === undefined)
    throw new UsageError('give one input, and --out');
  return buildSettings.parse(whole);
}

export async function runBuild(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, OPTIONS);
  if (values.schema) {
    process.stdout.write(`${JSON.stringify(settingsSchema(), null, 2)}\n`);
    return EXIT.ok;
  }
  const unknown = unknownFormat(values);
  if (unknown !== null) return unknown;
  if (!values.watch) {
    const settings = settingsFor(values, positionals);
    return settings ? buildOnce(settings) : EXIT.input;
  }
  const ending = new AbortController();
  process.once('SIGINT', () => ending.abort());
  process.once('SIGTERM', () => ending.abort());
  const again = async () => {
    const settings = settingsFor(values, positionals);
    if (settings) await buildOnce(settings);
    return settings;
  };
  await watching(values.config, again, ending.signal);
  return EXIT.ok;
}
