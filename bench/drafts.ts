/**
 * Drafts of missing letters: from open handwriting fonts each letter is taken out in turn and made again of the others; how far the draft's
 * outline lies from the true one, beside the same letter of the nearest of all other open fonts here, brought to the hand's height.
 * node scripts/bench.mjs drafts [--write] [--ways]
 */
import { readdirSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { brotliDecompressSync } from 'node:zlib';
import { openableFont } from '../core/fonts/open/anyFont';
import { scaling, translation } from '../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../core/foundations/geometry/contour';
import { contoursBox, flattenContour } from '../core/foundations/geometry/measure';
import { ChordGrid, chordsOf } from '../core/outlines/outline/flat';
import { drawnOf } from '../core/project/document/queries/lookups';
import { handOf, type Hand } from '../core/project/document/signs/hand/hand';
import { madeBy, waysTo } from '../core/project/document/signs/hand/handDrafts';
import type { Doc } from '../core/project/document/schema';
import { writeTable } from './writeTable';

const PACKAGES = join(
  dirname(createRequire(import.meta.url).resolve('@fontsource/karla/package.json')),
  '..',
);

/** Fonts of handwriting among those that are here; the others are only compared with. */
const HANDS = ['caveat', 'crafty-girls', 'dekko', 'mynerve', 'neucha', 'waiting-for-the-sunrise'];
const GROUPS: readonly (readonly [string, string])[] = [
  ['small letters', 'abcdefghijklmnopqrstuvwxyz'],
  ['capitals', 'ABCDEFGHIJKLMNOPQRSTUVWXYZ'],
  ['figures', '0123456789'],
  ['points', '.,!?\'"()-&'],
  ['signs', '#$%*<>[]^~@{}¢£¥§¶©€†æœÆŒßþÞð'],
];
const SMALL = /[a-z.,\-æœßþð¢~]/;

interface Font {
  readonly name: string;
  readonly doc: Doc;
  readonly xHeight: number;
  readonly capHeight: number;
}

const outlineOf = (doc: Doc, char: string): readonly Contour[] =>
  drawnOf(doc, char.codePointAt(0) ?? 0)?.contours ?? [];
const topOf = (doc: Doc, char: string): number => contoursBox(outlineOf(doc, char))?.yMax ?? 1;

function fontOf(name: string): Font | null {
  const path = join(PACKAGES, name, 'files', `${name}-latin-400-normal.woff2`);
  const opened = openableFont(new Uint8Array(readFileSync(path)), brotliDecompressSync);
  const made = opened.ok ? opened.value.open({ id: name, family: name, nowMs: 0 }) : null;
  if (!made?.ok) return null;
  const { doc } = made.value;
  return { name, doc, xHeight: topOf(doc, 'x'), capHeight: topOf(doc, 'H') };
}

/** The document without a letter, and without what is made of it. */
function withoutLetter(doc: Doc, char: string): Doc {
  const gone = drawnOf(doc, char.codePointAt(0) ?? 0)?.id;
  const glyphs = Object.fromEntries(
    Object.values(doc.glyphs)
      .filter((g) => g.id !== gone && !g.components.some((c) => c.glyphId === gone))
      .map((g) => [g.id, g]),
  );
  return { ...doc, glyphs };
}

/** Mean distance of two outlines, both ways, u of 1000 an em; moved aside as they fit best: by their left edges, right edges or middles. */
function distanceOf(a: readonly Contour[], b: readonly Contour[], perEm: number): number {
  const [p, q] = [contoursBox(a), contoursBox(b)];
  if (!p || !q) return Infinity;
  const [left, right] = [p.xMin - q.xMin, p.xMax - q.xMax];
  const grid = new ChordGrid(chordsOf(a, 0.5));
  const points = (cs: readonly Contour[]) => cs.flatMap((c) => even(flattenContour(c, 0.5)));
  const of = (x: number) => {
    const moved = transformContours(b, translation(x, 0));
    const other = new ChordGrid(chordsOf(moved, 0.5));
    const there = mean(points(moved).map((s) => grid.nearest(s).distance));
    return (there + mean(points(a).map((s) => other.nearest(s).distance))) / 2;
  };
  return (Math.min(of(left), of(right), of((left + right) / 2)) * 1000) / perEm;
}

const mean = (list: readonly number[]) => list.reduce((x, y) => x + y, 0) / Math.max(1, list.length);
const median = (list: readonly number[]) => [...list].sort((x, y) => x - y)[list.length >> 1] ?? NaN;

/** Points about 10 u apart along a closed polygon. */
function even(polygon: readonly { readonly x: number; readonly y: number }[]) {
  return polygon.flatMap((p, i) => {
    const q = polygon[(i + 1) % polygon.length] ?? p;
    const steps = Math.max(1, Math.round(Math.hypot(q.x - p.x, q.y - p.y) / 10));
    return Array.from({ length: steps }, (_, k) => ({
      x: p.x + ((q.x - p.x) * k) / steps,
      y: p.y + ((q.y - p.y) * k) / steps,
    }));
  });
}

interface Tried {
  readonly char: string;
  readonly draft: number;
  readonly nearest: number;
}

/** What each way of a letter comes to, by "letter of needs". */
const byWay = new Map<string, number[]>();

function tried(font: Font, char: string, others: readonly Font[], hand: Hand): Tried | null {
  const truth = outlineOf(font.doc, char);
  const { unitsPerEm } = Object.values(font.doc.project)[0] ?? { unitsPerEm: 1000 };
  if (truth.length === 0) return null;
  let first: number | null = null;
  for (const recipe of waysTo(char)) {
    if (![...recipe.needs].every(hand.has)) continue;
    const made = madeBy(hand, char, recipe);
    if (!made) continue;
    const off = distanceOf(truth, made.contours, unitsPerEm);
    first ??= off;
    const key = `${char} of ${recipe.needs || 'pen'}`;
    byWay.set(key, [...(byWay.get(key) ?? []), off]);
  }
  if (first === null) return null;
  const theirs = others.map((o) => {
    const k = SMALL.test(char) ? font.xHeight / o.xHeight : font.capHeight / o.capHeight;
    const outline = outlineOf(o.doc, char);
    return outline.length === 0
      ? Infinity
      : distanceOf(truth, transformContours(outline, scaling(k)), unitsPerEm);
  });
  return { char, draft: first, nearest: Math.min(...theirs) };
}

export function main(args: readonly string[]): void {
  const fonts = readdirSync(PACKAGES).flatMap((name) => fontOf(name) ?? []);
  const all = new Map<string, Tried[]>(GROUPS.map(([group]) => [group, []]));
  for (const font of fonts.filter((f) => HANDS.includes(f.name))) {
    const others = fonts.filter((f) => f !== font);
    for (const [group, chars] of GROUPS)
      for (const char of chars) {
        const hand = handOf(withoutLetter(font.doc, char));
        const made = hand && tried(font, char, others, hand);
        if (made) all.get(group)?.push(made);
      }
    process.stderr.write(`${font.name}\n`);
  }
  const rows = [...all].map(([group, list]) => {
    const nearer = list.filter((t) => t.draft < t.nearest).length;
    const u = (v: number) => v.toFixed(1);
    return `| ${group} | ${list.length} | ${u(median(list.map((t) => t.draft)))} | ${u(mean(list.map((t) => t.draft)))} | ${u(median(list.map((t) => t.nearest)))} | ${Math.round((100 * nearer) / Math.max(1, list.length))} % |`;
  });
  const table = [
    '| drafts of | tried | median u | mean u | nearest other font, median u | nearer than that |',
    '| --- | --- | --- | --- | --- | --- |',
    ...rows,
  ].join('\n');
  if (args.includes('--ways'))
    for (const [key, list] of byWay)
      process.stdout.write(`${key}: ${mean(list).toFixed(1)} (${list.length})\n`);
  writeTable('drafts', table, args.includes('--write'));
}
