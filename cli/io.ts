import { readdirSync, readFileSync, statSync, writeFileSync, mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseArgs, type ParseArgsConfig } from 'node:util';
import { describeProblem } from '../core/foundations/problems/describe';
import { fail, inFile, ok, type Problem, type Result } from '../core/foundations/problems/problem';

/** Exit codes of the command line. */
export const EXIT = { ok: 0, input: 1, usage: 2 } as const;

/** Thrown for wrong usage; `main` prints the message and the command's help. */
export class UsageError extends Error {}

type Options = NonNullable<ParseArgsConfig['options']>;

/** Options and positional arguments; anything unknown is a usage error. */
export function readArguments<O extends Options>(argv: string[], options: O) {
  try {
    return parseArgs({ args: argv, options, allowPositionals: true, strict: true });
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

/** One line a problem on stderr. */
export function printProblems(problems: readonly Problem[]): void {
  for (const p of problems) process.stderr.write(`${p.severity}: ${describeProblem(p)}\n`);
}

export function readBytes(path: string): Result<Uint8Array> {
  try {
    return ok(new Uint8Array(readFileSync(path)));
  } catch {
    return fail({ code: 'file-not-found' }, { file: path });
  }
}

export function isFolder(path: string): boolean {
  try {
    return statSync(path).isDirectory();
  } catch {
    return false;
  }
}

/** Picture files of a folder, sorted by name. */
export function pictureFiles(folder: string): string[] {
  return readdirSync(folder)
    .filter((name) => /\.(png|jpe?g|tiff?|bmp|gif|webp)$/i.test(name))
    .sort()
    .map((name) => join(folder, name));
}

export function writeFile(path: string, content: string | Uint8Array): Result<null> {
  try {
    mkdirSync(dirname(path), { recursive: true });
    writeFileSync(path, content);
    return ok(null);
  } catch (error) {
    return fail({ code: 'file-unwritable', reason: (error as Error).message }, { file: path });
  }
}

/** Progress on stderr, only when somebody is there to see it. */
export function showProgress(text: string): void {
  if (process.stderr.isTTY) process.stderr.write(`\r\u001b[K${text}`);
}

/** Prints a failed result's problems with the file named; returns its value otherwise. */
export function valueOrPrint<T>(result: Result<T>, file: string): T | null {
  printProblems(inFile(result.problems, file));
  return result.ok ? result.value : null;
}
