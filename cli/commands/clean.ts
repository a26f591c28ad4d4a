import { counted } from '../../core/foundations/problems/counted';
import { picturesOf } from '../../core/project/archive/readProject';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import { CLEAN_UP_NAMES, mayClean, takeCleaned } from '../../core/project/document/commands/outline';
import { edit } from '../../core/project/document/inStep/edit';
import type { GlyphRow } from '../../core/project/document/schema';
import { CLEAN_UPS, cleanUp, type CleanUp } from '../../core/outlines/dress/cleanUp';
import { findSnags } from '../../core/outlines/dress/snags';
import { EXIT, readArguments, UsageError } from '../arguments';
import { projectAt } from '../project';
import { writeFile } from '../files';
import { printProblems, showProgress } from '../telling';
import { USAGE } from '../usage';

export const cleanHelp = `${USAGE.clean}

Cleans the outlines of a project's letters and writes the project anew. Letters worked on by hand stay as they are.
  --how KIND        ${CLEAN_UPS.join(', ')}
  --deviation U     how far an outline may move, font units (default 2)
  --only LETTERS    only letters with these characters
  --json FILE       each letter's points before and after, greatest deviation, and the snags that are left
`;

interface Line {
  readonly glyph: string;
  readonly pointsBefore: number;
  readonly pointsAfter: number;
  readonly deviation: number;
  readonly snags: readonly string[];
}

/** Cleans a project's letters; prints one line of sums. */
export async function runClean(argv: string[]): Promise<number> {
  const { values, positionals } = readArguments(argv, {
    out: { type: 'string' },
    how: { type: 'string' },
    deviation: { type: 'string' },
    only: { type: 'string' },
    json: { type: 'string' },
  });
  const input = positionals[0];
  if (!input || positionals.length > 1 || !values.out) throw new UsageError('give one project, and --out');
  const how = (values.how ?? 'neaten') as CleanUp;
  if (!CLEAN_UPS.includes(how)) throw new UsageError(`--how is one of ${CLEAN_UPS.join(', ')}`);
  const tolerance = Number(values.deviation ?? 2);
  if (!(tolerance > 0 && tolerance <= 100))
    throw new UsageError('--deviation is a number of units, 0 to 100');
  const opened = projectAt(input);
  if (!opened) return EXIT.input;
  const wanted = new Set([...(values.only ?? '')].map((c) => c.codePointAt(0)!));
  const letters = Object.values(opened.doc.glyphs).filter(
    (g) =>
      mayClean(g) && g.role === 'letter' && (wanted.size === 0 || g.codePoints.some((cp) => wanted.has(cp))),
  );
  const cleaned = new Map<string, { before: GlyphRow['contours']; contours: GlyphRow['contours'] }>();
  const lines = letters.map((glyph, i): Line => {
    const made = cleanUp(how, glyph.contours, { tolerance });
    if (made.contours !== glyph.contours)
      cleaned.set(glyph.id, { before: glyph.contours, contours: made.contours });
    showProgress(`${i + 1} of ${counted(letters.length, 'letter')}`);
    return {
      glyph: glyph.name,
      pointsBefore: made.pointsBefore,
      pointsAfter: made.pointsAfter,
      deviation: Math.round(made.deviation * 1000) / 1000,
      snags: findSnags(made.contours).map((s) => s.kind),
    };
  });
  const diff = takeCleaned(opened.doc, how, cleaned);
  const doc = diff ? edit(opened.doc, diff).doc : opened.doc;
  const files: [string, string | Uint8Array][] = [
    [values.out, await writeProjectFile(doc, picturesOf(opened))],
  ];
  if (values.json) files.push([values.json, `${JSON.stringify({ letters: lines }, null, 1)}\n`]);
  for (const [path, content] of files) {
    const written = writeFile(path, content);
    printProblems(written.problems);
    if (!written.ok) return EXIT.input;
  }
  const sum = (key: 'pointsBefore' | 'pointsAfter') => lines.reduce((n, l) => n + l[key], 0);
  const most = Math.max(0, ...lines.map((l) => l.deviation));
  process.stdout.write(
    `${CLEAN_UP_NAMES[how]}: ${cleaned.size} of ${counted(lines.length, 'letter')} changed, ` +
      `${sum('pointsBefore')} points before, ${sum('pointsAfter')} after, greatest deviation ${most.toFixed(1)} u\n`,
  );
  return EXIT.ok;
}
