/** What is said of forms in words, held against HarfBuzz (package harfbuzzjs) shaping the same words with the font that is cast. */
import { shape } from '../../../testing/outsideReaders';
import { letAppear } from '../../project/document/commands/features/appear';
import { changeRule, removeRule } from '../../project/document/commands/features/rules';
import { setBounce, takeTurns } from '../../project/document/commands/features/turns';
import { beginLigature, copyForm, deriveForms } from '../../project/document/commands/glyphs/forms';
import { edit } from '../../project/document/inStep/edit';
import { blankGlyph, newProject } from '../../project/document/newProject';
import { kerningBetween } from '../../project/document/queries/kerning';
import { formsOf, rulesInOrder } from '../../project/document/queries/forms';
import type { Doc, GlyphRow } from '../../project/document/schema';
import { nth } from '../../foundations/lists/nth';
import { rect } from '../../testing/shapes';
import { compileFont } from './compileFont';
import { formInWords, heldBack, textsFor } from './formInWords';
import { repeatsIn } from './repeats';

const TALL = 'bdfhkl';
const letter = (char: string): GlyphRow => ({
  ...blankGlyph(char, char, [char.codePointAt(0)!]),
  contours: [rect(0, 0, 300, TALL.includes(char) ? 750 : 500)],
});

/** Small letters, and a d with a bar that reaches far over what follows at the height of ascenders. */
function withSwash(): Doc {
  const base = newProject('forms', 'Forms', 0);
  const swash = {
    ...blankGlyph('d.swsh', 'd.swsh', []),
    contours: [rect(0, 0, 300, 500), rect(300, 600, 1100, 700)],
    bearings: { left: 50, right: -750 },
  };
  const glyphs = [...[...'abcdefghijklmnopqrstuvwxyz'].map(letter), swash];
  const doc = { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(glyphs.map((g) => [g.id, g])) } };
  return edit(doc, letAppear(doc, 'd.swsh', { kind: 'ends', at: 'word-end' })!).doc;
}

const cast = (doc: Doc) => compileFont(doc, { format: 'otf', styleId: 'regular', nowUnixS: 0 });
const set = (bytes: Uint8Array, text: string) => shape(bytes, text, true).map((g) => g.name);
const WORDS = [
  'mad',
  'red',
  'dale',
  'add',
  'odd',
  'hand',
  'edge',
  'bed',
  'hull',
  'mill',
  'eel',
  'race',
  'fill',
  'lee',
  'kin',
  'bell',
];

test('words in which a swash stands, and those in which it holds back, are those of HarfBuzz', () => {
  const doc = withSwash();
  const bytes = cast(doc);
  const texts = [...textsFor(doc, 'd.swsh', WORDS)];
  expect(texts.every((t) => t.split(' ')[0]!.endsWith('d'))).toBe(true);
  const { stands, stays } = formInWords(doc, 'd.swsh', texts);
  expect(stands).toContain('mad');
  expect(stays.length).toBeGreaterThan(0);
  for (const text of texts) {
    const swung = set(bytes, text).includes('d.swsh');
    expect([text, swung]).toEqual([text, stands.includes(text)]);
    expect([text, swung]).toEqual([text, !stays.includes(text)]);
  }
});

test('a swash holds back before what stands tall beyond the space; one neighbour that is overruled lets it stand, as HarfBuzz sets it', () => {
  const doc = withSwash();
  const row = nth(rulesInOrder(doc), 0);
  const beyond = heldBack(doc, row).filter((h) => h.where === 'beyond a space');
  expect(beyond.map((h) => h.beside).sort()).toEqual([...TALL]);
  expect(set(cast(doc), 'mad hull')).not.toContain('d.swsh');
  if (row.rule.kind !== 'ends') throw new Error('not that rule');
  const rule = { ...row.rule, despite: [{ from: 'd', beside: 'h' }] };
  const overruled = edit(doc, changeRule(doc, row.id, rule)!).doc;
  const bytes = cast(overruled);
  expect(set(bytes, 'mad hull')).toContain('d.swsh');
  expect(set(bytes, 'mad bull')).not.toContain('d.swsh');
  expect(heldBack(overruled, nth(rulesInOrder(overruled), 0)).map((h) => h.beside)).not.toContain('h');
});

test('a swash that reaches over a low neighbour holds back where the letter behind that one would be hit, on both sides', () => {
  const doc = withSwash();
  const bytes = cast(doc);
  for (const [text, stands] of [
    ['mad aeon', true],
    ['mad ahem', false],
    ['mad able', false],
    ['mad asks', true],
  ] as const)
    expect([text, set(bytes, text).includes('d.swsh')]).toEqual([text, stands]);
  // One that reaches back over its own word: the letter before it is low, the one before that is hit.
  const back = {
    ...blankGlyph('g.back', 'g.back', []),
    contours: [rect(0, 0, 300, 500), rect(-500, 600, 0, 700)],
    bearings: { left: -450, right: 50 },
  };
  const more = { ...doc, glyphs: { ...doc.glyphs, 'g.back': back, t: letter('t') } };
  const ruled = edit(more, letAppear(more, 'g.back', { kind: 'ends', at: 'word-end' })!).doc;
  const own = cast(ruled);
  expect(set(own, 'song')).toContain('g.back');
  expect(set(own, 'hung')).toContain('g.back');
  expect(set(own, 'slug')).not.toContain('g.back');
  expect(set(own, 'slog')).not.toContain('g.back');
});

test('a swash that clears a letter holds back where it would hit the mark on that letter, on both sides', () => {
  const doc = withSwash();
  const acute = {
    ...blankGlyph('acutecomb', 'acutecomb', [0x301]),
    contours: [rect(0, 560, 80, 760)],
    anchors: [{ name: '_top', x: 40, y: 500 }],
  };
  const back = {
    ...blankGlyph('g.back', 'g.back', []),
    contours: [rect(0, 0, 300, 500), rect(-300, 600, 0, 700)],
    bearings: { left: -250, right: 50 },
  };
  const carrying = (char: string) => ({ ...letter(char), anchors: [{ name: 'top', x: 150, y: 500 }] });
  const rows = [acute, back, carrying('e'), carrying('n')];
  const more = { ...doc, glyphs: { ...doc.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
  const bytes = cast(edit(more, letAppear(more, 'g.back', { kind: 'ends', at: 'word-end' })!).doc);
  for (const [text, form, stands] of [
    ['mad eel', 'd.swsh', true],
    ['mad e\u0301el', 'd.swsh', false],
    ['mad s\u0301ea', 'd.swsh', true],
    ['sing', 'g.back', true],
    ['sin\u0301g', 'g.back', false],
  ] as const)
    expect([text, set(bytes, text).includes(form)]).toEqual([text, stands]);
});

test('a form joins the rule that says the same; taken out, a rule that is left with nothing goes', () => {
  let doc = withSwash();
  doc = edit(doc, copyForm(doc, 'e', 'e.fina')!).doc;
  const e = formsOf(doc, doc.glyphs.e!).others[0]!;
  doc = edit(doc, letAppear(doc, e.id, { kind: 'ends', at: 'word-end' })!).doc;
  expect(rulesInOrder(doc)).toHaveLength(1);
  expect(letAppear(doc, e.id, { kind: 'ends', at: 'word-end' })).toBeNull();
  doc = edit(doc, letAppear(doc, e.id, { kind: 'beside', after: ['a', 'b'], before: [] })!).doc;
  doc = edit(doc, letAppear(doc, e.id, { kind: 'exchange', feature: 'ss01', label: 'Ends' })!).doc;
  doc = edit(doc, letAppear(doc, e.id, { kind: 'language', languages: ['TRK'] })!).doc;
  expect(rulesInOrder(doc).map((f) => f.rule.kind)).toEqual(['ends', 'beside', 'exchange', 'language']);
  const bytes = cast(doc);
  expect(set(bytes, 'aex')).toEqual(['a', e.name, 'x']);
  expect(set(bytes, 'cex')).toEqual(['c', 'e', 'x']);
  expect(shape(bytes, 'cex', true, { ss01: 1 }).map((g) => g.name)).toEqual(['c', e.name, 'x']);
  expect(shape(bytes, 'cex', true, {}, 'tr').map((g) => g.name)).toEqual(['c', e.name, 'x']);
  // A letter is no form of itself.
  expect(letAppear(doc, 'e', { kind: 'turns' })).toBeNull();
});

test('with two derived drawings each that take turns no drawing stands beside itself in any word, and “committee” has six different pairs', () => {
  let doc = withSwash();
  const ids = [...'abcdefghijklmnopqrstuvwxyz'];
  doc = edit(doc, deriveForms(doc, ids, { count: 2, amount: 0.6 })!).doc;
  expect(deriveForms(doc, ids, { count: 2, amount: 0.6 })).toBeNull();
  const before = repeatsIn(doc, 'committee eel mill hull');
  expect(before.beside).toEqual(['committee', 'eel', 'mill', 'hull']);
  doc = edit(doc, takeTurns(doc, 5)!).doc;
  const text = 'committee eel mill hull add odd';
  expect(repeatsIn(doc, text)).toEqual({ words: 6, again: [], beside: [] });
  const bytes = cast(doc);
  for (const word of text.split(' ')) {
    const names = set(bytes, word);
    expect([word, new Set(names).size]).toEqual([word, names.length]);
  }
});

test('a ligature that is begun stands wherever its letters are typed, as wide as they were, and shows them', () => {
  const doc = withSwash();
  const made = edit(doc, beginLigature(doc, ['t', 'h', 'e'])!).doc;
  expect(beginLigature(made, ['t', 'h', 'e'])).toBeNull();
  expect(beginLigature(doc, ['t'])).toBeNull();
  const [joined] = shape(cast(made), 'the', true);
  const apart = shape(cast(doc), 'the', true);
  expect(joined?.name).toBe('t_h_e');
  expect(joined?.advance).toBe(apart.reduce((w, g) => w + g.advance, 0));
  const ligature = Object.values(made.glyphs).find((g) => g.name === 't_h_e')!;
  expect(ligature.draft).toBe(true);
  expect(formInWords(made, ligature.id, ['mouthe', 'then', 'hen']).stands).toEqual(['mouthe', 'then']);
  expect(formsOf(made, made.glyphs.h!).ligatures).toEqual([ligature]);
});

test('further drawings and ligatures are kerned as the letters are whose edges they have, by groups and by pairs', () => {
  let doc = withSwash();
  const group = (id: string, side: 'left' | 'right', of: string) => ({
    id,
    styleId: 'regular',
    side,
    glyphIds: [of],
    fitted: false,
  });
  const pair = (left: string, right: string, value: number) => ({
    id: `${left} ${right}`,
    styleId: 'regular',
    left,
    right,
    value,
    fitted: false,
  });
  doc = {
    ...doc,
    groups: { r: group('r', 'left', 'r'), t: group('t', 'right', 't') },
    kerning: { 'r t': pair('r', 't', -40), 'x e': pair('x', 'e', -25) },
  };
  doc = edit(doc, deriveForms(doc, ['r', 'e'], { count: 1, amount: 0.5 })!).doc;
  doc = edit(doc, beginLigature(doc, ['t', 'r'])!).doc;
  const kern = kerningBetween(doc);
  const id = (name: string) => Object.values(doc.glyphs).find((g) => g.name === name)!.id;
  expect(kern(id('r.alt1'), 't')).toBe(-40);
  expect(kern('x', id('e.alt1'))).toBe(-25);
  expect(kern('r', id('t_r'))).toBe(-40);
  expect(kern(id('t_r'), 't')).toBe(-40);
  expect(kern(id('e.alt1'), 'x')).toBe(0);
});

test('bounce and lean are one rule, changed and taken away by height and degrees', () => {
  const doc = withSwash();
  const bounced = edit(doc, setBounce(doc, { height: 20 })!).doc;
  expect(rulesInOrder(bounced).map((f) => f.rule.kind)).toEqual(['ends', 'bounce']);
  expect(setBounce(bounced, { height: 20 })).toBeNull();
  const lower = edit(bounced, setBounce(bounced, { height: 8 })!).doc;
  expect(rulesInOrder(lower)).toHaveLength(2);
  expect(rulesInOrder(edit(lower, setBounce(lower, { height: 0 })!).doc)).toHaveLength(1);
  expect(setBounce(doc, { height: 0, lean: 0 })).toBeNull();
  expect(removeRule(doc, 'none')).toBeNull();
});
