import { dirname, resolve } from 'node:path';
import { z } from 'zod';
import { castingRow } from '../../core/project/document/rows/casting';
import { CAST_FORMATS } from '../../core/fonts/compile/casts/formats';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { UsageError } from '../arguments';
import { readBytes } from '../files';

/** More than any font's em (OpenType, head.unitsPerEm). */
const MOST_UNITS = 16384;
const units = z.number().min(0).max(MOST_UNITS);

const own = castingRow.shape;
/** What font files say of themselves, by the project's own fields; what is left out stays as the project has it. */
const casting = castingRow
  .pick({
    designer: true,
    designerUrl: true,
    licence: true,
    licenceUrl: true,
    copyright: true,
    version: true,
  })
  .extend({
    namesIn: own.namesIn.unwrap(),
    embedding: own.embedding.unwrap(),
    licenceId: own.licenceId.unwrap(),
    bundle: own.bundle.unwrap(),
    versioned: own.versioned.unwrap(),
    lineMetrics: own.lineMetrics.unwrap(),
  })
  .partial()
  .strict();

/** What a build can be told, as a file or by options of the same names. Paths of a file are measured from where it lies. */
export const buildSettings = z.strictObject({
  $schema: z.string().optional(),
  input: z.string().describe('A project file, a folder or zip of drawings, or a picture of a page'),
  out: z.string().describe('Folder to write to'),
  formats: z
    .array(z.enum(CAST_FORMATS))
    .min(1)
    .optional()
    .describe('What to make; without it what the project remembers'),
  family: z.string().min(1).optional().describe('Family name, instead of the project’s'),
  style: z.string().min(1).optional().describe('Style name, instead of the project’s'),
  as: z
    .enum(['text', 'icons'])
    .optional()
    .describe('Whether drawings are letters or icons, instead of finding out'),
  expect: z.string().optional().describe('What is written on the first page, in its order'),
  compose: z
    .boolean()
    .optional()
    .describe('Make letters with accents of letters and marks that are there, and drafts of signs'),
  complete: z
    .boolean()
    .optional()
    .describe('Draft what western languages need and nobody drew, in the manner of the hand'),
  fit: z.boolean().optional().describe('Space and kern letters that nobody spaced'),
  size: units.optional().describe('Icons: height or width of the largest, em units'),
  margin: units.optional().describe('Icons: white at both sides, em units'),
  typed: z
    .string()
    .optional()
    .describe('Icons: file with a line for each, its name and the names typed for it'),
  codes: z.string().optional().describe('Icons: file of their private code points, kept from build to build'),
  rules: z.string().optional().describe('File of rules for features, instead of the project’s'),
  casting: casting.optional().describe('Names, licence, version and line metrics, instead of the project’s'),
  weights: castingRow.shape.weights
    .unwrap()
    .optional()
    .describe('Further styles of the family made of this one'),
  cuts: castingRow.shape.cuts
    .unwrap()
    .optional()
    .describe('The family again under other names, with some forms in the place of their letters'),
  pngSizes: z
    .array(z.number().int().min(8).max(4096))
    .min(1)
    .optional()
    .describe('Heights of letters as PNG, px'),
  pictures: z
    .boolean()
    .optional()
    .describe('Keep the drawings of pages as pictures too, with their grain and colours'),
  unpacked: z.boolean().optional().describe('Folders instead of zips'),
  report: z.string().optional().describe('File to write what was made and what was told to, JSON'),
});
export type BuildSettings = z.infer<typeof buildSettings>;

/** The form of a settings file, for editors (JSON Schema, draft 2020-12). */
export const settingsSchema = (): object => ({
  title: 'Settings of an Orthoglyph build',
  ...z.toJSONSchema(buildSettings),
});

/** Settings that name files, which lie beside the settings. */
const PATHS = ['input', 'out', 'typed', 'codes', 'rules', 'report'] as const;

/** The settings of a file; what it leaves out may come from options. */
export function readSettings(path: string): Result<Partial<BuildSettings>> {
  const bytes = readBytes(path);
  if (!bytes.ok) return bytes;
  const broken = (reason: string) => fail({ code: 'settings-unreadable', reason }, { file: path });
  try {
    const parsed = buildSettings.partial().safeParse(JSON.parse(new TextDecoder().decode(bytes.value)));
    if (!parsed.success) {
      const [issue] = parsed.error.issues;
      return broken(`${issue?.path.join('.') || 'the file'}: ${issue?.message ?? 'unreadable'}`);
    }
    const settings = { ...parsed.data };
    for (const key of PATHS) {
      const own = settings[key];
      if (own !== undefined) settings[key] = resolve(dirname(path), own);
    }
    return ok(settings);
  } catch (error) {
    return broken(error instanceof Error ? error.message : String(error));
  }
}

/** Options as they were typed, by their names. */
export type TypedOptions = Readonly<Record<string, string | boolean | undefined>>;

/** "Light 300 -16": a style's name, its weight, and by how much strokes are thicker, em units. */
const WEIGHT = /^(.*\S)\s+(\d{1,4})\s+([+-]?\d+(?:\.\d+)?)$/;

/** Settings by options; UsageError for a value that isn't one. Formats that aren't known are left to be told. */
export function settingsOf(values: TypedOptions): Partial<BuildSettings> {
  const text = (name: string) => (typeof values[name] === 'string' ? values[name] : undefined);
  const number = (name: string) => {
    const typed = text(name);
    if (typed === undefined) return undefined;
    return typed.trim() === '' ? NaN : Number(typed);
  };
  const parts = (name: string) =>
    text(name)
      ?.split(',')
      .map((part) => part.trim());
  const asked = {
    formats: parts('formats'),
    family: text('family'),
    style: text('style'),
    out: text('out'),
    as: text('as'),
    expect: text('expect'),
    compose: values['compose'] === true ? true : undefined,
    complete: values['complete'] === true ? true : undefined,
    fit: values['fit'] === true ? true : undefined,
    size: number('size'),
    margin: number('margin'),
    typed: text('typed'),
    codes: text('codes'),
    rules: text('rules'),
    weights: parts('weights')?.map(weightOf),
    cuts: parts('cuts')?.map(cutOf),
    pngSizes: parts('png-sizes')?.map(Number),
    pictures: values['pictures'] === true ? true : undefined,
    unpacked: values['unpacked'] === true ? true : undefined,
    report: text('json'),
  };
  const given = Object.fromEntries(Object.entries(asked).filter(([, v]) => v !== undefined));
  const checked = buildSettings.partial().safeParse(given);
  if (checked.success) return checked.data;
  const [issue] = checked.error.issues;
  throw new UsageError(usageOf(String(issue?.path[0] ?? '')));
}

/** What an option wants. */
function usageOf(name: string): string {
  switch (name) {
    case 'size':
    case 'margin':
      return `--${name} is a number of em units from 0 to ${MOST_UNITS}`;
    case 'as':
      return '--as is text or icons';
    case 'pngSizes':
      return '--png-sizes is a list of whole numbers from 8 to 4096: 64,512';
    case 'weights':
      return '--weights is a list of names, weights from 1 to 1000 and how much thicker strokes are: "Light 300 -16, Bold 700 +40"';
    case 'cuts':
      return '--cuts is a list of families with forms of letters: "Round Hand=a.ss01+g.ss01"';
    case 'formats':
      return `--formats is a list of these: ${CAST_FORMATS.join(', ')}`;
    default:
      return `--${name} can't be empty`;
  }
}

/** "Family=a.ss01+g.ss01" */
function cutOf(typed: string) {
  const [family = '', forms = ''] = typed.split('=');
  return { family: family.trim(), forms: forms.split('+').filter((f) => f !== '') };
}

function weightOf(typed: string) {
  const [, name = '', weight, heavier] = WEIGHT.exec(typed) ?? [];
  return { name, weight: Number(weight), heavier: Number(heavier) };
}
