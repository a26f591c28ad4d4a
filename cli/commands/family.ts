import { agreement } from '../../core/fonts/compile/variable/agreement';
import { describeProblem } from '../../core/foundations/problems/describe';
import { picturesOf } from '../../core/project/archive/readProject';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { addEmptyStyle, addStyle } from '../../core/project/document/commands/family/addStyle';
import { removeStyle } from '../../core/project/document/commands/family/styles';
import { edit } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import { familyFacts, familyLetters, type StyleFacts } from '../../core/project/document/queries/family';
import type { Doc } from '../../core/project/document/schema';
import { EXIT, numberOf, readArguments, UsageError } from '../arguments';
import { oneProject } from '../project';
import { writeOutputs } from '../outputs';
import { styleNamed } from '../styles';
import { USAGE } from '../usage';

export const familyHelp = `${USAGE.family}

Says what the styles of a project measure, which letters one of them lacks and which can't vary between weights; adds and removes styles.
  --add NAME        a further style, made of the style that the project opens with
  --from NAME       made of this style instead
  --empty           without letters, for drawings of its own
  --weight N        1 to 1000: 300 light, 400 regular, 700 bold
  --heavier U       by how much strokes are thicker, em units; below 0 = thinner
  --thinned P       by how many per cent of its width a pen is thinner where strokes meet: 0 to 60; as is usual for so
                    much more weight when it isn't said
  --hollow U        an edge of so many em units is left of the letters
  --slant DEG       by how much letters lean to the right; strokes keep their thickness
  --remove NAME     takes a style away with all that belongs to it
  --out FILE        the project with what was added or removed
  --json FILE       all of it as data
`;

const OPTIONS = {
  add: { type: 'string' },
  from: { type: 'string' },
  empty: { type: 'boolean', default: false },
  weight: { type: 'string', default: '400' },
  heavier: { type: 'string', default: '0' },
  slant: { type: 'string', default: '0' },
  thinned: { type: 'string' },
  hollow: { type: 'string' },
  remove: { type: 'string' },
  out: { type: 'string' },
  json: { type: 'string' },
} as const;

type Values = ReturnType<typeof readArguments<typeof OPTIONS>>['values'];

function withStyle(doc: Doc, name: string, values: Values): Doc {
  const weightClass = Math.round(numberOf('weight', values.weight, 1, 1000));
  const heavier = numberOf('heavier', values.heavier, -500, 500);
  const slantDeg = numberOf('slant', values.slant, -30, 30);
  const thinned = values.thinned === undefined ? null : numberOf('thinned', values.thinned, 0, 60) / 100;
  const edge = values.hollow === undefined ? null : numberOf('hollow', values.hollow, 1, 200);
  const from = values.from === undefined ? projectOf(doc).styleId : styleNamed(doc, values.from);
  const diff = values.empty
    ? addEmptyStyle(doc, { name, weightClass, italic: slantDeg > 0 })
    : addStyle(doc, { name, weightClass, heavier, slantDeg, thinned, edge }, from);
  if (!diff) throw new UsageError(`a style needs a name that no other has: ${name}`);
  return edit(doc, diff).doc;
}

function withoutStyle(doc: Doc, name: string): Doc {
  const diff = removeStyle(doc, styleNamed(doc, name));
  if (!diff) throw new UsageError('a project keeps its last style');
  return edit(doc, diff).doc;
}

const units = (v: number | null) => (v === null ? '-' : `${Math.round(v)} u`);

const line = (f: StyleFacts): string =>
  `${f.style.name}: weight ${f.style.weightClass}${f.style.italic ? ', italic' : ''}, ${f.letters} letters, ` +
  `lacks ${f.lacking} of the bill, stem ${units(f.stem)}, x ${units(f.xHeight)}, H ${units(f.capHeight)}, ` +
  `n ${units(f.width)} wide, ${f.pairs} pairs kerned`;

/** What is said of a family, as data. */
function report(doc: Doc) {
  const facts = familyFacts(doc);
  const names = facts.map((f) => f.style.name);
  const missing = familyLetters(doc).flatMap(({ name, drawings }) => {
    const lack = names.filter((_, i) => drawings[i] === null);
    return lack.length > 0 ? [{ glyph: name, styles: lack }] : [];
  });
  const { styleIds, told } = agreement(doc);
  const apart = told.filter((p) => p.code === 'glyph-differs' && p.reason !== 'missing');
  return {
    styles: facts.map(({ style: { name, weightClass, italic }, ...rest }) => ({
      name,
      weightClass,
      italic,
      ...rest,
    })),
    missing,
    varies: styleIds.map((id) => doc.styles[id]?.name ?? ''),
    apart: apart.map((p) => ({ glyph: p.place.glyph ?? '', text: describeProblem({ ...p, place: {} }) })),
  };
}

export async function runFamily(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, OPTIONS);
  const opened = oneProject(positionals);
  if (!opened) return EXIT.input;
  const added = values.add === undefined ? opened.doc : withStyle(opened.doc, values.add, values);
  const doc = values.remove === undefined ? added : withoutStyle(added, values.remove);
  const said = report(doc);
  const lines = [
    ...familyFacts(doc).map(line),
    ...said.missing.map(({ glyph, styles }) => `${glyph} is missing in ${styles.join(', ')}`),
    ...said.apart.map(({ glyph, text }) => `${glyph}: ${text}`),
  ];
  process.stdout.write(`${lines.join('\n')}\n`);
  return writeOutputs([
    [values.out, () => writeProjectFile(doc, picturesOf(opened))],
    [values.json, () => `${JSON.stringify(said, null, 1)}\n`],
  ]);
}
