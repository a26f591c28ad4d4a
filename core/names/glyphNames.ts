import { AGLFN } from './data/aglfn';

/**
 * Names of glyphs by the Adobe Glyph List Specification (section 2 for reading, section 6 for writing):
 * a name from the AGLFN, else uniXXXX for the Basic Multilingual Plane, else uXXXXX.
 */
const byCodePoint = new Map<number, string>();
const byName = new Map<string, number>();
for (const entry of AGLFN.split(' ')) {
  const [name, hex] = entry.split('=') as [string, string];
  byCodePoint.set(parseInt(hex, 16), name);
  byName.set(name, parseInt(hex, 16));
}

export function glyphNameOf(codePoint: number): string {
  const known = byCodePoint.get(codePoint);
  if (known) return known;
  const hex = codePoint.toString(16).toUpperCase();
  return codePoint <= 0xffff ? `uni${hex.padStart(4, '0')}` : `u${hex}`;
}

const isScalar = (v: number) => v <= 0x10ffff && !(v >= 0xd800 && v <= 0xdfff);

/** Code points a glyph name stands for (a suffix after "." is dropped, "_" joins); null when any part isn't known. */
export function codePointsOfName(name: string): number[] | null {
  const stem = name.split('.')[0]!;
  if (stem === '') return null;
  const out: number[] = [];
  for (const part of stem.split('_')) {
    const known = byName.get(part);
    const uni = /^uni((?:[0-9A-F]{4})+)$/.exec(part);
    const u = /^u([0-9A-F]{4,6})$/.exec(part);
    if (known !== undefined) out.push(known);
    else if (uni) out.push(...uni[1]!.match(/.{4}/g)!.map((h) => parseInt(h, 16)));
    else if (u) out.push(parseInt(u[1]!, 16));
    else if ([...part].length === 1) out.push(part.codePointAt(0)!);
    else return null;
  }
  return out.every(isScalar) ? out : null;
}
