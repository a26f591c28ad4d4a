import { join } from 'node:path';
import { unzipSync } from 'fflate';
import type { CastFile } from '../../core/fonts/compile/casts/castFile';

/**
 * The files of a cast as they are to be written, by paths below `out`: a zip's one by one when it is to be unpacked. A zip that holds a folder
 * of its own name (a UFO) becomes that folder, others a folder called like them.
 */
export function filesToWrite(
  { name, bytes }: CastFile,
  out: string,
  unpacked: boolean,
): ReadonlyMap<string, Uint8Array> {
  if (!unpacked || !name.endsWith('.zip')) return new Map([[join(out, name), bytes]]);
  const whole = name.slice(0, -'.zip'.length);
  const entries = Object.entries(unzipSync(bytes)).filter(([path]) => !path.endsWith('/'));
  const roots = new Set(entries.map(([path]) => path.split('/')[0]));
  const isFolder = roots.size === 1 && entries.every(([path]) => path.includes('/'));
  const folder = isFolder ? '' : whole.replaceAll('.', '-');
  return new Map(entries.map(([path, content]) => [join(out, folder, path), content]));
}
