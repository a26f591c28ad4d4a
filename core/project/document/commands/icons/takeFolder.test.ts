import { artworkSheet } from '../../../../lifting/artwork/makeSheets';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { finish } from '../../../../foundations/steps';
import { edit, editAll } from '../../inStep/edit';
import { newProject, projectOf } from '../../newProject';
import { iconsOf } from '../../queries/glyphs';
import type { Doc, GlyphRow } from '../../schema';
import { addMadeSheet } from '../sheets/madeSheets';
import { setGlyphName } from '../glyphs/glyphName';
import { shareContours } from '../outline/shared';
import { setTypedNames } from '../glyphs/codePoints';
import { placeIcons, firstIconSeating } from '../lines/icons';
import { folderChanges, type FolderChange } from './folderChanges';
import { takingFolder } from './takeFolder';

/** A folder of icons: each a box on a board of 24 px. */
type Folder = Readonly<Record<string, readonly [x: number, y: number, w: number, h: number]>>;

async function lifted(folder: Folder) {
  const files = Object.entries(folder).map(([name, [x, y, w, h]]) => ({
    path: `icons/${name}.svg`,
    bytes: new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M${x} ${y}h${w}v${h}h${-w}z"/></svg>`,
    ),
  }));
  const made = await artworkSheet(files, [], { as: 'icons' });
  if (!made.ok) throw new Error('no sheet');
  return made.value.sheet;
}

const row = (id: string) => ({
  id,
  name: 'icons',
  kind: 'artwork' as const,
  pictureId: id,
  widthPx: 1000,
  heightPx: 1000,
  icons: true,
});

async function first(folder: Folder): Promise<Doc> {
  const doc = newProject('i', 'Icons', 0);
  const added = addMadeSheet(doc, row('one'), await lifted(folder));
  if (!added) throw new Error('nothing came');
  return edit(doc, added).doc;
}

async function again(
  doc: Doc,
  folder: Folder,
  id = 'two',
  isTaken: (c: FolderChange) => boolean = () => true,
) {
  const diff = finish(takingFolder(doc, row(id), await lifted(folder), isTaken));
  return diff ? edit(doc, diff).doc : doc;
}

const byName = (doc: Doc) => Object.fromEntries(iconsOf(doc).map((g) => [g.name, g] as const));
const codes = (doc: Doc) =>
  Object.fromEntries(iconsOf(doc).map((g) => [g.name, g.codePoints.map((c) => c.toString(16)).join()]));
const icon = (doc: Doc, name: string): GlyphRow => {
  const glyph = byName(doc)[name];
  if (!glyph) throw new Error(`no ${name}`);
  return glyph;
};

const OLD: Folder = {
  barley: [4, 4, 16, 16],
  eel: [6, 10, 12, 4],
  gate: [2, 2, 20, 20],
  mill: [8, 2, 8, 20],
  sluice: [3, 3, 5, 5],
};
const NEW: Folder = {
  barley: [4, 4, 16, 12],
  eel: [6, 10, 12, 4],
  lock: [2, 2, 20, 20],
  mill: [8, 2, 8, 20],
  oar: [0, 0, 24, 24],
};

test('a folder that comes again is told apart: new, changed, gone and renamed icons, and those that are as they were', async () => {
  const found = folderChanges(await first(OLD), (await lifted(NEW)).pieces);
  expect(found?.changes.map((c) => [c.kind, c.name, c.was])).toEqual([
    ['added', 'oar', null],
    ['changed', 'barley', null],
    ['renamed', 'lock', 'gate'],
    ['removed', 'sluice', null],
  ]);
  expect(found?.same.map((s) => s.icon.glyph.name)).toEqual(['eel', 'mill']);
});

test('one name that is known is a change, and never a drawing that goes without a word; added as further icons all have codes of their own', async () => {
  const doc = await first(OLD);
  const other = { eel: [0, 0, 9, 9], rope: [0, 0, 8, 8], oar: [0, 0, 7, 7], buoy: [0, 0, 6, 6] } as const;
  const found = folderChanges(doc, (await lifted(other)).pieces);
  expect(found?.changes.map((c) => [c.kind, c.name])).toEqual([
    ['added', 'buoy'],
    ['added', 'oar'],
    ['added', 'rope'],
    ['changed', 'eel'],
  ]);
  const diff = addMadeSheet(doc, row('two'), await lifted(other));
  const both = edit(doc, diff ?? { label: '', changes: [] }).doc;
  expect(codes(both)).toMatchObject({ eel: 'e001', eel_2: 'e005', rope: 'e006', oar: 'e007', buoy: 'e008' });
  expect(icon(both, 'eel').contours).toEqual(icon(doc, 'eel').contours);
});

test('the same folder brings no change, further icons are no changes, and a single file changes only its own', async () => {
  const doc = await first(OLD);
  expect(folderChanges(doc, (await lifted(OLD)).pieces)?.changes).toEqual([]);
  expect(folderChanges(doc, (await lifted({ oar: [0, 0, 4, 4], rope: [0, 0, 8, 8] })).pieces)).toBeNull();
  const one = folderChanges(doc, (await lifted({ eel: [6, 10, 12, 8] })).pieces);
  expect(one?.changes.map((c) => [c.kind, c.name])).toEqual([['changed', 'eel']]);
});

test('codes stay with their icons over weeks, and the code of one that is gone is never given again', async () => {
  const one = await first(OLD);
  expect(codes(one)).toEqual({ barley: 'e000', eel: 'e001', gate: 'e002', mill: 'e003', sluice: 'e004' });
  const two = await again(one, NEW);
  expect(codes(two)).toEqual({ barley: 'e000', eel: 'e001', lock: 'e002', mill: 'e003', oar: 'e005' });
  expect(Object.keys(two.sheets)).toEqual(['two']);
  const three = await again(two, { ...NEW, rope: [1, 1, 9, 9], sluice: [3, 3, 5, 6] }, 'three');
  // Sluice gets its own code back, rope a new one.
  expect(codes(three)).toMatchObject({ lock: 'e002', oar: 'e005', sluice: 'e004', rope: 'e006' });
});

test('icons that are as they were keep their outlines to the unit, changed ones their size and line, new ones stand as the others do', async () => {
  const base = await first(OLD);
  const placed = placeIcons(
    base,
    iconsOf(base).map((g) => g.id),
    { ...firstIconSeating(1000), size: 480, margin: 30 },
  );
  if (!placed) throw new Error('not placed');
  const one = edit(base, placed).doc;
  const two = await again(one, NEW);
  expect(icon(two, 'eel').contours).toEqual(icon(one, 'eel').contours);
  expect(icon(two, 'lock').contours).toEqual(icon(one, 'gate').contours);
  expect(icon(two, 'lock').id).toBe(icon(one, 'gate').id);
  // 20 px were the largest and are 480 units, 24 to the px; all stand on the line.
  const box = (name: string) => contoursBox(icon(two, name).contours);
  const at = (v: number) => expect.closeTo(v, 6) as number;
  expect(box('mill')).toMatchObject({ yMin: at(0), yMax: at(480) });
  expect(box('oar')).toMatchObject({ yMin: at(0), yMax: at(24 * 24) });
  expect(box('barley')).toMatchObject({ yMin: at(0), yMax: at(12 * 24) });
  expect(icon(two, 'oar').bearings).toEqual({ left: 30, right: 30 });
});

test('names and words that icons were given here stay, whatever their files are called', async () => {
  const base = await first(OLD);
  const made = editAll(base, 'Name', [
    (d) => setGlyphName(d, icon(d, 'eel').id, 'glass_eel'),
    (d) => setTypedNames(d, icon(d, 'gate').id, ['gate', 'door']),
    (d) => setGlyphName(d, icon(d, 'gate').id, 'way_in'),
  ]);
  const doc = made?.doc ?? base;
  const two = await again(doc, NEW);
  expect(codes(two)).toMatchObject({ glass_eel: 'e001', way_in: 'e002' });
  expect(icon(two, 'way_in').typed).toEqual(['gate', 'door']);
});

test('what is refused stays as it was, and is offered again the next time', async () => {
  const doc = await again(await first(OLD), NEW, 'two', (c) => c.kind === 'added');
  expect(Object.keys(codes(doc)).sort()).toEqual(['barley', 'eel', 'gate', 'mill', 'oar', 'sluice']);
  const found = folderChanges(doc, (await lifted(NEW)).pieces);
  expect(found?.changes.map((c) => c.kind)).toEqual(['changed', 'renamed', 'removed']);
});

test('a file that takes the place of what somebody drew leaves that drawing to be taken up again', async () => {
  const base = await first(OLD);
  const mine = { ...icon(base, 'barley'), handEdited: true };
  const doc = { ...base, glyphs: { ...base.glyphs, [mine.id]: mine } };
  expect(
    folderChanges(doc, (await lifted(NEW)).pieces)?.changes.find((c) => c.kind === 'changed')?.byHand,
  ).toBe(true);
  const kept = await again(doc, NEW, 'two', (c) => !c.byHand);
  expect(icon(kept, 'barley')).toMatchObject({ contours: mine.contours, handEdited: true });
  const taken = icon(await again(doc, NEW), 'barley');
  expect(taken.handEdited).toBe(false);
  expect(taken.kept.map((k) => k.contours)).toEqual([mine.contours]);
});

test('icons that nobody placed stand as on their boards, and so do those that come later', async () => {
  const two = await again(await first(OLD), NEW);
  // The tallest of the first folder, 20 px, is 600 units: 30 to the px; the lowest foot, at 22 px, is the line.
  const box = contoursBox(icon(two, 'oar').contours);
  expect(box?.yMin).toBeCloseTo(-2 * 30, 6);
  expect(box?.yMax).toBeCloseTo(22 * 30, 6);
});

test('a project that begins with icons asks for no letters, and its running line shows icons; one that has letters stays as it is', async () => {
  const icons = projectOf(await first(OLD));
  expect([icons.bill, icons.runningText]).toEqual(['', '\ue000 \ue001 \ue002 \ue003 \ue004']);
  const base = newProject('i', 'Icons', 0);
  const written = { ...base, project: { i: { ...projectOf(base), runningText: 'Eels' } } };
  const added = addMadeSheet(written, row('one'), await lifted(OLD));
  if (!added) throw new Error('nothing came');
  expect(projectOf(edit(written, added).doc)).toMatchObject({
    runningText: 'Eels',
    bill: projectOf(base).bill,
  });
});

test('a file that takes the place of an icon made of a shared part is drawn as the file is', async () => {
  const base = await first(OLD);
  const barley = icon(base, 'barley');
  const shared = shareContours(base, barley.id, [0], 'board');
  const doc = shared ? edit(base, shared).doc : base;
  expect(doc.glyphs[barley.id]?.components).toHaveLength(1);
  const two = icon(await again(doc, NEW), 'barley');
  expect(two.components).toEqual([]);
  const box = contoursBox(two.contours);
  expect((box?.yMax ?? 0) - (box?.yMin ?? 0)).toBeCloseTo(12 * 30, 6);
});

test('codes that a project was given by hand are kept for their icons too', async () => {
  const base = await first(OLD);
  const gate = { ...icon(base, 'gate'), codePoints: [0xe123] };
  const doc = { ...base, glyphs: { ...base.glyphs, [gate.id]: gate } };
  const { gate: _, ...without } = OLD;
  const two = await again(doc, without);
  expect(projectOf(two).privateCodes['gate']).toBe(0xe123);
});
