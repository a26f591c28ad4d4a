/** Words of scripts that aren't drawn here, set by HarfBuzz (package harfbuzzjs) with two versions of an open font (@fontsource packages). */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import * as hb from 'harfbuzzjs';
import { boxOfPath } from '../../../testing/outsideReaders';
import { openFontPath } from '../../../testing/openFonts';
import type { Doc } from '../../project/document/schema';
import { openFont } from '../open/openFont';
import { readFont } from '../opentype/read/readFont';
import { compareFonts } from './compareFonts';
import { shaperBy } from './harfbuzz';

const shaper = shaperBy(hb);

function opened(name: string, script: string): Doc {
  const font = readFont(new Uint8Array(readFileSync(openFontPath(name, script))), (packed) => brotliDecompressSync(packed));
  const made = font.ok ? openFont(font.value, { id: 'a', family: 'A', nowMs: 0 }) : font;
  if (!made.ok) throw new Error('not opened');
  return made.value.doc;
} // prettier-ignore

const words = 'ខ្មែរ ភាសា ក្រុម';

test('words of a font and itself are the same; a lookup that went is seen in the words that it was for', () => {
  const doc = opened('noto-sans-khmer', 'khmer');
  expect(compareFonts(doc, doc, words, shaper).words).toEqual([]);
  const rules = Object.values(doc.features);
  const without = (table: string): Doc => ({
    ...doc,
    features: Object.fromEntries(rules.filter((f) => !(f.rule.kind === 'carried' && f.rule.table === table)).map((f) => [f.id, f])),
  });
  const set = compareFonts(doc, without('GSUB'), words, shaper).words;
  expect(set.map((w) => w.word)).toContain('ខ្មែរ');
  expect(set.every((w) => w.glyphs !== null)).toBe(true);
  const placed = compareFonts(doc, without('GPOS'), 'កើ កឺ កំ', shaper).words;
  expect(placed.length).toBeGreaterThan(0);
  expect(placed.every((w) => w.glyphs !== null || w.moved > 0 || w.before !== w.after)).toBe(true);
}); // prettier-ignore

test('without a shaper, words are set by our own lookups', () => {
  const doc = opened('karla', 'latin');
  const kernless = { ...doc, kerning: {} };
  const [own, shaped] = [
    compareFonts(doc, kernless, 'AVATAR'),
    compareFonts(doc, kernless, 'AVATAR', shaper),
  ];
  expect(own.words).toHaveLength(1);
  expect(own.words[0]?.before).toBeCloseTo(shaped.words[0]?.before ?? 0, 0);
  expect(own.words[0]?.after).toBeCloseTo(shaped.words[0]?.after ?? 0, 0);
  // Without kerning the word is wider, and so is its ink, by the same: its last letter has one white.
  for (const word of [own.words[0], shaped.words[0]]) {
    const [was, is] = (word?.drawn ?? []).map((path) => boxOfPath(path)[2] ?? 0);
    expect((is ?? 0) - (was ?? 0)).toBeCloseTo((word?.after ?? 0) - (word?.before ?? 0), 0);
    expect(was ?? 0).toBeGreaterThan(1000);
  }
});
