import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { setKerning } from '../../core/project/document/commands/spacing/kerning';
import { sampleProject } from '../../core/testing/sampleProject';
import { SCHEMA_VERSION } from '../../core/project/document/schema';
import { emptyHistory } from '../../core/project/document/changes/history';
import { lockProject, takingProject, type Locks } from '../persistence/projectLock';
import { FakeBrowser, type FakeTab } from '../testing/desk';
import { settle } from '../testing/fakeClock';
import type { Session } from './styleSession';

const named = (id: string) => {
  const doc = sampleProject();
  return { ...doc, project: { [id]: { ...doc.project.sample!, id } } };
};

function browserWith(...ids: string[]): FakeBrowser {
  const browser = new FakeBrowser();
  ids.forEach((id) => browser.store(named(id)));
  return browser;
}
async function open(browser: FakeBrowser, tab: FakeTab, id: string): Promise<[Session, () => void]> {
  const session = tab.sessions.of(id);
  const letGo = session.use();
  await browser.clock.pass(5);
  return [session, letGo];
}

const kern = (session: Session, value: number) => session.commit(setKerning(session.doc, 'H', 'T', value));

describe('one tab, two projects', () => {
  test('unsaved edits of the one are written though the other is opened and edited meanwhile', async () => {
    const browser = browserWith('a', 'b');
    const tab = browser.tab();
    const [a, leaveA] = await open(browser, tab, 'a');
    browser.rows.fate = () => 'fails';
    kern(a, -7);
    await browser.clock.pass(500);
    leaveA();
    const [b] = await open(browser, tab, 'b');
    browser.rows.fate = () => 'done';
    kern(b, -9);
    await browser.clock.pass(5000);
    expect(browser.stored('a').kerning['H T']!.value).toBe(-7);
    expect(browser.stored('b').kerning['H T']!.value).toBe(-9);
    expect(tab.sessions.unsaved()).toEqual([]);
  });

  test('a project that is left is let go only after its last edit is written', async () => {
    const browser = browserWith('a');
    const tab = browser.tab();
    const [a, leave] = await open(browser, tab, 'a');
    browser.rows.fate = () => 'full';
    kern(a, -7);
    leave();
    await browser.clock.pass(100);
    expect(tab.sessions.unsaved()).toEqual([a]);
    expect((await browser.locks.query()).held).toHaveLength(1);
    browser.rows.fate = () => 'done';
    await browser.clock.pass(60_000);
    expect(browser.stored('a').kerning['H T']!.value).toBe(-7);
    expect((await browser.locks.query()).held).toHaveLength(0);
  });

  test('coming back to a project finds the session that jobs still use', async () => {
    const browser = browserWith('a');
    const tab = browser.tab();
    const [a, leave] = await open(browser, tab, 'a');
    const job = a.use();
    leave();
    kern(a, -3);
    expect(tab.sessions.of('a')).toBe(a);
    job();
    await browser.clock.pass(1000);
    const [again] = await open(browser, tab, 'a');
    expect(again).not.toBe(a);
    expect(again.doc.kerning['H T']!.value).toBe(-3);
  });
});

describe('two tabs', () => {
  test('the second reads only, and goes on with what the first stored as soon as that lets go', async () => {
    const browser = browserWith('a');
    const [one, two] = [browser.tab(), browser.tab()];
    const [first, leave] = await open(browser, one, 'a');
    const second = two.sessions.of('a');
    second.use();
    await browser.clock.pass(2000);
    expect(second.getState().saveState).toBe('read-only');
    kern(second, -99);
    expect(second.doc.kerning['H T']).toBeUndefined();
    kern(first, -5);
    leave();
    await browser.clock.pass(500);
    expect(second.getState().saveState).toBe('saved');
    expect(second.doc.kerning['H T']!.value).toBe(-5);
    expect(two.told.map((t) => t.problem)).toMatchObject([{ code: 'project-taken-over', rows: 1 }]);
    kern(second, -6);
    await browser.clock.pass(500);
    expect(browser.stored('a').kerning['H T']!.value).toBe(-6);
  });

  test('deleting takes a project from the tab that has it, which says so and keeps what it shows', async () => {
    const browser = browserWith('a');
    const tab = browser.tab();
    const [a] = await open(browser, tab, 'a');
    kern(a, -5);
    await takingProject(browser.locks as unknown as Locks, 'a', () => {
      browser.rows.projects.delete('a');
      return Promise.resolve();
    });
    await browser.clock.pass(2000);
    expect(a.getState().saveState).toBe('gone');
    expect(a.doc.kerning['H T']!.value).toBe(-5);
    kern(a, -8);
    await browser.clock.pass(60_000);
    expect(browser.rows.projects.size).toBe(0);
  });

  test('taken away and not deleted after all, it goes on, with its unwritten edits', async () => {
    const browser = browserWith('a');
    const tab = browser.tab();
    const [a] = await open(browser, tab, 'a');
    kern(a, -5);
    await takingProject(browser.locks as unknown as Locks, 'a', () => Promise.resolve());
    await browser.clock.pass(2000);
    expect(a.getState().saveState).toBe('saved');
    expect(browser.stored('a').kerning['H T']!.value).toBe(-5);
    expect(a.doc.kerning['H T']!.value).toBe(-5);
  });
});

describe('opening', () => {
  test('a project that isn’t there is refused, with the reason', async () => {
    const browser = new FakeBrowser();
    const [session] = await open(browser, browser.tab(), 'nobody');
    expect(session.getState()).toMatchObject({ doc: null, refused: [{ code: 'project-not-here' }] });
  });

  test('a bad row is left out and told; what was opened is stored whole, the row kept', async () => {
    const browser = browserWith('a');
    const glyphs = browser.stored('a').glyphs as Record<string, unknown>;
    glyphs.H = { id: 'H' };
    const tab = browser.tab();
    const [session] = await open(browser, tab, 'a');
    expect(session.doc.glyphs.H).toBeUndefined();
    expect(session.getState().damaged).toMatchObject([{ table: 'glyphs', id: 'H', raw: { id: 'H' } }]);
    expect(tab.codes()).toContain('row-damaged');
    expect(browser.stored('a')).toEqual(session.doc);
  });

  test('a project of an earlier form is stored anew as a whole, so that an edit never mixes two forms', async () => {
    const browser = new FakeBrowser();
    const { project, ...rest } = named('a');
    browser.rows.projects.set('a', { doc: { project, ...rest }, history: emptyHistory, version: 1 });
    const [session] = await open(browser, browser.tab(), 'a');
    expect(browser.rows.projects.get('a')!.version).toBe(SCHEMA_VERSION);
    session.commit(setBearings(session.doc, Object.keys(session.doc.glyphs)[4]!, { left: 1 }));
    await browser.clock.pass(500);
    expect(browser.stored('a')).toEqual(session.doc);
  });

  test('where the browser refuses to store it anew, it isn’t opened half', async () => {
    const browser = browserWith('a');
    browser.rows.projects.get('a')!.version = 1;
    browser.rows.fate = () => 'fails';
    const [session] = await open(browser, browser.tab(), 'a');
    expect(session.getState()).toMatchObject({ doc: null, refused: [{ code: 'storage-failed' }] });
    expect(browser.rows.projects.get('a')!.version).toBe(1);
  });
});

test('undo and redo are written as edits are', async () => {
  const browser = browserWith('a');
  const [a] = await open(browser, browser.tab(), 'a');
  kern(a, -5);
  kern(a, -6);
  a.undo();
  await browser.clock.pass(500);
  expect(browser.stored('a').kerning['H T']!.value).toBe(-5);
  a.redo();
  a.goTo(0);
  await browser.clock.pass(500);
  expect(browser.stored('a').kerning['H T']).toBeUndefined();
});

test('a browser without locks works in one tab', async () => {
  const lock = await lockProject(undefined, 'a');
  expect(lock).not.toBeNull();
  await settle();
});
