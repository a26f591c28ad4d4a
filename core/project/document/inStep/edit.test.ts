import { box } from '../../../testing/randomOutlines';
import { byName } from '../../../testing/named';
import { sampleProject } from '../../../testing/sampleProject';
import { composeAccents } from '../commands/glyphs/composing';
import { takeCleaned } from '../commands/outline';
import { setBearings } from '../commands/spacing/bearings';
import { setFollows } from '../commands/spacing/follows';
import { setGroupKerning, setKerning } from '../commands/spacing/kerning';
import { changeFitSettings } from '../commands/spacing/fitted';
import { danglingReferences } from '../queries/dangling';
import { applyDiff, reverseDiff, type ProjectDiff } from '../changes/diff';
import { commit, emptyHistory } from '../changes/history';
import { blankGlyph, newProject } from '../newProject';
import type { Doc } from '../schema';
import { edit, editAll } from './edit';

/** Letters e and ´, and é made of both. */
function composed(): Doc {
  const doc = sampleProject();
  const { eacute: _, ...glyphs } = doc.glyphs;
  const e = { ...blankGlyph('e', 'e', [0x65]), contours: [box(0, 0, 300, 480)] };
  const acute = { ...blankGlyph('acute', 'acute', [0xb4]), contours: [box(0, 600, 60, 120)] };
  const groups = { ...doc.groups, '@round': { ...doc.groups['@round']!, glyphIds: ['o'] } };
  const base = { ...doc, groups, glyphs: { ...glyphs, e, acute } };
  return edit(base, composeAccents(base, 'é')!).doc;
}

const remove = (doc: Doc, id: string): ProjectDiff => ({
  label: 'Remove',
  changes: [{ table: 'glyphs', id, before: doc.glyphs[id]!, after: null }],
});

test('a letter made of e follows when e is cleaned outside the history, as the command line does', () => {
  const doc = composed();
  const wide = [box(0, 0, 360, 480)];
  const cleaned = new Map([['e', { before: doc.glyphs.e!.contours, contours: wide }]]);
  const { doc: after } = edit(doc, takeCleaned(doc, 'simplify', cleaned)!);
  expect(byName(after).eacute!.contours[0]!.nodes).toEqual(wide[0]!.nodes);
});

test('an edit is the same through the history and without it, and is complete: replayed bare it gives the same', () => {
  const doc = composed();
  const diff = setFollows(doc, 'x', 'left', 'e')!;
  const straight = edit(doc, diff);
  expect(commit(doc, emptyHistory, diff).doc).toEqual(straight.doc);
  expect(applyDiff(doc, straight.diff)).toEqual(straight.doc);
  expect(applyDiff(straight.doc, reverseDiff(straight.diff))).toEqual(doc);
  expect(edit(doc, straight.diff).doc).toEqual(straight.doc);
});

test('a glyph that goes takes nothing with it that points at it: kerning, groups, followers, parts, the reference pair', () => {
  let doc = composed();
  for (const make of [
    (d: Doc) => setKerning(d, 'T', 'e', -30),
    (d: Doc) => setGroupKerning(d, 'x', 'e', -12),
    (d: Doc) => setFollows(d, 'x', 'left', 'e'),
    (d: Doc) => changeFitSettings(d, { reference: { left: 'e', right: 'x', white: 40 } }),
  ])
    doc = edit(doc, make(doc)!).doc;
  const outline = byName(doc).eacute!.contours;
  const { doc: after, diff } = edit(doc, remove(doc, 'e'));
  expect(danglingReferences(after)).toEqual([]);
  expect(byName(after).eacute!.contours.map((c) => c.nodes)).toEqual(outline.map((c) => c.nodes));
  expect(after.glyphs.x!.bearings).toEqual(doc.glyphs.x!.bearings);
  expect(applyDiff(after, reverseDiff(diff))).toEqual(doc);
});

test('the space that doesn’t break is as wide as the word space, however that is narrowed; one with ink stays', () => {
  const doc = newProject('p', 'P', 0);
  const { space, uni00A0 } = byName(doc);
  const { doc: after } = edit(doc, setBearings(doc, space!.id, { left: 90, right: 90 })!);
  expect(byName(after).uni00A0!.bearings).toEqual({ left: 90, right: 90 });
  const inked = {
    ...doc,
    glyphs: { ...doc.glyphs, [uni00A0!.id]: { ...uni00A0!, contours: [box(0, 0, 9, 9)] } },
  };
  const { doc: other } = edit(inked, setBearings(inked, space!.id, { left: 90, right: 90 })!);
  expect(byName(other).uni00A0!.bearings).toEqual(uni00A0!.bearings);
});

test('several commands make one edit, each on what those before it left', () => {
  const doc = composed();
  const all = editAll(doc, 'Both', [
    (d) => setKerning(d, 'T', 'e', -30),
    () => null,
    (d) => setKerning(d, 'T', 'x', d.kerning['T e']!.value),
  ])!;
  expect(all.diff.label).toBe('Both');
  expect(all.doc.kerning['T x']!.value).toBe(-30);
  expect(applyDiff(doc, all.diff)).toEqual(all.doc);
  expect(editAll(doc, 'Nothing', [() => null])).toBeNull();
});
