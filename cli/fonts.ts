import { readdirSync } from 'node:fs';
import { basename, join, relative, sep } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { inFile, type Result } from '../core/foundations/problems/problem';
import { openableFont, openableUfo, type OpenableFont } from '../core/fonts/open/anyFont';
import { isFolder, readBytes } from './files';

/** The files of a folder and of those in it, by their paths within it. */
function filesOf(folder: string): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile()) continue;
    const path = join(entry.parentPath, entry.name);
    const bytes = readBytes(path);
    if (bytes.ok) files.set(relative(folder, path).split(sep).join('/'), bytes.value);
  }
  return files;
}

/** A font by its path, or a UFO by its folder; what is wrong is told by the file's name. */
export function fontAt(path: string): Result<OpenableFont> {
  const named = (read: Result<OpenableFont>): Result<OpenableFont> =>
    ({ ...read, problems: inFile(read.problems, basename(path)) }) as Result<OpenableFont>;
  if (isFolder(path)) return named(openableUfo(filesOf(path)));
  const bytes = readBytes(path);
  return bytes.ok ? named(openableFont(bytes.value, brotliDecompressSync)) : bytes;
}
