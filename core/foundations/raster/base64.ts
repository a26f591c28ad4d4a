/** Bytes as base64 (RFC 4648, 4), without what only browsers or only Node have. */
export function base64(bytes: Uint8Array): string {
  const signs = 'ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789+/';
  let out = '';
  for (let i = 0; i < bytes.length; i += 3) {
    const three = ((bytes[i] ?? 0) << 16) | ((bytes[i + 1] ?? 0) << 8) | (bytes[i + 2] ?? 0);
    for (let k = 0; k < 4; k++) out += i + k > bytes.length ? '=' : signs[(three >> (18 - 6 * k)) & 63];
  }
  return out;
}
