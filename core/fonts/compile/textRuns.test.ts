import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import type { Doc } from '../../project/document/schema';
import { blankGlyph } from '../../project/document/newProject';
import { lackingIn, textRuns } from './textRuns';

/** A project with a fish that is typed "eel" or "eel pot", beside o, x, H and T. */
function withNames(): Doc {
  const doc = sampleProject();
  const fish = { ...byName(doc).u1F41F!, typed: ['eel', 'eel pot'] };
  return { ...doc, glyphs: { ...doc.glyphs, [fish.id]: fish } };
}

test('letters of a typed name are not told as missing; the longest name is taken, as the font does', () => {
  const doc = withNames();
  const fish = byName(doc).u1F41F!.id;
  expect(textRuns(doc, 'ox eel pot')).toEqual([
    { kind: 'set', text: 'ox ' },
    { kind: 'name', text: 'eel pot', glyphId: fish },
  ]);
  expect(textRuns(doc, 'eel')).toEqual([{ kind: 'name', text: 'eel', glyphId: fish }]);
  expect(lackingIn(doc, 'eel pot, ox')).toEqual([',']);
});

test('half a name is letters that nobody drew, each told once', () => {
  expect(lackingIn(withNames(), 'ee oxl eel')).toEqual(['e', 'l']);
});

test('a letter that was begun and left empty is missing; spaces and joiners never are', () => {
  const doc = sampleProject();
  const empty = { ...doc, glyphs: { ...doc.glyphs, q: blankGlyph('q', 'q', [0x71]) } };
  expect(lackingIn(empty, 'oq x\u00a0\u2003\u200d')).toEqual(['q']);
});

test('all runs together are the text, characters beyond 16 bits whole', () => {
  const text = 'o🐟x𝔸 eel';
  expect(
    textRuns(withNames(), text)
      .map((r) => r.text)
      .join(''),
  ).toBe(text);
  expect(lackingIn(withNames(), text)).toEqual(['𝔸']);
});
