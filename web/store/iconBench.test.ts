import { rect } from '../../core/testing/shapes';
import { blankGlyph, newProject } from '../../core/project/document/newProject';
import { chooseIcon, chooseIcons, iconRows, useIconBench } from './iconBench';

const base = newProject('i', 'Icons', 0);
const rows = [
  ['gate', ['gate']],
  ['eel', []],
  ['house', ['gatehouse', 'mill']],
].map(([name, typed], k) => ({
  ...blankGlyph(name as string, name as string, [0xe002 - k]),
  contours: [rect(0, 0, 500, 500)],
  typed: typed as string[],
}));
const doc = { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
const names = (search: string, order: Parameters<typeof iconRows>[1]['order']) =>
  iconRows(doc, { search, order, tag: null }).map((r) => r.glyph.name);

test('icons are found by name, typed word or code, and stand in the order that was chosen', () => {
  expect(names('', 'name')).toEqual(['eel', 'gate', 'house']);
  expect(names('', 'code')).toEqual(['house', 'eel', 'gate']);
  expect(names('', 'untyped')[0]).toBe('eel');
  expect(names('', 'trouble')[0]).toBe('gate');
  expect(names('MILL', 'name')).toEqual(['house']);
  expect(names('u+e001', 'name')).toEqual(['eel']);
});

test('icons are looked for once for all who ask the same, and anew after an edit', () => {
  const bench = { search: '', order: 'name' as const, tag: null };
  expect(iconRows(doc, bench)).toBe(iconRows(doc, bench));
  expect(iconRows({ ...doc }, bench)).not.toBe(iconRows(doc, bench));
});

test('icons of a tag alone are shown, and found by it', () => {
  const tagged = { ...doc.glyphs['eel'], tags: ['river'] } as (typeof doc.glyphs)[string];
  const some = { ...doc, glyphs: { ...doc.glyphs, eel: tagged } };
  expect(iconRows(some, { search: '', order: 'name', tag: 'river' }).map((r) => r.glyph.name)).toEqual([
    'eel',
  ]);
  expect(iconRows(some, { search: 'RIV', order: 'name', tag: null }).map((r) => r.glyph.name)).toEqual([
    'eel',
  ]);
});

test('a press chooses an icon and lets it go again; with Shift all between are chosen', () => {
  const all = iconRows(doc, { search: '', order: 'name', tag: null });
  const chosen = () => [...useIconBench.getState().chosen].sort();
  chooseIcons([]);
  chooseIcon(all, 'eel', false);
  chooseIcon(all, 'house', true);
  expect(chosen()).toEqual(['eel', 'gate', 'house']);
  chooseIcon(all, 'gate', false);
  expect(chosen()).toEqual(['eel', 'house']);
  chooseIcons([]);
  chooseIcon(all, 'gate', true);
  expect(chosen()).toEqual(['gate']);
});
