// The files of a UFO as one: it is kept so that casting it again changes only what was changed.
import { zipSync } from 'fflate';
import { pictureIdOf } from '../../../readers/pictures/pictureId';

/** Files of a UFO by their paths within it. */
export type UfoFiles = ReadonlyMap<string, Uint8Array>;

/** The same files give the same bytes. */
const ENTRY_TIME = new Date(2000, 0, 1);
const zipped = new WeakMap<UfoFiles, { readonly id: string; readonly zip: Uint8Array }>();

/** All files in one, and the hash that it is known by; null without any. */
export function zippedSources(files: UfoFiles): { readonly id: string; readonly zip: Uint8Array } | null {
  if (files.size === 0) return null;
  const known = zipped.get(files);
  if (known) return known;
  const inOrder = [...files].sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0));
  const zip = zipSync(Object.fromEntries(inOrder), { level: 6, mtime: ENTRY_TIME });
  const made = { id: pictureIdOf(zip), zip };
  zipped.set(files, made);
  return made;
}
