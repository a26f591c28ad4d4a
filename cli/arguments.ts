import { parseArgs, type ParseArgsConfig } from 'node:util';

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

/** A number within limits; UsageError for another. */
export function numberOf(option: string, typed: string, min: number, max: number): number {
  const value = Number(typed);
  if (typed.trim() === '' || !(value >= min && value <= max))
    throw new UsageError(`--${option} is a number from ${min} to ${max}`);
  return value;
}
