/** What the first bytes say a file is; the name's ending is never trusted. */
export type FileKind =
  'PNG' | 'JPEG' | 'GIF' | 'WebP' | 'TIFF' | 'BMP' | 'PDF' | 'SVG' | 'zip' | 'OpenRaster' | 'unknown';

const starts = (b: Uint8Array, ...bytes: number[]) => bytes.every((v, i) => b[i] === v);
const ascii = (b: Uint8Array, from: number, text: string) =>
  [...text].every((c, i) => b[from + i] === c.charCodeAt(0));

/** Signatures: PNG (ISO/IEC 15948, 5.2), JPEG (ITU-T T.81, B.1.1.3) and the usual ones of the others. */
export function sniffKind(bytes: Uint8Array): FileKind {
  if (starts(bytes, 0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a)) return 'PNG';
  if (starts(bytes, 0xff, 0xd8, 0xff)) return 'JPEG';
  if (ascii(bytes, 0, 'GIF8')) return 'GIF';
  if (ascii(bytes, 0, 'RIFF') && ascii(bytes, 8, 'WEBP')) return 'WebP';
  if (starts(bytes, 0x49, 0x49, 0x2a, 0) || starts(bytes, 0x4d, 0x4d, 0, 0x2a)) return 'TIFF';
  if (ascii(bytes, 0, 'BM')) return 'BMP';
  if (ascii(bytes, 0, '%PDF')) return 'PDF';
  if (starts(bytes, 0x50, 0x4b, 0x03, 0x04)) return isOpenRaster(bytes) ? 'OpenRaster' : 'zip';
  // Before its root an XML document may have a declaration, a document type and comments.
  const head = String.fromCharCode(...bytes.subarray(0, 4096)).replace(/^[\u00ef\u00bb\u00bf\s]+/, '');
  return /^<(svg|\?xml|!--|!DOCTYPE)/i.test(head) && /<(\w+:)?svg[\s>/]/.test(`${head} `) ? 'SVG' : 'unknown';
}

/** A zip whose first entry says that it is a layered picture (OpenRaster 0.0.6, "File layout": `mimetype`, stored). */
const isOpenRaster = (bytes: Uint8Array): boolean =>
  ascii(bytes, 30, 'mimetype') && ascii(bytes, 30 + 8 + (bytes[28] ?? 0), 'image/openraster');

/** Whether a file is a PostScript drawing, plain or with a preview before it (PLRM, 3rd edition, G; DSC 3.0; EPSF 3.0, binary header). */
export const isPostScript = (bytes: Uint8Array): boolean =>
  ascii(bytes, 0, '%!') || starts(bytes, 0xc5, 0xd0, 0xd3, 0xc6);

/** What kind of font a file is by its first bytes (OpenType, "Organization of an OpenType Font"; WOFF 1 and 2); null = none. */
export function fontKindOf(bytes: Uint8Array): string | null {
  if (ascii(bytes, 0, 'OTTO')) return 'an OpenType font';
  if (ascii(bytes, 0, 'wOFF') || ascii(bytes, 0, 'wOF2')) return 'a web font';
  if (ascii(bytes, 0, 'ttcf')) return 'a collection of fonts';
  const tables = (bytes[4] ?? 0) * 256 + (bytes[5] ?? 0);
  const trueType = starts(bytes, 0, 1, 0, 0) || ascii(bytes, 0, 'true');
  return trueType && tables > 0 && tables < 100 ? 'a TrueType font' : null;
}

/** Width and height in px read from the header alone, so that a huge claim is refused before memory is taken. */
export function pictureSize(
  bytes: Uint8Array,
  kind: 'PNG' | 'JPEG',
): { width: number; height: number } | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (kind === 'PNG') {
    return bytes.length < 24 ? null : { width: view.getUint32(16), height: view.getUint32(20) };
  }
  let at = 2;
  while (at + 9 < bytes.length) {
    if (bytes[at] !== 0xff) return null;
    const marker = bytes[at + 1]!;
    if (marker === 0xff) {
      at++;
      continue;
    }
    // SOF0-SOF15 but DHT (C4), JPG (C8), DAC (CC) hold the frame's size.
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (isFrame) return { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    const standalone = marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8);
    at += standalone ? 2 : 2 + view.getUint16(at + 2);
  }
  return null;
}
