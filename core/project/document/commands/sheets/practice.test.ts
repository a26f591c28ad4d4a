import { byName } from '../../../../testing/named';
import { liftedSheet } from '../../../../testing/liftedSheet';
import { takePractice } from './practice';
import { edit } from '../../inStep/edit';
import { newProject } from '../../newProject';
import type { Doc } from '../../schema';

const facts = (widthPx: number) => ({
  pictureId: `x${widthPx}`,
  originalId: `y${widthPx}`,
  widthPx,
  heightPx: 600,
  code: 'OGP1',
  expected: 'ABC',
  capLinePx: 100,
  name: 'page.jpg',
});
const taken = (doc: Doc, widthPx: number, letters: string, crossedOut: string[] = []): Doc =>
  edit(doc, takePractice(doc, 's', facts(widthPx), { ...liftedSheet(letters), crossedOut })!).doc;

test('a box that is empty on a better photograph of a practice page takes no letter away', () => {
  const first = taken(newProject('p', 'P', 0), 800, 'ABC');
  const better = taken(first, 1600, 'AC');
  expect(byName(better).B).toBeDefined();
  expect(byName(better).B!.id).toBe(byName(first).B!.id);
  const piece = (doc: Doc) => Object.values(doc.pieces).find((p) => p.char === 'B')!;
  // The new picture is twice as large, and so is what is kept beside its letters.
  expect(piece(better).box.width).toBeCloseTo(2 * piece(first).box.width, 6);
  expect(piece(better).baselineY).toBeCloseTo(2 * piece(first).baselineY, 6);
});

test('a box that is crossed out on it does', () => {
  const first = taken(newProject('p', 'P', 0), 800, 'ABC');
  expect(byName(taken(first, 800, 'AC', ['B'])).B).toBeUndefined();
});
