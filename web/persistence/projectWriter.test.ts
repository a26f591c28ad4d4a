import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { setKerning } from '../../core/project/document/commands/spacing/kerning';
import { commit, emptyHistory, type History } from '../../core/project/document/changes/history';
import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { FakeClock, settle } from '../testing/fakeClock';
import { MemoryRows } from '../testing/memoryRows';
import { isFull, ProjectWriter, type WriterState } from './projectWriter';
import { summaryOf } from './projectRows';

function desk() {
  const clock = new FakeClock();
  const rows = new MemoryRows();
  const states: WriterState[] = [];
  let doc: Doc = sampleProject();
  let history: History = emptyHistory;
  const summary = () => summaryOf(doc, 'sample', SCHEMA_VERSION, clock.now);
  rows.projects.set('sample', { doc: structuredClone(doc), history, version: SCHEMA_VERSION });
  const writer = new ProjectWriter({
    write: (w) => rows.write(w),
    summary,
    onState: (s) => void states.push(s),
    clock,
  });
  const kern = (value: number) => {
    const step = commit(doc, history, setKerning(doc, 'H', 'T', value)!);
    ({ doc, history } = step);
    writer.add(step.diff, history);
  };
  const bear = (left: number) => {
    const step = commit(doc, history, setBearings(doc, 'o', { left })!);
    ({ doc, history } = step);
    writer.add(step.diff, history);
  };
  return {
    clock,
    rows,
    states,
    writer,
    kern,
    bear,
    doc: () => doc,
    stored: () => rows.projects.get('sample')!.doc,
  };
}

test('edits that come together are one write', async () => {
  const d = desk();
  d.kern(-10);
  d.bear(44);
  d.kern(-20);
  expect(d.writer.isSaved).toBe(false);
  await d.clock.pass(400);
  expect(d.rows.writes).toBe(1);
  expect(d.stored()).toEqual(d.doc());
  expect(d.states).toEqual(['waiting', 'saved']);
});

test('edits that follow one another without a pause are written all the same, none later than the second that may be lost', async () => {
  const d = desk();
  for (let k = 100; k < 140; k++) {
    d.bear(k);
    await d.clock.pass(100);
    // What is stored is at most three edits behind: they come every 100 ms and wait 300 ms for company.
    if (k > 105) expect(d.stored().glyphs.o!.bearings.left).toBeGreaterThanOrEqual(k - 3);
  }
  // So it is while storage is away, as soon as it is back.
  d.rows.fate = () => 'fails';
  for (let k = 140; k < 160; k++) {
    d.bear(k);
    await d.clock.pass(100);
  }
  d.rows.fate = () => 'done';
  for (let k = 160; k < 180; k++) {
    d.bear(k);
    await d.clock.pass(100);
    if (k > 164) expect(d.stored().glyphs.o!.bearings.left).toBeGreaterThanOrEqual(k - 3);
  }
});

test('two writes that fail one after the other leave the newer value, and saved is said only when it is', async () => {
  const d = desk();
  d.rows.fate = () => 'fails';
  d.kern(-10);
  await d.clock.pass(400);
  d.kern(-20);
  await d.clock.pass(400);
  expect(d.states[d.states.length - 1]).toBe('failed');
  d.rows.fate = () => 'done';
  await d.clock.pass(5000);
  expect(d.stored().kerning['H T']!.value).toBe(-20);
  expect(d.stored()).toEqual(d.doc());
  expect(d.states[d.states.length - 1]).toBe('saved');
});

test('a write that failed is tried again by time alone, ever more patiently', async () => {
  const d = desk();
  let tries = 0;
  d.rows.fate = () => (tries++, 'fails');
  d.kern(-10);
  await d.clock.pass(300);
  expect(tries).toBe(1);
  await d.clock.pass(1000);
  expect(tries).toBe(2);
  await d.clock.pass(1000);
  expect(tries).toBe(2);
  await d.clock.pass(1000);
  expect(tries).toBe(3);
  await d.clock.pass(600_000);
  // Every half minute at last, for as long as it takes.
  expect(tries).toBeGreaterThan(20);
  d.rows.fate = () => 'done';
  await d.clock.pass(30_000);
  expect(d.stored()).toEqual(d.doc());
});

test('no room is told as such', async () => {
  const d = desk();
  d.rows.fate = () => 'full';
  d.kern(-10);
  await d.clock.pass(400);
  expect(d.states[d.states.length - 1]).toBe('full');
  expect(
    isFull(Object.assign(new Error('aborted'), { inner: new DOMException('x', 'QuotaExceededError') })),
  ).toBe(true);
  expect(isFull(new Error('away'))).toBe(false);
});

test('an edit while a write is under way is not said to be saved by that write', async () => {
  const d = desk();
  d.kern(-10);
  const flushed = d.writer.flush();
  d.kern(-20);
  await settle();
  expect(d.writer.isSaved).toBe(false);
  expect(d.states).not.toContain('saved');
  await flushed;
  await d.clock.pass(400);
  expect(d.states[d.states.length - 1]).toBe('saved');
  expect(d.stored()).toEqual(d.doc());
});

test('what is there and back again is written as nothing, and the row stays as it was', async () => {
  const d = desk();
  const before = d.stored();
  d.kern(-10);
  d.kern(0);
  await d.clock.pass(400);
  expect(d.stored()).toEqual({ ...before, kerning: d.doc().kerning });
});

test('a project that was deleted is never made anew by a late write', async () => {
  const d = desk();
  d.kern(-10);
  d.rows.projects.delete('sample');
  await d.clock.pass(400);
  expect(d.states[d.states.length - 1]).toBe('gone');
  d.kern(-20);
  await d.clock.pass(100_000);
  expect(d.rows.projects.size).toBe(0);
});
