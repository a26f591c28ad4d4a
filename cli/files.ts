import { mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fail, ok, type Result } from '../core/foundations/problems/problem';

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
