import Dexie from 'dexie';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { setKerning } from '../../core/project/document/commands/spacing/kerning';
import { addSheet } from '../../core/project/document/commands/sheets/sheets';
import { commit, emptyHistory, undo, type History } from '../../core/project/document/changes/history';
import { diffBetween } from '../../core/project/document/changes/diffBetween';
import { edit } from '../../core/project/document/inStep/edit';
import { openRows } from '../../core/project/document/opening/openRows';
import { SCHEMA_VERSION, TABLE_NAMES, type Doc } from '../../core/project/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { FakeLocks } from '../testing/fakeLocks';
import { OrthoglyphDb, type IntakeItem } from './db';
import { intakeStore, packFiles, unpackFiles } from './intake';
import { momentStore } from './moments';
import { pictureStore, markPicturesOf } from './pictures';
import { deleteProject, roomOf } from './projects';
import { KEPT_STEPS, projectRows, ProjectGone, summaryOf } from './projectRows';

let db: OrthoglyphDb;
let serial = 0;
beforeEach(() => (db = new OrthoglyphDb(`test ${++serial}`)));
afterEach(() => db.delete());

/** The sample under another id, with a sheet that shows a picture. */
function project(id: string, pictureId = 'pic'): Doc {
  const doc = sampleProject();
  const own = { ...doc, project: { [id]: { ...doc.project.sample!, id } } };
  const sheet = { id: 's', name: 's', pictureId, widthPx: 9, heightPx: 9 };
  return edit(own, addSheet(own, sheet)!).doc;
}

const summary = (doc: Doc, at = 1000) => summaryOf(doc, Object.keys(doc.project)[0]!, SCHEMA_VERSION, at);
const locks = () => new FakeLocks() as unknown as LockManager;
const store = async (doc: Doc) => {
  await projectRows(db).replace(summary(doc), doc);
  await markPicturesOf(db, Object.keys(doc.project)[0]!, doc);
};
async function stored(id: string): Promise<Doc> {
  const found = (await projectRows(db).load(id))!;
  const opened = openRows(found.version, found.tables);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  return opened.value.doc;
}

describe('rows', () => {
  test('a stored project is loaded as it was', async () => {
    const doc = project('a');
    await store(doc);
    expect(await stored('a')).toEqual(doc);
    expect(await db.summaries.get('a')).toMatchObject({ name: 'Sample', glyphs: 6 });
    expect(await projectRows(db).load('nobody')).toBeNull();
  });

  test('an edit writes its rows only, its reverse takes them back, and a project beside it stays as it is', async () => {
    const [a, b] = [project('a'), project('b')];
    await store(a);
    await store(b);
    const step = commit(a, emptyHistory, setBearings(a, 'o', { left: 11 })!);
    const rows = projectRows(db);
    await rows.write({ summary: summary(step.doc), diff: step.diff, history: step.history });
    expect(await stored('a')).toEqual(step.doc);
    expect(await stored('b')).toEqual(b);
    const back = undo(step.doc, step.history)!;
    await rows.write({ summary: summary(back.doc), diff: back.diff, history: back.history });
    expect(await stored('a')).toEqual(a);
  });

  test('a write that can’t be whole writes nothing', async () => {
    const doc = project('a');
    await store(doc);
    const step = commit(doc, emptyHistory, setBearings(doc, 'o', { left: 11 })!);
    const broken = { ...step.diff.changes[0]!, after: { id: 'H', run: () => 1 } } as never;
    const diff = { label: 'x', changes: [...step.diff.changes, broken] };
    await expect(
      projectRows(db).write({ summary: summary(step.doc), diff, history: step.history }),
    ).rejects.toThrow();
    expect(await stored('a')).toEqual(doc);
  });

  test('a write to a project that was deleted is refused', async () => {
    const doc = project('a');
    await store(doc);
    await deleteProject('a', db, locks());
    const step = commit(doc, emptyHistory, setBearings(doc, 'o', { left: 11 })!);
    await expect(
      projectRows(db).write({ summary: summary(doc), diff: step.diff, history: step.history }),
    ).rejects.toBeInstanceOf(ProjectGone);
    expect(await db.rows('glyphs').count()).toBe(0);
  });
});

describe('history', () => {
  async function worked(steps: number): Promise<{ doc: Doc; history: History }> {
    let doc = project('a');
    let history: History = emptyHistory;
    await store(doc);
    const rows = projectRows(db);
    for (let k = 1; k <= steps; k++) {
      const step = commit(doc, history, setKerning(doc, 'H', 'T', -k)!);
      ({ doc, history } = step);
      await rows.write({ summary: summary(doc), diff: step.diff, history });
    }
    return { doc, history };
  }

  test('outlives the page: undo after a reload gives back the very documents', async () => {
    const { doc, history } = await worked(3);
    const found = (await projectRows(db).load('a'))!;
    expect(found.history.done.map((d) => d.label)).toEqual(history.done.map((d) => d.label));
    let at = { doc: await stored('a'), history: found.history };
    for (let k = 0; k < 3; k++) at = undo(at.doc, at.history)!;
    expect(at.doc).toEqual(project('a'));
    expect(at.history.undone).toHaveLength(3);
    expect(doc.kerning['H T']!.value).toBe(-3);
  });

  test('what is taken back after a reload, and done otherwise, is stored so', async () => {
    await worked(3);
    const rows = projectRows(db);
    const found = (await rows.load('a'))!;
    const back = undo(await stored('a'), found.history)!;
    await rows.write({ summary: summary(back.doc), diff: back.diff, history: back.history });
    expect((await projectRows(db).load('a'))!.history).toMatchObject({
      done: [{}, {}],
      undone: [{ label: 'Change kerning' }],
    });
    const other = commit(back.doc, back.history, setBearings(back.doc, 'o', { left: 3 })!);
    await rows.write({ summary: summary(other.doc), diff: other.diff, history: other.history });
    const again = (await projectRows(db).load('a'))!.history;
    expect(again.done.map((d) => d.label)).toEqual([
      'Change kerning',
      'Change kerning',
      'Change side bearings',
    ]);
    expect(again.undone).toEqual([]);
    expect(await db.steps.count()).toBe(3);
  });

  test(`its last ${KEPT_STEPS} steps are kept, and no more`, async () => {
    await worked(KEPT_STEPS + 25);
    expect((await projectRows(db).load('a'))!.history.done).toHaveLength(KEPT_STEPS);
    expect(await db.steps.count()).toBe(KEPT_STEPS);
  });
});

describe('pictures', () => {
  const text = async (id: string) => new TextDecoder().decode((await pictureStore(db).bytes(id))!);

  test('one that is there is never written over, whatever claims its name', async () => {
    const pictures = pictureStore(db);
    await pictures.keep('a', 'pic', new Blob(['the true one']));
    await pictures.keep('b', 'pic', new Blob(['another']));
    expect(await text('pic')).toBe('the true one');
  });

  test('one goes with the last project that has to do with it', async () => {
    await store(project('a'));
    await store(project('b'));
    const pictures = pictureStore(db);
    await pictures.keep('a', 'pic', new Blob(['x']));
    await pictures.keep('b', 'pic', new Blob(['x']));
    await deleteProject('a', db, locks());
    expect(await text('pic')).toBe('x');
    await deleteProject('b', db, locks());
    expect(await db.pictures.count()).toBe(0);
  });

  test('one that a job has just kept stays though no sheet shows it yet', async () => {
    await store(project('a', 'shown'));
    await pictureStore(db).keep('a', 'under way', new Blob(['x']));
    await store(project('b', 'other'));
    await deleteProject('b', db, locks());
    expect(await text('under way')).toBe('x');
  });

  test('what a project takes is told', async () => {
    const doc = project('a');
    await store(doc);
    await pictureStore(db).keep('a', 'pic', new Blob(['12345']));
    expect(await roomOf(summary(doc), db)).toBe(5);
  });
});

test('all that is a project’s own goes with it, and nothing of another', async () => {
  const [a, b] = [project('a'), project('b')];
  for (const doc of [a, b]) {
    const id = Object.keys(doc.project)[0]!;
    await store(doc);
    const step = commit(doc, emptyHistory, setKerning(doc, 'H', 'T', -1)!);
    await projectRows(db).write({ summary: summary(step.doc), diff: step.diff, history: step.history });
    await momentStore(db).keep(id, 'now', doc, 5, `moment of ${id}`);
    const of = { id: `item of ${id}`, projectId: id, addedAt: 1, sheetId: null };
    const item: IntakeItem = { ...of, kind: 'files', ...packFiles([]) };
    await intakeStore(db).change([], [item]);
  }
  await deleteProject('a', db, locks());
  for (const table of [...db.rowTables(), ...db.sideTables()]) {
    expect(await table.where('projectId').equals('a').count()).toBe(0);
  }
  expect((await projectRows(db).load('b'))!.history.done).toHaveLength(1);
  expect(await momentStore(db).list('b')).toHaveLength(1);
});

test('a project of more rows than are read at a time comes back whole, and only it', async () => {
  const base = project('a');
  const glyph = Object.values(base.glyphs)[0]!;
  const glyphs = Object.fromEntries(
    Array.from({ length: 333 }, (_, i) => [`g${i}`, { ...glyph, id: `g${i}`, name: `glyph${i}` }]),
  );
  const doc = { ...base, glyphs };
  await store(doc);
  // Ids that sort just before and behind.
  await store(project('A'));
  await store(project('a0'));
  expect((await projectRows(db).load('a'))!.tables.glyphs).toEqual(glyphs);
});

describe('moments', () => {
  test('bring the whole project back as one step', async () => {
    const doc = project('a');
    const moments = momentStore(db);
    await moments.keep('a', 'Before the storm', doc, 7, 'm');
    const now = edit(doc, setKerning(doc, 'H', 'T', -50)!).doc;
    const then = (await moments.open('m'))!;
    if (!then.ok) throw new Error('not opened');
    const step = commit(now, emptyHistory, diffBetween(now, then.value, 'Back')!);
    expect(step.doc).toEqual(doc);
    expect(undo(step.doc, step.history)!.doc).toEqual(now);
    expect(diffBetween(doc, then.value, 'Back')).toBeNull();
    await moments.remove('m');
    expect(await moments.open('m')).toBeNull();
  });
});

describe('what was dropped', () => {
  const item = (id: string, addedAt: number): IntakeItem => ({
    id,
    projectId: 'a',
    addedAt,
    kind: 'page',
    ...packFiles([
      { path: `${id}.png`, type: 'image/png', bytes: new TextEncoder().encode(id) },
      { path: 'empty.svg', type: '', bytes: new Uint8Array(0) },
      { path: 'last.svg', type: '', bytes: new TextEncoder().encode(`last of ${id}`) },
    ]),
    sheetId: null,
  });

  test('waits in its order, with its bytes, until it is taken off', async () => {
    const intake = intakeStore(db);
    await intake.change([], [item('late', 2), item('early', 1)]);
    const waiting = await intakeStore(db).waiting('a');
    expect(waiting.map((i) => i.id)).toEqual(['early', 'late']);
    await intake.change(['early'], [item('fresh', 3)]);
    expect((await intake.waiting('a')).map((i) => i.id)).toEqual(['late', 'fresh']);
    expect(await intake.waiting('b')).toEqual([]);
    const [late] = await intake.waiting('a');
    const files = await unpackFiles(late!);
    expect(files.map((f) => [f.path, new TextDecoder().decode(f.bytes)])).toEqual([
      ['late.png', 'late'],
      ['empty.svg', ''],
      ['last.svg', 'last of late'],
    ]);
  });

  test('by an earlier version, each file with a blob of its own, is not lost', async () => {
    const { blob: _blob, ...rest } = item('old', 1);
    const files = ['one', 'three'].map((t) => ({ path: `${t}.svg`, type: '', blob: new Blob([t]) }));
    await db.intake.put({ ...rest, files } as unknown as IntakeItem);
    // What it takes is counted as well.
    expect(await roomOf(summary(project('a')), db)).toBe(8);
    const [waiting] = await intakeStore(db).waiting('a');
    const read = await unpackFiles(waiting!);
    expect(read.map((f) => [f.path, new TextDecoder().decode(f.bytes)])).toEqual([
      ['one.svg', 'one'],
      ['three.svg', 'three'],
    ]);
  });
});

test('a database of version 1 keeps its pictures when it is opened', async () => {
  const name = `old ${serial}`;
  const old = new Dexie(name);
  const rows = Object.fromEntries(TABLE_NAMES.map((t) => [`rows_${t}`, '[projectId+id], projectId']));
  old.version(1).stores({ summaries: 'id, changedAt', pictures: 'id', ...rows });
  await old.table('rows_sheets').put({
    projectId: 'a',
    id: 's',
    row: { id: 's', pictureId: 'shown', originalId: 'first' },
  });
  for (const id of ['shown', 'first']) await old.table('pictures').put({ id, blob: new Blob([id]) });
  old.close();
  const now = new OrthoglyphDb(name);
  expect((await now.pictureUses.toArray()).map((u) => u.pictureId).sort()).toEqual(['first', 'shown']);
  await deleteProject('b', now, locks());
  expect(await now.pictures.count()).toBe(2);
  await deleteProject('a', now, locks());
  expect(await now.pictures.count()).toBe(0);
  await now.delete();
});
