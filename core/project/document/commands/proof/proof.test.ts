import { edit } from '../../inStep/edit';
import { newProject, projectOf } from '../../newProject';
import type { Doc } from '../../schema';
import { blankGlyph } from '../../newProject';
import { addStyle } from '../family/addStyle';
import { removeGlyphs } from '../glyphs/removing';
import { nth } from '../../../../foundations/lists/nth';
import { inStyle } from '../../queries/styles';
import { notesOf, pinNote } from './notes';
import { addOwnProof, changeOwnProof, FIRST_PROOF, ownProofs, removeOwnProof, setProofText } from './texts';
import type { ProjectDiff } from '../../changes/diff';

function start(): Doc {
  const base = newProject('p', 'Proofs', 0);
  const rows = ['a', 'b'].map((c) => blankGlyph(c, c, [c.charCodeAt(0)]));
  return { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
}
const done = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing changed');
  return edit(doc, diff).doc;
};

test('pages of one’s own: the first shows the running line until something is typed on it, further ones come and go', () => {
  let doc = start();
  expect(ownProofs(doc).map((p) => p.text)).toEqual([projectOf(doc).runningText]);
  doc = done(doc, changeOwnProof(doc, FIRST_PROOF, { text: 'Eels' }));
  const added = addOwnProof(doc, 'Barley');
  doc = done(doc, added.diff);
  const again = addOwnProof(doc, 'Oats');
  doc = done(doc, again.diff);
  expect(again.id).not.toBe(added.id);
  doc = done(doc, changeOwnProof(doc, added.id, { size: 72 }));
  expect(ownProofs(doc).map((p) => [p.text, p.size])).toEqual([
    ['Eels', 40],
    ['Barley', 72],
    ['Oats', 40],
  ]);
  doc = done(doc, removeOwnProof(doc, added.id));
  expect(ownProofs(doc).map((p) => p.text)).toEqual(['Eels', 'Oats']);
  expect(removeOwnProof(doc, FIRST_PROOF)).toBeNull();
  expect(changeOwnProof(doc, 'gone', { text: 'x' })).toBeNull();
});

test('words of a place of a proof are changed, and come back as they were at first', () => {
  const doc = done(start(), setProofText(start(), 'label/name', 'Rolled oats'));
  expect(projectOf(doc).proofTexts).toEqual({ 'label/name': 'Rolled oats' });
  expect(setProofText(doc, 'label/name', 'Rolled oats')).toBeNull();
  expect(projectOf(done(doc, setProofText(doc, 'label/name', null))).proofTexts).toEqual({});
});

test('a note stays pinned to its letter until it is taken off, goes with it, and isn’t copied into a further style', () => {
  const doc = done(start(), pinNote(start(), 'a', { text: ' too wide ', page: 'letter' }));
  expect(notesOf(doc).map((n) => [n.glyph.id, n.text, n.page])).toEqual([['a', 'too wide', 'letter']]);
  expect(pinNote(doc, 'a', { text: 'too wide', page: 'poem' })).toBeNull();
  const family = done(doc, addStyle(doc, { name: 'Bold', weightClass: 700, heavier: 10 }));
  const bold = nth(
    Object.values(family.styles).filter((s) => s.name === 'Bold'),
    0,
  );
  expect(notesOf(inStyle(family, bold.id))).toEqual([]);
  expect(notesOf(done(doc, pinNote(doc, 'a', { text: '', page: 'letter' })))).toEqual([]);
  expect(notesOf(done(doc, removeGlyphs(doc, ['a'])))).toEqual([]);
});
