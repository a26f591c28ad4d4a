import { startGlyph } from '../../core/project/document/commands/glyphs/renaming';
import { setKerning } from '../../core/project/document/commands/spacing/kerning';
import { addStyle } from '../../core/project/document/commands/family/addStyle';
import { edit } from '../../core/project/document/inStep/edit';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle } from '../../core/project/document/queries/styles';
import type { Doc } from '../../core/project/document/schema';
import { WorkBench } from '../testing/workBench';
import { createFamily, lettersToRestyle, useStyling } from './family';
import type { ProjectSession } from './session';
import { sessionIn } from './styleSession';

const styleNamed = (doc: Doc, name: string): string =>
  Object.values(doc.styles).find((s) => s.name === name)?.id ?? '';

const BOLD = { name: 'Bold', weightClass: 700, heavier: 30 };
/** A project of a regular and a bold. */
const family = (doc: Doc): Doc => edit(doc, addStyle(doc, BOLD)!).doc;

async function bench(change?: (doc: Doc) => Doc) {
  const b = new WorkBench();
  const session = (await b.open('a', change)) as ProjectSession;
  const taken: string[] = [];
  const made = createFamily({ ...b.world, take: (id) => taken.push(id) });
  return { b, session, taken, ...made };
}

test('a style is made letter by letter as one step, is taken in hand, and one undo takes all of it back', async () => {
  const t = await bench();
  const before = t.session.doc;
  await t.makeStyle(BOLD);
  const bold = styleNamed(t.session.doc, 'Bold');
  expect(t.taken).toEqual([bold]);
  const own = inStyle(t.session.doc, bold);
  expect(Object.keys(own.glyphs)).toHaveLength(Object.keys(before.glyphs).length);
  expect(t.session.doc).toEqual(edit(before, addStyle(before, BOLD)!).doc);
  expect(t.session.getState().history.done).toHaveLength(1);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
  expect(useStyling.getState()).toMatchObject({ done: 0, total: 0 });
});

test('a letter that is edited while the style is being made is in it as it is afterwards', async () => {
  const t = await bench();
  const making = t.makeStyle({ ...BOLD, slantDeg: 8 });
  const H = t.session.doc.glyphs.H!;
  t.session.commit({
    label: 'Draw',
    changes: [{ table: 'glyphs', id: 'H', before: H, after: { ...H, contours: H.contours.slice(0, 1) } }],
  });
  await making;
  const own = inStyle(t.session.doc, styleNamed(t.session.doc, 'Bold'));
  expect(Object.values(own.glyphs).find((g) => g.name === 'H')?.contours).toHaveLength(1);
});

test('a style that is stopped leaves nothing, and a name that is taken meanwhile neither', async () => {
  const t = await bench();
  const before = t.session.doc;
  const making = t.makeStyle(BOLD);
  useStyling.getState().stop?.();
  await making;
  expect(t.session.doc).toBe(before);
  const again = t.makeStyle(BOLD);
  t.session.commit(addStyle(t.session.doc, { ...BOLD, heavier: 4 }));
  const meanwhile = t.session.doc;
  await again;
  expect(t.session.doc).toBe(meanwhile);
});

test('an empty style has only what every font has, and is taken in hand', async () => {
  const t = await bench();
  t.beginStyle({ name: 'Ornaments', weightClass: 400 });
  const own = inStyle(t.session.doc, styleNamed(t.session.doc, 'Ornaments'));
  expect(lettersToRestyle(own).map((g) => g.name)).toEqual(['.notdef']);
  expect(t.taken).toEqual([projectOf(own).styleId]);
});

test('what is worked on in one style stays in it, whichever style is in hand when it comes in', async () => {
  const t = await bench(family);
  const { doc } = t.session;
  const [regular, bold] = ['Regular', 'Bold'].map((n) => styleNamed(doc, n));
  const inBold = sessionIn(t.session, bold!);
  expect(sessionIn(t.session, bold!)).toBe(inBold);
  // A gesture of Bold's bench that is worked out while Regular is shown and edited.
  const later = inBold.later(
    'Begin',
    () => undefined,
    () => Promise.resolve(startGlyph(inBold.doc, 'Q')),
  );
  const inRegular = sessionIn(t.session, regular!);
  inRegular.commit(setKerning(inRegular.doc, 'H', 'H', -10));
  await later;
  const { doc: after } = t.session;
  expect(Object.values(inStyle(after, bold!).glyphs).some((g) => g.name === 'Q')).toBe(true);
  expect(inStyle(after, regular!).glyphs).toEqual(inStyle(doc, regular!).glyphs);
  expect(projectOf(after).styleId).toBe(projectOf(doc).styleId);
  expect(inBold.whole).toBe(after);
  expect(inBold.getState().doc).toBe(inStyle(after, bold!));
});
