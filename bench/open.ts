/**
 * Fonts opened as projects and cast again, against what went in: open fonts of the registry (@fontsource packages), read by our own readers
 * and set by HarfBuzz (package harfbuzzjs).
 */
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import * as hb from 'harfbuzzjs';
import { compileFont } from '../core/fonts/compile/compileFont';
import { lookAtFont } from '../core/fonts/open/lookAtFont';
import { openFont } from '../core/fonts/open/openFont';
import { readLayout } from '../core/fonts/opentype/read/layout/common';
import { readFont, type FontFile } from '../core/fonts/opentype/read/readFont';
import { buildSfnt, SFNT_CFF, SFNT_TRUETYPE } from '../core/fonts/opentype/sfnt';
import { contoursBox } from '../core/foundations/geometry/measure';
import { NOTDEF, projectOf } from '../core/project/document/newProject';
import { writeTable } from './writeTable';

const PACKAGES = 'node_modules/@fontsource';
const TEXTS = 2000;
const SIDES = ['xMin', 'xMax', 'yMin', 'yMax'] as const;

/** The 400 weight of each script of each package. */
const fontFiles = (): string[] =>
  readdirSync(PACKAGES).flatMap((name) => {
    const files = join(PACKAGES, name, 'files');
    return existsSync(files)
      ? readdirSync(files).filter((f) => f.endsWith('-400-normal.woff2')).map((f) => join(files, f))
      : [];
  }); // prettier-ignore

/** Texts of 1 to 5 letters of the font, some with a mark at the end; the same in every run. */
function texts(font: FontFile): string[] {
  const chars = (kind: RegExp) =>
    [...font.mapping.keys()].map((cp) => String.fromCodePoint(cp)).filter((c) => kind.test(c));
  const [letters, marks] = [chars(/\p{L}|\p{P}|\p{N}/u), chars(/\p{M}/u)];
  if (letters.length === 0) return [];
  let state = 7;
  const one = (of: readonly string[]) => of[(state = (state * 48271) % 2147483647) % of.length] ?? '';
  return Array.from({ length: TEXTS }, (_, i) => {
    const run = Array.from({ length: 1 + (i % 5) }, () => one(letters)).join('');
    return run + (i % 3 === 0 && marks.length > 0 ? one(marks) : '');
  });
}

type Shaper = (text: string, on?: string) => string;

function shaperOf(bytes: Uint8Array): Shaper {
  const font = new hb.Font(new hb.Face(new hb.Blob(bytes)));
  return (text, on) => {
    const buffer = new hb.Buffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    hb.shape(font, buffer, on === undefined ? [] : [new hb.Feature(on, 1)]);
    return buffer
      .getGlyphPositions()
      .map((g) => [g.xAdvance, g.xOffset, g.yOffset].join())
      .join(';');
  };
}

/** Features that texts may ask for: those that are never used by themselves. */
const featuresOf = (font: FontFile): string[] =>
  (['GSUB', 'GPOS'] as const).flatMap((tag) => {
    const bytes = font.tables.get(tag);
    return bytes ? [...new Set(readLayout(bytes, tag).features.map((f) => f.tag))] : [];
  });

/** Furthest that a box moved, em units, and how many characters are gone or have another width. */
function outlinesOf(before: FontFile, after: FontFile) {
  let [furthest, other] = [0, 0];
  for (const [cp, glyph] of before.mapping) {
    const now = after.mapping.get(cp);
    const same = now !== undefined && after.metrics[now]?.advance === before.metrics[glyph]?.advance;
    if (!same) other++;
    const boxes = [before.contours[glyph], now === undefined ? undefined : after.contours[now]].map(
      (c) => c && contoursBox(c),
    );
    const [a, b] = boxes;
    if (a && b) furthest = Math.max(furthest, ...SIDES.map((s) => Math.abs(a[s] - b[s])));
  }
  return { furthest, other };
}

function row(path: string): string | null {
  const bytes = new Uint8Array(readFileSync(path));
  const start = process.cpuUsage();
  const read = readFont(bytes, brotliDecompressSync);
  if (!read.ok) return null;
  const font = read.value;
  const opened = openFont(font, { id: 'opened', family: 'Opened', nowMs: 0 });
  const seen = lookAtFont(font);
  if (!opened.ok || !seen.ok) return null;
  const { doc } = opened.value;
  const { user, system } = process.cpuUsage(start);
  const cast = compileFont(doc, { format: 'ttf', styleId: projectOf(doc).styleId, nowUnixS: 0 });
  const again = readFont(cast);
  if (!again.ok) return null;
  const { furthest, other } = outlinesOf(font, again.value);
  const flavour = font.outlines === 'otf' ? SFNT_CFF : SFNT_TRUETYPE;
  const [was, is] = [shaperOf(buildSfnt(flavour, font.tables)), shaperOf(cast)];
  const list = texts(font);
  const asked = featuresOf(font);
  const on = (i: number) => asked[i % Math.max(1, asked.length)];
  const isSet = font.tables.has('GPOS') || !font.tables.has('kern');
  const differ = isSet ? list.filter((t) => was(t) !== is(t)) : null;
  const askedFor = isSet ? list.flatMap((t, i) => (was(t, on(i)) === is(t, on(i)) ? [] : [`${on(i)} ${t}`])) : null;
  const name = path.replace(/^.*\/|-400-normal\.woff2$/g, '');
  const left = seen.value.leftOut.filter((t) => !t.startsWith('instructions')).join('; ') || 'nothing';
  const cells = [name, font.contours.length, Math.round((user + system) / 1000), other, furthest.toFixed(2), differ?.length ?? 'old table', askedFor?.length ?? 'old table', left];
  process.stderr.write(`${cells.join(' ')} ${JSON.stringify([differ?.slice(0, 3), askedFor?.slice(0, 3)])}\n`);
  return `| ${cells.join(' | ')} |`;
} // prettier-ignore

/** 1,000 letters with kerning, cast and opened again: processor time of opening, ms. */
function thousand(): string {
  const read = readFont(new Uint8Array(readFileSync(fontFiles()[0] ?? '')), brotliDecompressSync);
  const opened = read.ok ? openFont(read.value, { id: 'opened', family: 'Opened', nowMs: 0 }) : read;
  if (!opened.ok) throw new Error('not opened');
  const { doc } = opened.value;
  const drawn = Object.values(doc.glyphs).filter((g) => g.contours.length > 0);
  const glyphs = Array.from({ length: 1000 }, (_, k) => {
    const of = drawn[k % drawn.length];
    if (!of) throw new Error('no letters');
    const id = `letter${k}`;
    return { ...of, id, name: id, codePoints: [0xe000 + k], components: [], contours: of.contours.map(({ of: _, ...c }) => c) };
  });
  const standing = Object.values(doc.glyphs).filter((g) => g.name === NOTDEF);
  const many = { ...doc, glyphs: Object.fromEntries([...standing, ...glyphs].map((g) => [g.id, g])), features: {}, groups: {}, kerning: {} };
  const cast = compileFont(many, { format: 'otf', styleId: projectOf(doc).styleId, nowUnixS: 0 });
  const start = process.cpuUsage();
  const font = readFont(cast);
  const again = font.ok ? openFont(font.value, { id: 'again', family: 'Again', nowMs: 0 }) : font;
  const { user, system } = process.cpuUsage(start);
  if (!again.ok) throw new Error('not opened');
  const cells = ['1,000 letters, cast here', Object.keys(again.value.doc.glyphs).length, Math.round((user + system) / 1000), '-', '-', '-', '-', '-'];
  return `| ${cells.join(' | ')} |`;
} // prettier-ignore

export function main(args: readonly string[]): void {
  const head =
    `| font | glyphs | opened, ms | characters with another width | box off by, u | texts of ${TEXTS} set otherwise | with one feature on | left out, besides instructions |\n` +
    '| --- | ---: | ---: | ---: | ---: | ---: | ---: | --- |';
  const only = args.find((a) => !a.startsWith('--')) ?? '';
  const rows = fontFiles().flatMap((f) => (f.includes(only) ? (row(f) ?? []) : []));
  writeTable('open', [head, ...rows, thousand()].join('\n'), args.includes('--write'));
}
