import { ok } from '../../core/foundations/problems/problem';
import type { Doc } from '../../core/project/document/schema';
import { box } from '../../core/testing/randomOutlines';
import { drawnOf } from '../../core/project/document/queries/lookups';
import { startGlyph } from '../../core/project/document/commands/glyphs/renaming';
import { WorkBench } from '../testing/workBench';
import { createCompleting, useCompleting } from './completing';

const DRAFT = { contours: [box(0, 0, 300, 500)], madeOf: 'dl' };

async function bench(wanted: readonly string[]) {
  const b = new WorkBench();
  const session = await b.open('a');
  const asked: string[] = [];
  let hold: Promise<void> = Promise.resolve();
  const compiler = {
    handWanted: async (styleId: string, list: string) => {
      asked.push(`${styleId}: ${list}`);
      return ok(wanted);
    },
    handDraft: async (_: string, char: string, signal?: AbortSignal) => {
      await hold;
      signal?.throwIfAborted();
      return ok(char === 'x7' ? null : DRAFT);
    },
  };
  const of: Doc[] = [];
  const compilerOf = (doc: Doc) => {
    of.push(doc);
    return { ...compiler, close: () => void asked.push('closed') };
  };
  return {
    b,
    session,
    asked,
    hold: (p: Promise<void>) => (hold = p),
    of,
    ...createCompleting({ ...b.world, compilerOf }),
  };
}

const has = (doc: Parameters<typeof drawnOf>[0], char: string) =>
  drawnOf(doc, char.codePointAt(0)!) !== undefined;

test('missing letters are drafted in the style in hand as one step, and one undo takes all of them back', async () => {
  const t = await bench(['q', '7']);
  const before = t.session.doc;
  await t.draftMissing('q7', false);
  expect(t.asked).toEqual(['regular: q7', 'closed']);
  expect(['q', '7'].map((c) => has(t.session.doc, c))).toEqual([true, true]);
  expect(drawnOf(t.session.doc, 0x71)).toMatchObject({ draft: true, madeOf: 'dl' });
  t.session.undo();
  expect(t.session.doc).toEqual(before);
  expect(useCompleting.getState()).toMatchObject({ total: 0 });
});

test('a letter that is begun and drawn meanwhile stays the artist’s', async () => {
  const t = await bench(['q', '7']);
  let go = () => {};
  t.hold(new Promise((r) => (go = r)));
  const making = t.draftMissing('q7', false);
  t.session.commit(startGlyph(t.session.doc, 'q'));
  const q = Object.values(t.session.doc.glyphs).find((g) => g.codePoints.includes(0x71))!;
  const drawn = { ...q, contours: [box(0, 0, 10, 10)] };
  t.session.commit({ label: 'Draw', changes: [{ table: 'glyphs', id: q.id, before: q, after: drawn }] });
  go();
  await making;
  expect(drawnOf(t.session.doc, 0x71)).toMatchObject({ draft: false, contours: drawn.contours });
  expect(has(t.session.doc, '7')).toBe(true);
});

test('drafts are made of the letters of the project that they were asked for in, and go there, whichever is shown meanwhile', async () => {
  const t = await bench(['q', '7']);
  let go = () => {};
  t.hold(new Promise((r) => (go = r)));
  const asked = t.session.whole;
  const making = t.draftMissing('q7', false);
  await t.b.settle();
  const other = await t.b.open('b');
  const before = other.doc;
  go();
  await making;
  expect(t.of).toEqual([asked]);
  expect(other.doc).toBe(before);
  expect(has(t.session.doc, 'q')).toBe(true);
});

test('a letter that was begun and left empty becomes the draft: its white and its kerning stay, and there is no second one', async () => {
  const t = await bench(['q']);
  t.session.commit(startGlyph(t.session.doc, 'q'));
  const begun = Object.values(t.session.doc.glyphs).find((g) => g.codePoints.includes(0x71))!;
  await t.draftMissing('q', false);
  const now = Object.values(t.session.doc.glyphs).filter((g) => g.codePoints.includes(0x71));
  expect(now).toHaveLength(1);
  expect(now[0]).toMatchObject({ id: begun.id, draft: true, contours: DRAFT.contours });
});

test('drafts that are stopped leave nothing', async () => {
  const t = await bench(['q', '7']);
  const before = t.session.doc;
  let go = () => {};
  t.hold(new Promise((r) => (go = r)));
  const making = t.draftMissing('q7', true);
  await Promise.resolve();
  await Promise.resolve();
  useCompleting.getState().stop?.();
  go();
  await making;
  expect(t.session.doc).toBe(before);
});
