import { AGL } from './data/agl';

const byName = new Map(
  AGL.split(' ').map((entry) => {
    const [name, hex] = entry.split('=') as [string, string];
    return [name, hex.split('_').map((h) => parseInt(h, 16))] as const;
  }),
);

const isScalar = (v: number) => v <= 0x10ffff && !(v >= 0xd800 && v <= 0xdfff);

function codePointsOfPart(part: string): readonly number[] | null {
  const known = byName.get(part);
  if (known) return known;
  const uni = /^uni((?:[0-9A-F]{4})+)$/.exec(part);
  if (uni) return uni[1]!.match(/.{4}/g)!.map((h) => parseInt(h, 16));
  const u = /^u([0-9A-F]{4,6})$/.exec(part);
  if (u) return [parseInt(u[1]!, 16)];
  // Beyond the specification: a file named by the very character it holds.
  return [...part].length === 1 ? [part.codePointAt(0)!] : null;
}

/**
 * Code points a glyph name stands for: what follows the first "." is dropped, "_" joins parts, each part is a name of
 * the Adobe Glyph List, uniXXXX..., or uXXXX to uXXXXXX. Null when any part isn't known.
 * Adobe Glyph List Specification, section 2.
 */
export function codePointsOfName(name: string): number[] | null {
  const stem = name.split('.')[0]!;
  if (stem === '') return null;
  const out: number[] = [];
  for (const part of stem.split('_')) {
    const points = codePointsOfPart(part);
    if (!points || !points.every(isScalar)) return null;
    out.push(...points);
  }
  return out;
}
