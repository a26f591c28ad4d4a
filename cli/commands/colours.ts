import { colourKey, rgbOfKey, type Rgb } from '../../core/foundations/geometry/paint';
import { picturesOf } from '../../core/project/archive/readProject';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { firstColouring, setColouring } from '../../core/project/document/commands/colours/colouring';
import { addPalette } from '../../core/project/document/commands/colours/palettes';
import { edit } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import { coloursOf } from '../../core/project/document/queries/colours';
import { inStyle, ofWhole } from '../../core/project/document/queries/styles';
import { LINE_EM, SHADOW_EM } from '../../core/project/document/rows/colours';
import type { Colouring, Doc } from '../../core/project/document/schema';
import { EXIT, numberOf, readArguments, UsageError } from '../arguments';
import { oneProject } from '../project';
import { writeOutputs } from '../outputs';
import { styleNamed } from '../styles';
import { USAGE } from '../usage';

export const coloursHelp = `${USAGE.colours}

Says which colours a project's letters have, and paints those that have none of their own. A colour is #rrggbb.
  --style NAME      this style instead of the one that the project opens with
  --fill COLOURS    one colour, or those of a gradient from its beginning, parted by commas
  --way DEG         the way of the gradient: 90 upwards (unless told otherwise), 0 to the right
  --outer W:COLOUR  a line around each letter, W em units wide
  --inner W,FROM:COLOUR  a line within, so far from the edge
  --shadow X,Y:COLOUR    the letter again beneath itself, so far to the right and up
  --solid           the shadow reaches all the way
  --plain           in the ink of the text again
  --palette NAME:GROUND  a further palette for light or dark ground, its colours proposed
  --out FILE        the project with these colours
  --json FILE       colours and palettes as data
`;

const OPTIONS = {
  style: { type: 'string' },
  fill: { type: 'string' },
  way: { type: 'string', default: '90' },
  outer: { type: 'string' },
  inner: { type: 'string' },
  shadow: { type: 'string' },
  solid: { type: 'boolean', default: false },
  plain: { type: 'boolean', default: false },
  palette: { type: 'string', multiple: true, default: [] as string[] },
  out: { type: 'string' },
  json: { type: 'string' },
} as const;

type Values = ReturnType<typeof readArguments<typeof OPTIONS>>['values'];

/** A colour as it was typed; UsageError for what is none. */
function colourOf(option: string, typed: string): Rgb {
  if (!/^#[0-9a-f]{6}$/i.test(typed.trim()))
    throw new UsageError(`--${option}: "${typed}" is no colour like #20508c`);
  return rgbOfKey(typed.trim().toLowerCase());
}

/** "18:#20508c" or "36,-36:#20508c": numbers before a colour; UsageError when there are others than so many. */
function numbersAndColour(
  option: string,
  typed: string,
  limits: readonly { readonly min: number; readonly max: number }[],
): { readonly numbers: readonly number[]; readonly rgb: Rgb } {
  const [before = '', colour = ''] = typed.split(':');
  const parts = before.split(',');
  if (parts.length !== limits.length)
    throw new UsageError(`--${option} is ${limits.map(() => 'N').join(',')}:COLOUR`);
  const numbers = limits.map(({ min, max }, i) => numberOf(option, parts[i] ?? '', min, max));
  return { numbers, rgb: colourOf(option, colour) };
}

function fillOf({ fill, way }: Values): Colouring['fill'] | null {
  if (fill === undefined) return null;
  const colours = fill.split(',').map((c) => colourOf('fill', c));
  const [first] = colours;
  if (colours.length === 1 && first) return { kind: 'flat', rgb: first };
  const deg = numberOf('way', way, -180, 180);
  return { kind: 'gradient', deg, stops: colours.map((rgb, i) => ({ at: i / (colours.length - 1), rgb })) };
}

/** The colouring that was asked for on top of the one there is; undefined when nothing was. */
function colouringOf(before: Colouring | null, values: Values): Colouring | null | undefined {
  if (values.plain) return null;
  const { outer, inner, shadow, solid } = values;
  const line = outer === undefined ? null : numbersAndColour('outer', outer, [LINE_EM]);
  const within =
    inner === undefined ? null : numbersAndColour('inner', inner, [LINE_EM, { min: 0, max: LINE_EM.max }]);
  const cast = shadow === undefined ? null : numbersAndColour('shadow', shadow, [SHADOW_EM, SHADOW_EM]);
  const fill = fillOf(values);
  if (!fill && !line && !within && !cast) return undefined;
  const base = before ?? firstColouring;
  const [[width = 0] = [], [thick = 0, inset = 0] = [], [x = 0, y = 0] = []] = [line, within, cast].map(
    (p) => p?.numbers,
  );
  return {
    fill: fill ?? base.fill,
    outer: line ? { width, rgb: line.rgb } : base.outer,
    inner: within ? { width: thick, inset, rgb: within.rgb } : base.inner,
    shadow: cast ? { x, y, deep: solid, rgb: cast.rgb } : base.shadow,
  };
}

function withPalettes(doc: Doc, styleId: string, asked: readonly string[]): Doc {
  return asked.reduce((before, typed) => {
    const [name = '', ground = 'dark'] = typed.split(':');
    if (ground !== 'light' && ground !== 'dark')
      throw new UsageError(`--palette: ${ground} is neither light nor dark`);
    const diff = addPalette(inStyle(before, styleId), { name, ground });
    if (!diff) throw new UsageError(`a palette needs a name that no other has: ${name}`);
    return edit(before, ofWhole(before, diff)).doc;
  }, doc);
}

/** What is said of a style's colours, as data. */
function report(doc: Doc, styleId: string) {
  const view = inStyle(doc, styleId);
  return {
    style: doc.styles[styleId]?.name ?? '',
    colouring: doc.styles[styleId]?.colouring ?? null,
    colours: coloursOf(view).map(({ rgb, letters }) => ({ colour: colourKey(rgb), letters })),
    palettes: projectOf(doc).palettes.map(({ name, ground, colours }) => ({
      name,
      ground,
      colours: Object.fromEntries(Object.entries(colours).map(([key, rgb]) => [key, colourKey(rgb)])),
    })),
  };
}

export async function runColours(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, OPTIONS);
  const opened = oneProject(positionals);
  if (!opened) return EXIT.input;
  const styleId =
    values.style === undefined ? projectOf(opened.doc).styleId : styleNamed(opened.doc, values.style);
  const colouring = colouringOf(opened.doc.styles[styleId]?.colouring ?? null, values);
  const diff = colouring === undefined ? null : setColouring(opened.doc, styleId, colouring);
  const painted = diff ? edit(opened.doc, diff).doc : opened.doc;
  const doc = withPalettes(painted, styleId, values.palette);
  const said = report(doc, styleId);
  const lines = [
    ...said.colours.map(({ colour, letters }) => `${colour} in ${letters} letters`),
    ...said.palettes.map(({ name, ground }) => `palette ${name}, for ${ground} ground`),
  ];
  process.stdout.write(
    `${said.style}: ${lines.length === 0 ? 'in the ink of the text' : lines.join(', ')}\n`,
  );
  return writeOutputs([
    [values.out, () => writeProjectFile(doc, picturesOf(opened))],
    [values.json, () => `${JSON.stringify(said, null, 1)}\n`],
  ]);
}
