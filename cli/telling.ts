import { describeProblem } from '../core/foundations/problems/describe';
import { inFile, type Problem, type Result } from '../core/foundations/problems/problem';

/** Who else hears what is told; the innermost last. */
const listeners: Problem[][] = [];

/** All that is told while something runs, told as always. */
export async function hearing<T>(
  run: () => Promise<T>,
): Promise<{ readonly result: T; readonly told: readonly Problem[] }> {
  const told: Problem[] = [];
  listeners.push(told);
  try {
    return { result: await run(), told };
  } finally {
    listeners.splice(listeners.indexOf(told), 1);
  }
}

/** One line a problem on stderr. */
export function printProblems(problems: readonly Problem[]): void {
  for (const heard of listeners) heard.push(...problems);
  for (const p of problems) process.stderr.write(`${p.severity}: ${describeProblem(p)}\n`);
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
