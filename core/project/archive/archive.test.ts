import { strFromU8, strToU8, unzipSync, zipSync } from 'fflate';
import { createHash } from 'node:crypto';
import fc from 'fast-check';
import { takeDrawn } from '../document/commands/sheets/drawnHere';
import { addSheet } from '../document/commands/sheets/sheets';
import { addMadeSheet } from '../document/commands/sheets/madeSheets';
import { takePractice } from '../document/commands/sheets/practice';
import { editAll } from '../document/inStep/edit';
import { blankGlyph, newProject } from '../document/newProject';
import type { Doc } from '../document/schema';
import { pictureIdOf } from '../../readers/pictures/pictureId';
import { box } from '../../testing/randomOutlines';
import { sampleProject } from '../../testing/sampleProject';
import { openProjectFile, type ProjectFile } from './readProject';
import { streamProject, writeProjectFile } from './writeProject';

const bytes = (text: string) => strToU8(text);
const PICTURE = bytes('the bytes of a picture');
const ID = pictureIdOf(PICTURE);
const none = { skewRad: 0, capHeightPx: 100, specksDropped: 0, printedLines: 0, pieces: [] };

const withSheet = (pictureId = ID): Doc =>
  editAll(sampleProject(), 'Add', [
    (d) => addSheet(d, { id: 's', name: 'Tide book.png', pictureId, widthPx: 9, heightPx: 9 }),
  ])!.doc;
const opened = (file: Uint8Array): ProjectFile & { problems: readonly { code: string }[] } => {
  const result = openProjectFile(file);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return { ...result.value, problems: result.problems };
};

test('picture ids are SHA-256, by Node’s implementation', () => {
  for (const size of [0, 1, 55, 56, 64, 100_000]) {
    const data = new Uint8Array(size).map((_, i) => i * 7);
    expect(pictureIdOf(data)).toBe(createHash('sha256').update(data).digest('hex'));
  }
});

test('a project comes back exactly, in the same bytes each time', async () => {
  const doc = withSheet();
  const file = await writeProjectFile(doc, new Map([[ID, PICTURE]]));
  const back = opened(file);
  expect(back.doc).toEqual(doc);
  expect(back.pictureIds).toEqual([ID]);
  expect(back.picture(ID)).toEqual(PICTURE);
  expect(back.problems).toEqual([]);
  expect(await writeProjectFile(doc, new Map([[ID, PICTURE]]))).toEqual(file);
});

test('pictures are asked for one at a time, and the file comes in pieces', async () => {
  const other = bytes('another');
  const doc = editAll(withSheet(), 'Add', [
    (d) =>
      addSheet(d, {
        id: 't',
        name: 't',
        pictureId: pictureIdOf(other),
        originalId: ID,
        widthPx: 9,
        heightPx: 9,
      }),
  ])!.doc;
  const log: string[] = [];
  const read = (id: string) => {
    log.push(`read ${id.slice(0, 4)}`);
    return Promise.resolve(id === ID ? PICTURE : other);
  };
  await streamProject(doc, read, () => void log.push('write'));
  expect(log.filter((l) => l !== 'write')).toHaveLength(2);
  expect(log.slice(log.findIndex((l) => l !== 'write') + 1)[0]).toBe('write');
});

test('whatever kinds of sheets a project has, its own file opens', async () => {
  const kinds = ['page', 'practice', 'pictures', 'artwork', 'icons', 'written', 'built'] as const;
  const picture = { pictureId: ID, widthPx: 100, heightPx: 100 };
  const add = (kind: (typeof kinds)[number], id: string) => (doc: Doc) => {
    switch (kind) {
      case 'page':
        return addSheet(doc, { id, name: id, ...picture });
      case 'practice': {
        const facts = { ...picture, originalId: ID, code: id, expected: 'A', capLinePx: 9, name: id };
        return takePractice(doc, id, facts, none);
      }
      case 'written':
      case 'built':
        return takeDrawn(doc, kind, 'xyz'[doc.sheets ? Object.keys(doc.sheets).length % 3 : 0]!, {
          outline: [box(0, 0, 50, 420)],
        });
      default: {
        const sheet = { id, name: id, ...picture, icons: kind === 'icons' };
        return addMadeSheet(doc, { ...sheet, kind: kind === 'pictures' ? 'pictures' : 'artwork' }, none);
      }
    }
  };
  await fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom(...kinds), { minLength: 1, maxLength: 6 }), async (picks) => {
      const made = editAll(
        newProject('p', 'P', 0),
        'Add',
        picks.map((kind, i) => add(kind, `sheet ${i}`)),
      )!;
      const back = opened(await writeProjectFile(made.doc, new Map([[ID, PICTURE]])));
      expect(back.doc).toEqual(made.doc);
      expect(back.problems).toEqual([]);
    }),
    { seed: 15, numRuns: 40 },
  );
});

describe('a file that isn’t whole', () => {
  test.each([
    ['empty', () => new Uint8Array(0), 'file-empty'],
    ['no zip', () => Uint8Array.of(1, 2, 3, 4), 'project-not-zip'],
    ['another zip', () => zipSync({ 'a.txt': bytes('a') }), 'project-not-zip'],
    ['another format', () => zipSync({ 'project.json': bytes('{"format":"x"}') }), 'project-not-zip'],
    ['null', () => zipSync({ 'project.json': bytes('null') }), 'project-not-zip'],
    ['cut data', () => zipSync({ 'project.json': bytes('{"format":"ortho') }), 'project-incomplete'],
  ])('%s: told', (_, file, code) => {
    const result = openProjectFile(file());
    expect(result.ok).toBe(false);
    expect(result.problems[0]!.code).toBe(code);
  });

  test('cut off anywhere, it is told and never throws', async () => {
    const file = await writeProjectFile(withSheet(), new Map([[ID, PICTURE]]));
    for (let n = 1; n < file.length; n += 997) expect(openProjectFile(file.slice(0, n)).ok).toBe(false);
  });

  test('a picture that is missing, or isn’t what it was, is told by its sheet; the project opens', async () => {
    const doc = withSheet();
    const lost = opened(await writeProjectFile(doc, new Map()));
    expect(lost.doc.glyphs).toEqual(doc.glyphs);
    expect(lost.problems).toMatchObject([{ code: 'picture-missing', sheet: 'Tide book.png' }]);
    const other = bytes('a picture that somebody changed');
    const altered = opened(await writeProjectFile(doc, new Map([[ID, other]])));
    expect(altered.problems).toMatchObject([{ code: 'picture-altered', sheet: 'Tide book.png' }]);
    // It is known by what it is, so that it can't take the place of the picture that it says it is.
    expect(altered.doc.sheets.s!.pictureId).toBe(pictureIdOf(other));
    expect(altered.picture(ID)).toBeNull();
  });

  test('a picture that a letter is kept as travels along; one that was lost or changed is told, and its letter is an outline', async () => {
    const box = { x: 1, y: 2, width: 3, height: 4 };
    const before = sampleProject();
    const H = { ...before.glyphs.H!, picture: { pictureId: ID, pieceId: 'p', box } };
    const doc = { ...before, glyphs: { ...before.glyphs, H } };
    const back = opened(await writeProjectFile(doc, new Map([[ID, PICTURE]])));
    expect(back.doc).toEqual(doc);
    expect(back.picture(ID)).toEqual(PICTURE);
    for (const pictures of [new Map(), new Map([[ID, bytes('another')]])]) {
      const lost = opened(await writeProjectFile(doc, pictures));
      expect(lost.doc).toEqual(before);
      expect(lost.problems).toMatchObject([{ code: 'letter-picture-missing', place: { glyph: 'H' } }]);
    }
  });

  test('a picture of an earlier version’s shorter hash gets the one in use now', async () => {
    const file = await writeProjectFile(
      withSheet('00aa11bb22cc33dd'),
      new Map([['00aa11bb22cc33dd', PICTURE]]),
    );
    const back = opened(file);
    expect(back.doc.sheets.s!.pictureId).toBe(ID);
    expect(back.picture(ID)).toEqual(PICTURE);
    expect(back.problems).toEqual([]);
  });

  test('data that unpacks to far more than it is packed in is refused, not unpacked', () => {
    const bomb = zipSync({ 'project.json': new Uint8Array(60e6) }, { level: 9 });
    expect(bomb.length).toBeLessThan(100_000);
    expect(openProjectFile(bomb).problems[0]!.code).toBe('zip-too-large');
  });
});

test('a glyph whose name is a thousand characters long has a file like any other', async () => {
  const doc = sampleProject();
  const long = blankGlyph('long', 'y'.repeat(1000), []);
  const file = unzipSync(await writeProjectFile({ ...doc, glyphs: { ...doc.glyphs, long } }, new Map()));
  expect(Object.keys(file).every((name) => name.length < 100)).toBe(true);
  expect(strFromU8(file['glyphs/H_.svg']!)).toMatch(/^<svg/);
});
