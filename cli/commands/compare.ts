import { shaperBy } from '../../core/fonts/compare/harfbuzz';
import { compareFonts, type FontsCompared, type LetterCompared } from '../../core/fonts/compare/compareFonts';
import { fontAsItIs } from '../../core/fonts/compare/asItIs';
import { sourcesInZip } from '../../core/fonts/open/anyFont';
import { counted } from '../../core/foundations/problems/counted';
import { openProjectFile } from '../../core/project/archive/readProject';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { sniffKind } from '../../core/readers/pictures/sniff';
import { EXIT, readArguments, UsageError } from '../arguments';
import { isFolder, readBytes, writeFile } from '../files';
import { fontAt } from '../fonts';
import { printProblems, valueOrPrint } from '../telling';
import { USAGE } from '../usage';

export const compareHelp = `${USAGE.compare}

What is otherwise in B than in A (fonts: OTF, TTF, WOFF, WOFF2, UFO; or projects): letters whose outline moved, those that changed most
first, letters with another white, new ones and those that are gone; words of a text that are set otherwise; names, heights, features.
Measures are thousandths of an em.
  --text TEXT       words to set; without it the first project's own text
  --json PATH       the same for programs
`;

/** A font or a project as a project; null after its problems were printed. */
function docOf(path: string): Doc | null {
  const bytes = isFolder(path) ? null : valueOrPrint(readBytes(path), path);
  if (!bytes && !isFolder(path)) return null;
  const isProject = bytes && sniffKind(bytes) === 'zip' && !sourcesInZip(bytes);
  if (isProject) return valueOrPrint(openProjectFile(bytes), path)?.doc ?? null;
  const font = valueOrPrint(fontAt(path), path);
  return font && valueOrPrint(fontAsItIs(font), path);
}

const signed = (v: number): string => `${v > 0 ? '+' : ''}${Math.round(v)}`;

function letterLine(l: LetterCompared): string {
  const char = l.codePoints[0] === undefined ? '' : `${String.fromCodePoint(l.codePoints[0])} `;
  const who = `${char}${l.name}`;
  switch (l.change) {
    case 'new':
    case 'gone':
      return `${l.change}: ${who}`;
    case 'outline':
      return `outline: ${who} moved by up to ${l.moved.toFixed(1)}, width ${signed(l.wider)}`;
    case 'white':
      return `white: ${who} left ${signed(l.left)}, right ${signed(l.right)}, width ${signed(l.wider)}`;
  }
}

function told({ letters, same, words, facts }: FontsCompared): string {
  const lines = [
    ...facts.map((f) => `${f.of}: ${f.before || 'nothing'} -> ${f.after || 'nothing'}`),
    ...letters.map(letterLine),
    ...words.map(
      (w) =>
        `word: ${w.word} ${Math.round(w.before)} -> ${Math.round(w.after)}${w.glyphs ? ` (${w.glyphs.join(' -> ')})` : w.moved > 0 ? ` (moved by up to ${w.moved.toFixed(1)})` : ''}`,
    ),
    `${counted(letters.length, 'letter')} changed, ${same} the same, ${counted(words.length, 'word')} set otherwise`,
  ];
  return `${lines.join('\n')}\n`;
}

export async function runCompare(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, { text: { type: 'string' }, json: { type: 'string' } });
  const [first, second, ...more] = positionals;
  if (first === undefined || second === undefined || more.length > 0)
    throw new UsageError('give two fonts or projects');
  const [a, b] = [docOf(first), docOf(second)];
  if (!a || !b) return EXIT.input;
  const found = compareFonts(
    a,
    b,
    values.text ?? projectOf(a).runningText,
    shaperBy(await import('harfbuzzjs')),
  );
  process.stdout.write(told(found));
  if (values.json === undefined) return EXIT.ok;
  const letters = found.letters.map(({ before: _before, after: _after, ...l }) => l);
  const words = found.words.map(({ drawn: _, ...w }) => w);
  const written = writeFile(values.json, `${JSON.stringify({ ...found, letters, words }, null, 2)}\n`);
  printProblems(written.problems);
  return written.ok ? EXIT.ok : EXIT.input;
}
