import { EXIT } from './arguments';
import { writeFile } from './files';
import { printProblems } from './telling';

/** A file that an option asks for (none when it wasn't given), and what goes into it. */
export type Output = readonly [
  path: string | undefined,
  make: () => string | Uint8Array | Promise<string | Uint8Array>,
];

/** Writes the files that were asked for, one after the other; the exit code. What can't be written is told. */
export async function writeOutputs(outputs: readonly Output[]): Promise<number> {
  for (const [path, make] of outputs) {
    if (path === undefined) continue;
    const written = writeFile(path, await make());
    printProblems(written.problems);
    if (!written.ok) return EXIT.input;
  }
  return EXIT.ok;
}
