import { iconName } from '../../../../type/names/iconName';
import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import type { LiftedRow } from '../pieces/takeLifted';
import { drawingKey } from './folderChanges';

/** What is remembered of icons from build to build, by their names. */
export interface IconLock {
  /** Private code points, also of icons that are gone: nobody else gets those. */
  readonly codes: Readonly<Record<string, number>>;
  /** Marks of the drawings that were there the last time. */
  readonly drawings: Readonly<Record<string, string>>;
}

/** What has become of icons since a lock was written. */
export interface LockChanges {
  readonly added: readonly string[];
  readonly changed: readonly string[];
  readonly renamed: readonly { readonly was: string; readonly name: string }[];
  readonly removed: readonly string[];
}

/** Hex digits of a mark: enough that no two of all drawings that there will ever be have the same. */
const MARK_DIGITS = 24;

const markOf = (piece: LiftedRow): string =>
  bytesToHex(sha256(new TextEncoder().encode(drawingKey(piece)))).slice(0, MARK_DIGITS);

/**
 * Icons held against the lock of the last build. The lock that is to be kept: marks of what is there now, and the code of an icon whose file
 * has another name (the same drawing under a new name, while the old one is gone) under that name. Codes of new icons are not in it yet.
 */
export function heldAgainstLock(
  lock: IconLock,
  pieces: readonly LiftedRow[],
): { readonly lock: IconLock; readonly changes: LockChanges } {
  const drawings = new Map(
    pieces.flatMap((p) => (p.name === null ? [] : [[iconName(p.name), markOf(p)] as const])),
  );
  const before = new Map(Object.entries(lock.drawings));
  const gone = new Map<string, string[]>();
  for (const [name, mark] of before)
    if (!drawings.has(name)) gone.set(mark, [...(gone.get(mark) ?? []), name]);
  const codes = new Map(Object.entries(lock.codes));
  const renamed: { was: string; name: string }[] = [];
  const added: string[] = [];
  const changed: string[] = [];
  for (const [name, mark] of drawings) {
    const old = before.get(name);
    const was = old === undefined && !codes.has(name) ? gone.get(mark)?.shift() : undefined;
    if (was !== undefined) renamed.push({ was, name });
    // A name that only has a code was there before drawings were remembered, or comes back.
    else if (old === undefined && (before.size > 0 || !codes.has(name))) added.push(name);
    else if (old !== undefined && old !== mark) changed.push(name);
  }
  for (const { was, name } of renamed) {
    const code = codes.get(was);
    codes.delete(was);
    if (code !== undefined) codes.set(name, code);
  }
  return {
    lock: { codes: Object.fromEntries(codes), drawings: Object.fromEntries(drawings) },
    changes: { added, changed, renamed, removed: [...gone.values()].flat() },
  };
}
