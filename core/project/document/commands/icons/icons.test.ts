import { rect } from '../../../../testing/shapes';
import { edit } from '../../inStep/edit';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc } from '../../schema';
import { iconsByName, nameTroubles, readIconTable, takeIconTable, writeIconTable } from './iconNames';
import { renameIcons, replacedName } from './renameIcons';
import { tagGlyphs, tagsOf } from './tags';
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
    { icon: 'gate', typed: ['gate', 'lane gate'], tags: null },
    { icon: 'eel', typed: ['eel'], tags: null },
    { icon: 'mill', typed: ['tide, mill', 'mill'].flatMap((w) => w.split(', ')), tags: null },
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
    { icon: 'eel', typed: ['eel'], tags: null },
    { icon: 'gate', typed: ['gate', 'lane "gate"'], tags: null },
  ]);
});

test('a table is taken as one step: icons that it names get its words, others stay, a word goes to the first, strangers are told', () => {
  const doc = icons({ gate: ['gate'], eel: ['eel'], mill: [] });
  const { diff, unknown } = takeIconTable(doc, [
    { icon: 'mill', typed: ['mill', 'wheel', 'eel'], tags: null },
    { icon: 'gate', typed: ['wheel', 'door'], tags: null },
    { icon: 'owl', typed: ['owl'], tags: null },
  ]);
  expect(unknown).toEqual(['owl']);
  expect(typedOf(done(doc, diff))).toEqual({ eel: ['eel'], gate: ['door'], mill: ['mill', 'wheel'] });
  expect(takeIconTable(doc, [{ icon: 'eel', typed: ['eel'], tags: null }]).diff).toBeNull();
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

test.each([
  ['ic_gate_24', 'ic_*_24', '*', 'gate'],
  ['ic_gate_open', 'ic_*_*', '*_*', 'gate_open'],
  ['eel', 'ic_*', '*', 'eel'],
  ['a.gate', 'a.*', '*.b', 'gate.b'],
  ['agate', 'a.*', '*.b', 'agate'],
  ['gate', '*', 'x', 'gate'],
])('%s by the pattern %s to %s is %s', (name, from, to, wanted) => {
  expect(replacedName(name, from, to)).toBe(wanted);
});

test('icons are tagged and untagged together as one step; tags go into the table behind # and come back from it', () => {
  const doc = icons({ gate: ['gate'], eel: ['eel'], mill: [] });
  const idOf = (name: string) => iconsByName(doc).find((g) => g.name === name)?.id ?? '';
  const tagged = done(doc, tagGlyphs(doc, [idOf('gate'), idOf('mill')], ' places ', true));
  expect(tagsOf(tagged)).toEqual([['places', 2]]);
  expect(tagGlyphs(tagged, [idOf('gate')], 'places', true)).toBeNull();
  expect(writeIconTable(tagged)).toBe('eel,eel\ngate,gate,#places\nmill,#places\n');
  const told = readIconTable('eel,eel,glass eel,#animals,#river\ngate,gate');
  const taken = done(tagged, takeIconTable(tagged, told).diff);
  expect(tagsOf(taken)).toEqual([
    ['animals', 1],
    ['places', 2],
    ['river', 1],
  ]);
  const less = done(taken, tagGlyphs(taken, [idOf('gate'), idOf('mill'), idOf('eel')], 'places', false));
  expect(tagsOf(less).map(([t]) => t)).toEqual(['animals', 'river']);
});
