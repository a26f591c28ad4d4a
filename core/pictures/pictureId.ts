/**
 * Content hash of a file's bytes as 16 hex digits: FNV-1a in two 32-bit lanes with different offsets
 * (Fowler, Noll, Vo). Names pictures and caches; no protection against somebody who forges clashes.
 */
export function pictureIdOf(bytes: Uint8Array): string {
  let a = 0x811c9dc5;
  let b = 0x9747b28c ^ bytes.length;
  for (let i = 0; i < bytes.length; i++) {
    a = Math.imul(a ^ bytes[i]!, 0x01000193);
    b = Math.imul(b ^ bytes[i]!, 0x01000193);
    b ^= b >>> 13;
  }
  const hex = (v: number) => (v >>> 0).toString(16).padStart(8, '0');
  return hex(a) + hex(b);
}
