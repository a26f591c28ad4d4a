import { existsSync } from 'node:fs';
import { z } from 'zod';
import type { IconLock } from '../../core/project/document/commands/icons/iconLock';
import { fail, ok, type Result } from '../../core/foundations/problems/problem';
import { PRIVATE } from '../../core/project/document/commands/glyphs/privateCodes';
import { readBytes, writeFile } from '../files';

/**
 * Private code points of icons by their names, in a file beside the icons, so that an icon keeps its code when others come and
 * go, and marks of their drawings, by which the next build says what has changed: {"codes": {"mill": "U+E000"}, "drawings": {...}}. Names stand in their order, so that version control shows what changed.
 */
const codesFile = z.object({
  codes: z.record(z.string().min(1), z.string().regex(/^U\+[0-9A-F]{4}$/)),
  drawings: z.record(z.string().min(1), z.string().regex(/^[0-9a-f]+$/)).default({}),
});

/** What was remembered before; nothing when there is no such file yet. */
export function readCodes(path: string): Result<IconLock> {
  if (!existsSync(path)) return ok({ codes: {}, drawings: {} });
  const bytes = readBytes(path);
  if (!bytes.ok) return bytes;
  const unreadable = (reason: string) => fail({ code: 'codes-unreadable', reason }, { file: path });
  try {
    const { codes, drawings } = codesFile.parse(JSON.parse(new TextDecoder().decode(bytes.value)));
    const read = Object.entries(codes).map(([name, code]) => [name, parseInt(code.slice(2), 16)] as const);
    const outside = read.find(([, code]) => code < PRIVATE[0] || code > PRIVATE[1]);
    if (outside) return unreadable(`${outside[0]} has a code that is not a private one (U+E000 to U+F8FF)`);
    const owner = new Map<number, string>();
    for (const [name, code] of read) {
      const other = owner.get(code);
      if (other !== undefined) return unreadable(`${other} and ${name} have the same code`);
      owner.set(code, name);
    }
    return ok({ codes: Object.fromEntries(read), drawings });
  } catch (error) {
    const [issue] = error instanceof z.ZodError ? error.issues : [];
    return unreadable(issue ? `${issue.path.join(', ')}: ${issue.message}` : String(error));
  }
}

const byName = <V>(values: Readonly<Record<string, V>>, written: (value: V) => string) =>
  Object.fromEntries(
    Object.entries(values)
      .sort(([a], [b]) => (a < b ? -1 : 1))
      .map(([name, value]) => [name, written(value)]),
  );

export function writeCodes(path: string, { codes, drawings }: IconLock): Result<null> {
  const kept = {
    codes: byName(codes, (code) => `U+${code.toString(16).toUpperCase()}`),
    drawings: byName(drawings, (mark) => mark),
  };
  return writeFile(path, `${JSON.stringify(kept, null, 2)}\n`);
}
