import { wordSvg } from '../../core/fonts/compile/wordSvg';
import { problem } from '../../core/foundations/problems/problem';
import { EXIT, readArguments, UsageError } from '../arguments';
import { projectAt } from '../project';
import { writeFile } from '../files';
import { printProblems } from '../telling';
import { USAGE } from '../usage';

export const wordHelp = `${USAGE.word}

Sets words in a project's font as one drawing, kerned, with its ligatures: for a logo. \\n in TEXT begins a new line.
  --out FILE        the SVG picture; a user unit is a font unit
  --parted          each letter a group of its own, with its colours, instead of one united outline
`;

/** Writes words as an SVG drawing; exit 1 when the font lacks some of their letters (the others are drawn all the same). */
export function runWord(argv: string[]): number {
  const { values, positionals } = readArguments(argv, {
    out: { type: 'string' },
    parted: { type: 'boolean' },
  });
  const [input, text] = positionals;
  if (!input || text === undefined || positionals.length > 2 || !values.out)
    throw new UsageError('give one project, one text, and --out');
  const opened = projectAt(input);
  if (!opened) return EXIT.input;
  const { svg, lacking } = wordSvg(
    opened.doc,
    text.replaceAll('\\n', '\n'),
    values.parted ? 'parted' : 'united',
  );
  const missing = lacking.length > 0 || svg === null;
  if (missing) printProblems([problem({ code: 'word-lacking', lacking }, 'error', { file: input })]);
  if (svg === null) return EXIT.input;
  const written = writeFile(values.out, svg);
  printProblems(written.problems);
  return written.ok && !missing ? EXIT.ok : EXIT.input;
}
