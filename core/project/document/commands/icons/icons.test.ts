import { rect } from '../../../../testing/shapes';
import { edit } from '../../inStep/edit';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc } from '../../schema';
import { iconsByName, nameTroubles, readIconTable, takeIconTable, writeIconTable } from './iconNames';
import { renameIcons } from './renameIcons';
import type { ProjectDiff } from '../../changes/diff';

function icons(names: Readonly<Record<string, readonly string[]>>): Doc {
  const base = newProject('i', 'Icons', 0);
  const rows = Object.entries(names).map(([name, typed], k) => ({
    ...blankGlyph(name, name, [0xe000 + k]),
    contours: [rect(0, 0, 500, 500)],
    typed: [...typed],
  }));
  return { ...base, glyphs: { ...base.glyphs, ...Object.fromEntries(rows.map((g) => [g.id, g])) } };
}
const typedOf = (doc: Doc) => Object.fromEntries(iconsByName(doc).map((g) => [g.name, g.typed]));
const done = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing changed');
  return edit(doc, diff).doc;
};

test('a table of names is read as spreadsheets give it (RFC 4180, tabs, semicolons), and comes back as it was written', () => {
  const wanted = [
    { icon: 'gate', typed: ['gate', 'lane gate'] },
    { icon: 'eel', typed: ['eel'] },
    { icon: 'mill', typed: ['tide, mill', 'mill'].flatMap((w) => w.split(', ')) },
  ];
  for (const text of [
    'gate,gate,lane gate\neel\nmill,"tide, mill",mill\n',
    'gate\tgate\tlane gate\r\neel\r\nmill\t"tide, mill"\tmill',
    '# icons;\ngate;gate;lane gate\n\neel;\nmill;"tide, mill";mill',
  ])
    expect(readIconTable(text)).toEqual(wanted);
  const doc = icons({ gate: ['gate', 'lane "gate"'], eel: [] });
  expect(writeIconTable(doc)).toBe('eel\ngate,gate,"lane ""gate"""\n');
  expect(readIconTable(writeIconTable(doc))).toEqual([
    { icon: 'eel', typed: ['eel'] },
    { icon: 'gate', typed: ['gate', 'lane "gate"'] },
  ]);
});

test('a table is taken as one step: icons that it names get its words, others stay, a word goes to the first, strangers are told', () => {
  const doc = icons({ gate: ['gate'], eel: ['eel'], mill: [] });
  const { diff, unknown } = takeIconTable(doc, [
    { icon: 'mill', typed: ['mill', 'wheel', 'eel'] },
    { icon: 'gate', typed: ['wheel', 'door'] },
    { icon: 'owl', typed: ['owl'] },
  ]);
  expect(unknown).toEqual(['owl']);
  expect(typedOf(done(doc, diff))).toEqual({ eel: ['eel'], gate: ['door'], mill: ['mill', 'wheel'] });
  expect(takeIconTable(doc, [{ icon: 'eel', typed: ['eel'] }]).diff).toBeNull();
});

test('what people run into who type names is told: beginnings of others, capitals, parts, and what no keyboard has', () => {
  const doc = icons({
    gate: ['gate'],
    house: ['gatehouse', 'Eel'],
    eel: ['eel'],
    rain: ['light rain'],
    sea: ['mër'],
  });
  const told = nameTroubles(doc);
  const kinds = (id: string) => (told.get(id) ?? []).map((t) => [t.kind, t.other]);
  expect(kinds('gate')).toEqual([['begins', 'gatehouse']]);
  expect(kinds('house')).toEqual([['case', 'eel']]);
  expect(kinds('eel')).toEqual([['case', 'Eel']]);
  expect(kinds('rain')).toEqual([['parts', null]]);
  expect(kinds('sea')).toEqual([['keys', null]]);
});

test('icons are renamed by a part of their names as one step; a name that is taken stays as it was', () => {
  const doc = icons({ ic_gate: [], ic_eel: [], eel: [] });
  const renamed = done(doc, renameIcons(doc, iconsByName(doc), { from: 'ic_', to: '' }));
  expect(Object.keys(typedOf(renamed)).sort()).toEqual(['eel', 'gate', 'ic_eel']);
  expect(renameIcons(doc, iconsByName(doc), { from: 'zz', to: 'y' })).toBeNull();
});
