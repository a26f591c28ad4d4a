import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { unzlibSync } from 'fflate';
import * as hb from 'harfbuzzjs';
import { parse } from 'opentype.js';
import { polygonsOf, type PathCommand } from '../core/foundations/geometry/pathPolygons';
import { KNOWN } from '../core/type/fit/features';
import { profileOf, type Profile } from '../core/type/fit/profiles';

/** A font with its spacing taken away, and what its designer chose; all in 1/1000 em. */
export interface SpacedFont {
  readonly name: string;
  readonly letters: readonly Profile[];
  /** In the order of `letters`. */
  readonly left: readonly number[];
  readonly right: readonly number[];
  /** Kerning of the first with the second, by their characters together ("AV"); what is 0 isn't there. */
  readonly kerning: ReadonlyMap<string, number>;
  readonly space: number;
}

/** Characters whose pairs count. */
export const CORE = KNOWN.slice(0, 71);

/** The plain font file in a WOFF one (W3C, WOFF File Format 1.0, sections 3 to 5). */
export function unwoff(woff: Uint8Array): Uint8Array {
  const view = new DataView(woff.buffer, woff.byteOffset, woff.byteLength);
  const count = view.getUint16(12);
  const out = new Uint8Array(view.getUint32(16));
  const to = new DataView(out.buffer);
  to.setUint32(0, view.getUint32(4));
  to.setUint16(4, count);
  const log = Math.floor(Math.log2(count));
  to.setUint16(6, 16 << log);
  to.setUint16(8, log);
  to.setUint16(10, 16 * count - (16 << log));
  let at = 12 + 16 * count;
  for (let i = 0; i < count; i++) {
    const entry = 44 + 20 * i;
    const [offset, packed, length] = [4, 8, 12].map((k) => view.getUint32(entry + k)) as [
      number,
      number,
      number,
    ];
    const data = woff.subarray(offset, offset + packed);
    out.set(packed < length ? unzlibSync(data) : data, at);
    [view.getUint32(entry), view.getUint32(entry + 16), at, length].forEach((v, k) =>
      to.setUint32(12 + 16 * i + 4 * k, v),
    );
    at += (length + 3) & ~3;
  }
  return out;
}

/** Ligatures and alternates off: bare letters as they stand beside each other. */
const PLAIN = ['liga', 'clig', 'calt', 'dlig', 'rlig', 'ccmp', 'locl'];

/** Reads an open font's letters, bearings, kerning (as HarfBuzz applies it) and word space; null when n is missing. */
export function readSpacedFont(path: string, name: string, kerned = true): SpacedFont | null {
  const bytes = readFileSync(path);
  const font = parse(new Uint8Array(bytes).slice().buffer);
  const k = 1000 / font.unitsPerEm;
  const rows = KNOWN.flatMap((char) => {
    const glyph = font.charToGlyph(char);
    if (!glyph || glyph.index === 0) return [];
    const polygons = polygonsOf(glyph.getPath(0, 0, 1000).commands as PathCommand[]);
    const profile = profileOf(char, polygons);
    if (!profile) return [];
    const left = Math.min(...polygons.flat().map((p) => p.x));
    return [
      {
        char,
        profile,
        left,
        right: glyph.advanceWidth * k - left - profile.width,
        advance: glyph.advanceWidth,
      },
    ];
  });
  if (!rows.some((r) => r.char === 'n')) return null;
  const withKerning = (kerning: ReadonlyMap<string, number>): SpacedFont => ({
    name,
    letters: rows.map((r) => r.profile),
    left: rows.map((r) => r.left),
    right: rows.map((r) => r.right),
    kerning,
    space: font.charToGlyph(' ').advanceWidth * k,
  });
  if (!kerned) return withKerning(new Map());
  const shaper = new hb.Font(new hb.Face(new hb.Blob(unwoff(bytes))));
  const off = PLAIN.map((tag) => new hb.Feature(tag, 0));
  const kerning = new Map<string, number>();
  const core = rows.filter((r) => CORE.includes(r.char));
  for (const a of core)
    for (const b of core) {
      const buffer = new hb.Buffer();
      buffer.addText(a.char + b.char);
      buffer.guessSegmentProperties();
      hb.shape(shaper, buffer, off);
      const at = buffer.getGlyphPositions();
      if (at.length === 2) {
        const value = at[0]!.xAdvance + (at[1]!.xOffset ?? 0) - (at[0]!.xOffset ?? 0) - a.advance;
        if (value !== 0) kerning.set(a.char + b.char, value * k);
      }
    }
  return withKerning(kerning);
}

/** Font files in a folder of unpacked @fontsource packages: [family and weight, path]. */
export function fontFiles(folder: string, weights: readonly number[] = [400, 700]): [string, string][] {
  return readdirSync(folder)
    .sort()
    .flatMap((family) =>
      weights.flatMap((weight): [string, string][] => {
        const path = join(folder, family, 'files', `${family}-latin-${weight}-normal.woff`);
        return existsSync(path) ? [[`${family} ${weight}`, path]] : [];
      }),
    );
}
