/**
 * Orthoglyph for build scripts: projects opened, checked and cast, in Node 20 or newer.
 *
 *     import { buildFont, checkFont, openProject } from 'orthoglyph';
 */
import { brotli } from '../cli/brotli';
import { readBytes } from '../cli/files';
import { describeProblem } from '../core/foundations/problems/describe';
import { fail, inFile, type Problem } from '../core/foundations/problems/problem';
import { checkProject } from '../core/fonts/check/checkProject';
import { castPlan } from '../core/fonts/compile/casts/castPlan';
import { castFile, type CastFile } from '../core/fonts/compile/casts/castFile';
import { CAST_FORMATS, type CastFormat } from '../core/fonts/compile/casts/formats';
import { openProjectFile } from '../core/project/archive/readProject';
import { castingOf } from '../core/project/document/newProject';
import type { Doc } from '../core/project/document/schema';

export { CAST_FORMATS, type CastFile, type CastFormat };

/** An opened project. What is in it is for the functions here. */
export interface Project {
  readonly doc: Doc;
  /** Bytes of its pictures by their hashes. */
  readonly pictures?: (id: string) => Uint8Array | null;
}

/** What is wrong with a font or a file: how bad, where, and a sentence for people with what to do. */
export interface Finding {
  readonly severity: Problem['severity'];
  readonly code: Problem['code'];
  readonly place: Problem['place'];
  readonly text: string;
}

export interface BuildOptions {
  /** Formats to make; those that the project remembers when none are given. */
  readonly formats?: readonly CastFormat[];
  /** Time written into the fonts, seconds since 1970: the same time and project give the same bytes. Default: now. */
  readonly nowUnixS?: number;
}

const findingOf = (p: Problem): Finding => ({
  severity: p.severity,
  code: p.code,
  place: p.place,
  text: describeProblem(p),
});

/** A file or font that can't be used, with everything that is wrong with it. */
export class UnusableError extends Error {
  constructor(readonly findings: readonly Finding[]) {
    super(findings.map((f) => f.text).join('\n'));
    this.name = 'UnusableError';
  }
}

const unusable = (problems: readonly Problem[]) => new UnusableError(problems.map(findingOf));

/**
 * Opens a project file, by its path or its bytes.
 * @throws UnusableError when it isn't there, is none, is cut off, or was saved by a newer version.
 */
export function openProject(file: string | Uint8Array): Project {
  const name = typeof file === 'string' ? file : undefined;
  const bytes = typeof file === 'string' ? readBytes(file) : { ok: true as const, value: file };
  const opened = bytes.ok ? openProjectFile(bytes.value) : bytes;
  if (!opened.ok) throw unusable(name === undefined ? opened.problems : inFile(opened.problems, name));
  return { doc: opened.value.doc, pictures: opened.value.picture };
}

/** What stands in the way of a project's font (`error`), and what its maker should look at (`warning`, `note`). */
export const checkFont = ({ doc }: Project): Finding[] => checkProject(doc).map(findingOf);

/**
 * The font files of all styles of a project, in the formats asked for.
 * @throws UnusableError when `checkFont` finds errors, for a format that isn't one of `CAST_FORMATS`, and for one that the project has nothing for.
 */
export async function buildFont({ doc, pictures }: Project, options: BuildOptions = {}): Promise<CastFile[]> {
  const errors = checkProject(doc).filter((p) => p.severity === 'error');
  if (errors.length > 0) throw unusable(errors);
  const formats = options.formats ?? castingOf(doc).formats;
  const unknown = formats.find((f) => !CAST_FORMATS.includes(f));
  if (unknown !== undefined)
    throw unusable(fail({ code: 'format-unknown', format: unknown, known: CAST_FORMATS }).problems);
  const nowUnixS = options.nowUnixS ?? Math.floor(Date.now() / 1000);
  const made: CastFile[] = [];
  for (const { format, styleId } of castPlan(doc, formats)) {
    const file = await castFile(doc, format, { styleId, nowUnixS, brotli, pictures });
    if (!file.ok) throw unusable(file.problems);
    made.push(file.value);
  }
  return made;
}
