import { readdirSync } from 'node:fs';
import { basename, dirname, join, relative, sep } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { inFile, type Result } from '../core/foundations/problems/problem';
import {
  openableDesignspace,
  openableFont,
  openableUfo,
  type OpenableFont,
} from '../core/fonts/open/anyFont';
import { designspacePath } from '../core/fonts/open/ufo/openDesignspace';
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

/** A UFO's folder, or one with a designspace beside its UFOs. */
function inFolder(folder: string, path = designspacePath(readdirSync(folder))): Result<OpenableFont> {
  const files = filesOf(folder);
  return path === null ? openableUfo(files) : openableDesignspace(files, path);
}

/** A font by its path, a UFO by its folder, a family by its designspace; what is wrong is told by the file's name. */
export function fontAt(path: string): Result<OpenableFont> {
  const named = (read: Result<OpenableFont>): Result<OpenableFont> =>
    ({ ...read, problems: inFile(read.problems, basename(path)) }) as Result<OpenableFont>;
  if (isFolder(path)) return named(inFolder(path));
  if (path.endsWith('.designspace')) return named(inFolder(dirname(path), basename(path)));
  const bytes = readBytes(path);
  return bytes.ok ? named(openableFont(bytes.value, brotliDecompressSync)) : bytes;
}
