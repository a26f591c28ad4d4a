import { edit } from '../../inStep/edit';
import { newProject, projectOf } from '../../newProject';
import type { ProjectDiff } from '../../changes/diff';
import type { Doc } from '../../schema';
import { addEmptyStyle } from '../family/addStyle';
import { removeStyle } from '../family/styles';
import { proofLook, setProofLook } from './looks';

const done = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing changed');
  return edit(doc, diff).doc;
};

test('a page is set otherwise than the running line, each by itself, and as it is again without a trace', () => {
  const doc = newProject('p', 'Proofs', 0);
  const set = done(doc, setProofLook(doc, 'poster', { features: { ss01: true } }));
  expect(proofLook(set, 'poster').features).toEqual({ ss01: true });
  expect(proofLook(set, 'book').features).toEqual({});
  // A name that all objects have is a page like any other.
  expect(proofLook(set, 'constructor').features).toEqual({});
  expect(setProofLook(set, 'poster', { features: { ss01: true } })).toBeNull();
  const back = done(set, setProofLook(set, 'poster', { features: {} }));
  expect(projectOf(back).proofLooks).toEqual({});
});

test('a page that was set in a style that is gone is set in the one in hand', () => {
  const doc = newProject('p', 'Proofs', 0);
  const family = done(doc, addEmptyStyle(doc, { name: 'Bold', weightClass: 700, italic: false }));
  const bold = Object.values(family.styles).find((s) => s.name === 'Bold')?.id ?? '';
  const set = done(family, setProofLook(family, 'book', { styleId: bold, weight: 500 }));
  expect(proofLook(set, 'book')).toMatchObject({ styleId: bold, weight: 500 });
  const without = done(set, removeStyle(set, bold));
  expect(proofLook(without, 'book')).toMatchObject({ styleId: null, weight: 500 });
});
