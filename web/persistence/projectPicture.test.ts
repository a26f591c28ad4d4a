import { sampleProject } from '../../core/testing/sampleProject';
import { newProject } from '../../core/project/document/newProject';
import { changeProject } from '../../core/project/document/commands/font/project';
import { edit } from '../../core/project/document/inStep/edit';
import { nameByFile, STARTS } from '../projects/startKinds';
import { pictureOfProject } from './projectPicture';

test('a project is shown by a few of its letters, telling ones first; one without any has no picture', () => {
  const doc = sampleProject();
  const picture = pictureOfProject(doc)!;
  expect(picture.d).toMatch(/^M[-\d]+ [-\d]+/);
  const [, , width, height] = picture.viewBox.split(' ').map(Number) as [number, number, number, number];
  expect(width).toBeGreaterThan(500);
  expect(height).toBeGreaterThan(300);
  expect(height).toBeLessThan(2000);
  expect(pictureOfProject(newProject('p', 'Empty', 0))).toBeNull();
});

test('the picture is made anew only when one of its letters changes', () => {
  const doc = sampleProject();
  const first = pictureOfProject(doc);
  const renamed = edit(doc, changeProject(doc, { name: 'Eel race' }, 'Rename')!).doc;
  expect(pictureOfProject(renamed)).toBe(first);
  const H = Object.values(doc.glyphs).find((g) => g.name === 'H')!;
  const moved = { ...doc, glyphs: { ...doc.glyphs, [H.id]: { ...H, bearings: { left: 300, right: 0 } } } };
  expect(pictureOfProject(moved)).not.toEqual(first);
});

test('a project begun with files is called after the first, in plain words', () => {
  expect(nameByFile('tide_book-page 2.jpg')).toBe('tide book page 2');
  expect(nameByFile('mill.orthoglyph.zip')).toBe('mill');
  expect(nameByFile('.png')).toBe('Untitled');
  // Every start either asks for files or leads to a place of the new project.
  for (const { by, picture } of STARTS) {
    expect('files' in by || by.place.startsWith('/')).toBe(true);
    expect(picture).toMatch(/^M/);
  }
});
