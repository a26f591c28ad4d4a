import { newProject } from '../../core/project/document/newProject';
import { fail, ok } from '../../core/foundations/problems/problem';
import { wholeFont } from './wholeFont';

const doc = newProject('p', 'Paper', 0);
const { signal } = new AbortController();

test('a font that leaves the page is TrueType of the style in hand, and its compiler is let go', async () => {
  const asked: unknown[] = [];
  let closed = 0;
  const bytes = await wholeFont({ doc, whole: doc }, signal, () => ({
    compile: (format, styleId) => (
      asked.push(format, styleId),
      Promise.resolve(ok({ bytes: new Uint8Array([1]), ms: 0 }))
    ),
    close: () => void closed++,
  }));
  expect([...bytes]).toEqual([1]);
  expect(asked).toEqual(['ttf', Object.keys(doc.styles)[0]]);
  expect(closed).toBe(1);
});

test('why a font that was to be printed is not made is told, and its compiler is let go', async () => {
  let closed = 0;
  const made = wholeFont({ doc, whole: doc }, signal, () => ({
    compile: () => Promise.resolve(fail({ code: 'nothing-there' })),
    close: () => void closed++,
  }));
  await expect(made).rejects.toThrow(/\w/);
  expect(closed).toBe(1);
});
