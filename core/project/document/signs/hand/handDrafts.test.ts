/**
 * Drafts of missing letters in a hand. Held against letters that open fonts of handwriting have (the packages of @fontsource named below),
 * taken out and made again; how far drafts lie from them on average is the business of the bench.
 */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openableFont } from '../../../../fonts/open/anyFont';
import { contourArea, contoursBox } from '../../../../foundations/geometry/measure';
import { crossingsOf } from '../../../../outlines/outline/crossings';
import { stemOf } from '../../../../outlines/dress/stems';
import { stemLeanDeg } from '../../../../outlines/dress/lean';
import { BASIC_BILL, BILLS } from '../../../../type/names/bills';
import { openFontPath } from '../../../../../testing/openFonts';
import { sampleProject } from '../../../../testing/sampleProject';
import { applyDiff, reverseDiff } from '../../changes/diff';
import { edit } from '../../inStep/edit';
import { acceptDrafts } from '../../commands/signs/drafts';
import { completeList, putHandDrafts } from '../../commands/signs/putDrafts';
import { drawnOf } from '../../queries/lookups';
import type { Doc } from '../../schema';
import { handDraft, waysTo } from './handDrafts';
import { handOf } from './hand';
import { expectedWidth } from './usualWidths';
import { handDraftsOf, wantedOfHand } from './wanted';

const docs = new Map<string, Doc>();

/** An open font's letters as a project, without some characters and without what is made of parts. */
function handWithout(name: string, without: string): Doc {
  const font = openableFont(new Uint8Array(readFileSync(openFontPath(name))), brotliDecompressSync);
  const opened = font.ok ? font.value.open({ id: name, family: name, nowMs: 0 }) : font;
  if (!opened.ok) throw new Error(`${name} does not open`);
  const doc = docs.get(name) ?? opened.value.doc;
  docs.set(name, doc);
  const keep = new Set([...BASIC_BILL].filter((c) => !without.includes(c)));
  const kept = Object.values(doc.glyphs).filter((g) =>
    g.codePoints.some((cp) => keep.has(String.fromCodePoint(cp)) || cp === 0x20),
  );
  return {
    ...doc,
    glyphs: Object.fromEntries(kept.map((g) => [g.id, { ...g, components: [] }])),
    features: {},
    kerning: {},
    groups: {},
  };
}

const MISSING = 'JQq7.,:;!?\'"()&-';
const HANDS = ['caveat', 'dekko', 'neucha', 'waiting-for-the-sunrise'];

test.each(HANDS)(
  '%s: what a page lacks is drafted as high, as thick and as slanted as the hand writes',
  (name) => {
    const doc = handWithout(name, MISSING);
    const hand = handOf(doc)!;
    expect(hand).not.toBeNull();
    const near = (value: number, wanted: number) =>
      expect(Math.abs(value - wanted)).toBeLessThan(0.12 * hand.capHeight);
    const high = { J: hand.capHeight, Q: hand.capHeight, q: hand.xHeight, '7': hand.figure };
    for (const [char, top] of Object.entries(high)) {
      const made = handDraft(doc, char)!;
      near(contoursBox(made.contours)!.yMax, top);
      expect(crossingsOf(made.contours)).toEqual([]);
    }
    near(contoursBox(handDraft(doc, 'q')!.contours)!.yMin, hand.descender);
    const q = handDraft(doc, 'q')!;
    const [stem, lean] = [stemOf(q.contours, 'upright'), stemLeanDeg(q.contours)];
    const own = stemLeanDeg(drawnOf(doc, 'l'.codePointAt(0)!)!.contours);
    if (stem !== null) expect(Math.abs(stem - hand.stem)).toBeLessThan(0.35 * hand.stem);
    if (lean !== null && own !== null) expect(Math.abs(lean - own)).toBeLessThan(7);
  },
);

test('each draft says what it was made of: bowls and stems of letters, or the pen alone', () => {
  const doc = handWithout('neucha', MISSING);
  expect(handDraft(doc, 'q')!.madeOf).toBe('gl');
  expect(handDraft(doc, '7')!.madeOf).toBe('');
  expect(handDraft(doc, 'Q')!.madeOf).toBe('O');
  // Without its letters another way is taken.
  expect(handDraft(handWithout('neucha', `${MISSING}g`), 'q')!.madeOf).toBe('dl');
  expect(handDraft(handWithout('neucha', `${MISSING}gl`), 'q')!.madeOf).toBe('d');
});

test.each([
  ['caveat', MISSING],
  ['neucha', ''],
])(
  '%s: Western European is reached in one step from the basic letters, also from a page that lacks some of them (%s)',
  (name, without) => {
    const western = BILLS.find((b) => b.id === 'western')!.characters;
    const doc = handWithout(name, without);
    const made = handDraftsOf(doc, wantedOfHand(doc, western));
    const done = completeList(doc, western, made)!;
    expect([...western].filter((c) => !drawnOf(done.doc, c.codePointAt(0)!)).join('')).toBe('');
    expect(applyDiff(done.doc, reverseDiff(done.diff))).toEqual(doc);
    // What was drawn is as it was, and all that wasn't says that it is a draft or follows its letter.
    for (const g of Object.values(doc.glyphs)) expect(done.doc.glyphs[g.id]?.contours).toBe(g.contours);
    const fresh = Object.values(done.doc.glyphs).filter((g) => !doc.glyphs[g.id] && g.contours.length > 0);
    expect(fresh.filter((g) => !g.draft && g.components.length === 0)).toEqual([]);
  },
);

test('every way to every character makes an outline without crossings', () => {
  const doc = handWithout('dekko', '');
  const hand = handOf(doc)!;
  const bad: string[] = [];
  for (const char of BASIC_BILL + '#$%*<>[]^{}~@£§¶ßþðæœÆŒµ©®™€¥¢')
    for (const way of waysTo(char)) {
      if (![...way.needs].every(hand.has)) continue;
      const made = way.make(hand);
      if (made.length === 0 || crossingsOf(made).length > 0 || made.some((c) => !c.closed))
        bad.push(`${char} of ${way.needs}`);
    }
  expect(bad).toEqual([]);
});

test('cutting and joining leave no specks: looped capitals of a hand, put together to Æ, made one', () => {
  const doc = handWithout('crafty-girls', MISSING);
  const { stem } = handOf(doc)!;
  for (const char of 'ÆŒæœÞþqQ') {
    const small = handDraft(doc, char)!.contours.filter((c) => Math.abs(contourArea(c)) < 0.05 * stem ** 2);
    expect([char, small.length]).toEqual([char, 0]);
  }
});

test('a hand of a few letters says nothing, and drafts are no evidence of it', () => {
  const few = handWithout('dekko', BASIC_BILL.replace(/[abc]/g, ''));
  expect(handOf(few)).toBeNull();
  expect(handDraft(few, 'q')).toBeNull();
  expect(wantedOfHand(few, 'q7')).toEqual([]);
  const doc = handWithout('dekko', '');
  const drafts = {
    ...doc,
    glyphs: Object.fromEntries(Object.values(doc.glyphs).map((g) => [g.id, { ...g, draft: true }])),
  };
  expect(handOf(drafts)).toBeNull();
});

test('a draft never takes the place of what was drawn, nor of what is drawn meanwhile; accepted, it is a letter as others', () => {
  const doc = handWithout('dekko', '7');
  const made = handDraftsOf(doc, ['7']);
  expect(handDraftsOf(doc, wantedOfHand(doc, 'aO0'))).toEqual(new Map());
  const put = edit(doc, putHandDrafts(doc, made)!).doc;
  const seven = drawnOf(put, '7'.codePointAt(0)!)!;
  expect(seven).toMatchObject({ draft: true, madeOf: '' });
  expect(putHandDrafts(put, made)).toBeNull();
  const taken = edit(put, acceptDrafts(put, [seven.id])!).doc;
  expect(taken.glyphs[seven.id]?.draft).toBe(false);
  expect(completeList(sampleProject(), '', new Map())).toBeNull();
});

test('the width of a letter is told by four others of its kind at least', () => {
  const widths: Record<string, number> = { n: 400, o: 410, u: 390, h: 400, e: 396 };
  const of = (c: string) => widths[c] ?? null;
  expect(expectedWidth('m', of)).toBeCloseTo(1.64 * 400, -1);
  expect(expectedWidth('H', of)).toBeNull();
  expect(expectedWidth('m', (c) => (c === 'n' ? 400 : null))).toBeNull();
  expect(expectedWidth('%', of)).toBeNull();
});
