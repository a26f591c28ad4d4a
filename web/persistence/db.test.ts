import { setBearings } from '../../core/document/commands/fitting';
import { applyDiff, diffOfWhole, reverseDiff } from '../../core/document/diff';
import { migrate } from '../../core/document/migrations';
import { SCHEMA_VERSION } from '../../core/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { db, deleteProject, loadRows, saveDiff, summaryOf } from './db';

const doc = sampleProject();
const summary = summaryOf(doc, 'sample', SCHEMA_VERSION, 1000);

beforeEach(async () => {
  await deleteProject('sample');
  await saveDiff(summary, diffOfWhole(doc, 'Open'));
});

test('a stored project is loaded as it was', async () => {
  const opened = migrate(SCHEMA_VERSION, await loadRows('sample'));
  expect(opened.ok && opened.value).toEqual(doc);
  expect(await db.summaries.get('sample')).toMatchObject({ name: 'Sample', glyphs: 6 });
});

test('an edit writes its rows only, and its reverse takes them back', async () => {
  const diff = setBearings(doc, 'o', { left: 11 })!;
  const before = await db.rows('glyphs').get(['sample', 'H']);
  await saveDiff(summary, diff);
  expect(await db.rows('glyphs').get(['sample', 'H'])).toEqual(before);
  const edited = migrate(SCHEMA_VERSION, await loadRows('sample'));
  expect(edited.ok && edited.value).toEqual(applyDiff(doc, diff));
  await saveDiff(summary, reverseDiff(diff));
  const back = migrate(SCHEMA_VERSION, await loadRows('sample'));
  expect(back.ok && back.value).toEqual(doc);
});

test('projects lie apart, and pictures go with their last sheet', async () => {
  await db.pictures.put({ id: 'pic', blob: new Blob(['x']) });
  await deleteProject('sample');
  expect(await loadRows('sample')).toBeNull();
  expect(await db.pictures.count()).toBe(0);
});
