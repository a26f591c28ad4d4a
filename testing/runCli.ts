import { main } from '../cli/main';

/** Runs a command and catches what it prints. */
export async function runCli(...argv: string[]): Promise<{ code: number; out: string; err: string }> {
  const printed = { out: '', err: '' };
  const [out, err] = [process.stdout.write, process.stderr.write];
  process.stdout.write = ((s: string) => ((printed.out += s), true)) as never;
  process.stderr.write = ((s: string) => ((printed.err += s), true)) as never;
  try {
    return { code: await main(argv), ...printed };
  } finally {
    process.stdout.write = out;
    process.stderr.write = err;
  }
}
