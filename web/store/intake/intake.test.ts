import { missingOfBill } from '../../../core/project/document/queries/sheets';
import { packFiles } from '../../persistence/intake';
import { FakeBrowser, type FakeTab } from '../../testing/desk';
import { createIntake } from './createIntake';
import { addEmptyStyle } from '../../../core/project/document/commands/family/addStyle';
import { edit } from '../../../core/project/document/inStep/edit';
import { newProject } from '../../../core/project/document/newProject';
import { inStyle, stylesInOrder } from '../../../core/project/document/queries/styles';
import { siblingIn, type Session } from '../styleSession';

const file = (name: string, text = name.replace(/\..*/, '')) => new File([text], name, { type: 'image/png' });

/** A tab with a project open in it, and files taken in there. */
async function table(browser: FakeBrowser, id: string, tab: FakeTab = browser.tab()) {
  let serial = 0;
  const { workers, pictures, intake } = browser.files;
  const taking = createIntake({
    workers,
    pictures,
    intake,
    jobs: tab.jobs,
    newId: () => `${id} ${browser.clock.now} ${++serial}`,
    now: () => browser.clock.now,
  });
  const session = tab.sessions.of(id);
  const letGo = session.use();
  await browser.clock.pass(5);
  return { tab, session, letGo, ...taking };
}

const sheets = (session: Session) =>
  Object.values(session.doc.sheets)
    .sort((a, b) => a.order - b.order)
    .map((s) => `${s.name} ${s.state}`);

/** Lets real promises of blobs settle as well as the clock. */
async function meanwhile(browser: FakeBrowser, ms = 2000): Promise<void> {
  for (let k = 0; k < 12; k++) {
    await new Promise((r) => setTimeout(r, 0));
    await browser.clock.pass(ms / 12);
  }
}

test('a page is kept, lifted and stored, and nothing waits any more', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  const t = await table(browser, 'a');
  await t.addFiles(t.session, [file('AB.png')]);
  await meanwhile(browser);
  expect(sheets(t.session)).toEqual(['AB.png lifted']);
  expect(browser.files.intake.items).toEqual([]);
  expect(browser.files.pictures.kept.has('id of AB')).toBe(true);
  expect(browser.stored('a')).toEqual(t.session.doc);
  expect(missingOfBill(t.session.doc)).not.toContain('A');
});

test('three pages dropped in one project never land in the one opened next', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  browser.project('b');
  const t = await table(browser, 'a');
  browser.files.held.add('lift');
  const done = t.addFiles(t.session, [file('A.png'), file('B.png'), file('C.png')]);
  await meanwhile(browser);
  // The artist goes to another project while they are being lifted.
  t.letGo();
  const other = await table(browser, 'b', t.tab);
  browser.files.release();
  await done;
  await meanwhile(browser);
  expect(sheets(other.session)).toEqual([]);
  expect(Object.values(browser.stored('a').sheets).map((s) => s.state)).toEqual([
    'lifted',
    'lifted',
    'lifted',
  ]);
  expect(t.tab.sessions.unsaved()).toEqual([]);
});

test('one storage error doesn’t stop later additions', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  const t = await table(browser, 'a');
  browser.files.pictures.full = true;
  await t.addFiles(t.session, [file('A.png')]);
  expect(t.tab.codes('a')).toEqual(['storage-full']);
  browser.files.pictures.full = false;
  await t.addFiles(t.session, [file('B.png')]);
  await meanwhile(browser);
  expect(sheets(t.session)).toEqual(['B.png lifted']);
  expect(browser.files.intake.items).toEqual([]);
});

test('where even what was dropped can’t be kept, it is told, and the next drop works', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  const t = await table(browser, 'a');
  browser.files.intake.fault = new DOMException('no room', 'QuotaExceededError');
  await t.addFiles(t.session, [file('A.png'), file('B.png')]);
  expect(t.tab.told.map((x) => x.problem)).toMatchObject([{ code: 'storage-full', what: '2 files' }]);
  browser.files.intake.fault = null;
  await t.addFiles(t.session, [file('C.png')]);
  await meanwhile(browser);
  expect(sheets(t.session)).toEqual(['C.png lifted']);
});

test.each(['constructor.png', '__proto__.png', 'toString.png', 'hasOwnProperty.png'])(
  'a file named %s is a file like any other',
  async (name) => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    await t.addFiles(t.session, [file(name, 'xyz')]);
    await t.addFiles(t.session, [file('B.png')]);
    await meanwhile(browser);
    expect(sheets(t.session)).toEqual([`${name} lifted`, 'B.png lifted']);
  },
);

describe('faults', () => {
  test.each([
    ['crash', 'worker-crashed'],
    ['throw', 'job-failed'],
    ['broken', 'picture-broken'],
  ] as const)('%s in the middle of a drop: told, and the others go on', async (fault, code) => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    browser.files.fault = (kind, text) => (kind === 'facts' && text === 'B' ? fault : null);
    await t.addFiles(t.session, [file('A.png'), file('B.png'), file('C.png')]);
    await meanwhile(browser);
    expect(t.tab.told.map((x) => x.problem)).toMatchObject([{ code, place: { file: 'B.png' } }]);
    expect(sheets(t.session)).toEqual(['A.png lifted', 'C.png lifted']);
    expect(browser.files.intake.items).toEqual([]);
  });

  test('a file that was moved away meanwhile is named', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    const gone = Object.assign(file('gone.png'), { arrayBuffer: () => Promise.reject(new Error('gone')) });
    await t.addFiles(t.session, [gone, file('A.png')]);
    await meanwhile(browser);
    expect(t.tab.told.map((x) => x.problem)).toMatchObject([
      { code: 'file-not-found', place: { file: 'gone.png' } },
    ]);
    expect(sheets(t.session)).toEqual(['A.png lifted']);
  });
});

describe('the page is closed in the middle', () => {
  /** Another life of the tab: the old one's session is dead, its lock free. */
  const reopened = async (browser: FakeBrowser) => {
    browser.locks.request = browser.locks.request.bind(browser.locks);
    const t = await table(browser, 'a');
    await t.resume(t.session);
    await meanwhile(browser, 4000);
    return t;
  };

  test.each(['sort', 'facts', 'lift'] as const)('while it is at %s: it is taken up again', async (kind) => {
    const first = new FakeBrowser();
    first.project('a');
    const t = await table(first, 'a');
    first.files.held.add(kind);
    void t.addFiles(t.session, [file('A.png'), file('B.png')]);
    await meanwhile(first);
    // What is left after the page is gone: storage, and nothing else.
    const second = new FakeBrowser();
    second.store(first.stored('a'));
    second.files.intake.items = first.files.intake.items;
    for (const [id, blob] of first.files.pictures.kept) second.files.pictures.kept.set(id, blob);
    const again = await reopened(second);
    expect(sheets(again.session)).toEqual(['A.png lifted', 'B.png lifted']);
    expect(second.files.intake.items).toEqual([]);
  });

  test('after it was lifted and stored, but before it was ticked off: it isn’t done twice', async () => {
    const first = new FakeBrowser();
    first.project('a');
    const t = await table(first, 'a');
    let kept = first.files.intake.items;
    const change = first.files.intake.change.bind(first.files.intake);
    first.files.intake.change = async (gone, added) => {
      if (gone.length > 0 && added.length === 0) kept = first.files.intake.items;
      await change(gone, added);
    };
    await t.addFiles(t.session, [file('A.png')]);
    await meanwhile(first);
    expect(kept).toHaveLength(1);
    const second = new FakeBrowser();
    second.store(first.stored('a'));
    second.files.intake.items = kept;
    const again = await reopened(second);
    expect(sheets(again.session)).toEqual(['A.png lifted']);
    expect(second.files.calls).toEqual([]);
  });
});

describe('stopping', () => {
  test('one of three: the others come in, and the stopped one isn’t taken up again', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    browser.files.held.add('facts');
    const done = t.addFiles(t.session, [file('A.png'), file('B.png'), file('C.png')]);
    await meanwhile(browser);
    const b = t.tab.jobs.list().find((j) => j.name === 'B.png')!;
    t.tab.jobs.cancel(b.id);
    browser.files.release();
    await done;
    await meanwhile(browser);
    expect(sheets(t.session)).toEqual(['A.png lifted', 'C.png lifted']);
    expect(browser.files.intake.items).toEqual([]);
  });

  test('all: nothing comes in any more', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    browser.files.held.add('facts');
    const done = t.addFiles(t.session, [file('A.png'), file('B.png'), file('C.png')]);
    await meanwhile(browser);
    t.tab.jobs.cancelAll('a');
    browser.files.release();
    await done;
    await meanwhile(browser);
    expect(sheets(t.session)).toEqual([]);
    expect(browser.files.intake.items).toEqual([]);
    expect(t.tab.codes()).toEqual([]);
  });
});

describe('a folder of icons', () => {
  const icon = (k: number) =>
    new File(
      [`<svg xmlns="http://www.w3.org/2000/svg"><rect x="2" y="2" width="${3 + k}" height="9"/></svg>`],
      `sign-${k}.svg`,
    );
  const icons = Array.from({ length: 130 }, (_, k) => icon(k));

  test('comes in whole, though its pieces are fetched a few at a time', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    const done = t.addFiles(t.session, icons);
    await meanwhile(browser);
    await done;
    await meanwhile(browser);
    expect(browser.files.calls.filter((c) => c.startsWith('pieces'))).toEqual(['pieces 0', 'pieces 100']);
    const names = Object.values(t.session.doc.glyphs).map((g) => g.name);
    expect(names.filter((n) => n.startsWith('sign_'))).toHaveLength(130);
    expect(browser.stored('a')).toEqual(t.session.doc);
  });

  test('one whose worker dies before its pieces are fetched is told, and the next drop comes in', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    browser.files.fault = (kind, text) => (kind === 'pieces' && text === '100' ? 'crash' : null);
    const done = t.addFiles(t.session, icons);
    await meanwhile(browser);
    await done;
    expect(t.tab.codes('a')).toEqual(['worker-crashed']);
    expect(sheets(t.session)).toEqual([]);
    browser.files.fault = () => null;
    await t.addFiles(t.session, icons.slice(0, 3));
    await meanwhile(browser);
    expect(sheets(t.session)).toEqual(['3 drawings lifted']);
    expect(browser.files.intake.items).toEqual([]);
  });
});

test('lifting again reads the picture from storage; one that is lost is told', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  const t = await table(browser, 'a');
  await t.addFiles(t.session, [file('A.png')]);
  await meanwhile(browser);
  const id = Object.keys(t.session.doc.sheets)[0]!;
  expect(await t.liftAgain(t.session, id)!.ended).toBe('done');
  expect(browser.files.calls.filter((c) => c.startsWith('lift'))).toHaveLength(2);
  browser.files.pictures.kept.clear();
  await t.liftAgain(t.session, id)!.ended;
  expect(t.tab.codes('a')).toEqual(['picture-missing']);
  expect(t.liftAgain(t.session, 'nobody')).toBeNull();
});

test('a tab that only reads takes nothing in, and says so; once it takes over, it takes up what the other left', async () => {
  const browser = new FakeBrowser();
  browser.project('a');
  const [one, two] = [browser.tab(), browser.tab()];
  const first = await table(browser, 'a', one);
  const second = await table(browser, 'a', two);
  await browser.clock.pass(2000);
  await second.addFiles(second.session, [file('A.png')]);
  expect(two.codes('a')).toEqual(['project-elsewhere']);
  await second.resume(second.session);
  expect(browser.files.calls).toEqual([]);

  // The first tab is closed while its page waits.
  browser.files.intake.items = [
    {
      id: 'left',
      projectId: 'a',
      addedAt: 1,
      kind: 'page',
      ...packFiles([{ path: 'B.png', type: 'image/png', bytes: new TextEncoder().encode('B') }]),
      sheetId: null,
    },
  ];
  first.letGo();
  await browser.clock.pass(500);
  // However often it is asked, each is taken up once.
  await Promise.all([second.resume(second.session), second.resume(second.session)]);
  await meanwhile(browser);
  expect(sheets(second.session)).toEqual(['B.png lifted']);
});

test('a page dropped in one style belongs to it, also when it is taken up after a reload that shows another', async () => {
  const first = new FakeBrowser();
  const one = newProject('a', 'a', 0);
  first.store(edit(one, addEmptyStyle(one, { name: 'Bold', weightClass: 700 })!).doc);
  const t = await table(first, 'a');
  const { doc } = t.session;
  const [regular, bold] = stylesInOrder(doc).map((s) => s.id);
  first.files.held.add('lift');
  void t.addFiles(siblingIn(t.session, bold!), [file('AB.png')]);
  await meanwhile(first);
  const second = new FakeBrowser();
  second.store(first.stored('a'));
  second.files.intake.items = first.files.intake.items;
  for (const [id, blob] of first.files.pictures.kept) second.files.pictures.kept.set(id, blob);
  const again = await table(second, 'a');
  await again.resume(siblingIn(again.session, regular!));
  await meanwhile(second, 4000);
  const now = again.session.doc;
  expect(Object.values(inStyle(now, bold!).sheets).map((s) => s.state)).toEqual(['lifted']);
  expect(Object.values(inStyle(now, regular!).sheets)).toEqual([]);
  const drawn = (id: string) =>
    Object.values(inStyle(now, id).glyphs).flatMap((g) => (g.source ? [g.name] : []));
  expect([drawn(bold!), drawn(regular!)]).toEqual([['A', 'B'], []]);
});

describe('what files are taken for can be changed', () => {
  const squares = [0, 40, 80].map((x) => `<rect x="${x}" width="30" height="60"/>`).join('');
  const drawing = new File(
    [`<svg viewBox="0 0 110 60" xmlns="http://www.w3.org/2000/svg">${squares}</svg>`],
    'A.svg',
  );

  test('a drawing named after a letter that holds a row, and back by undo', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    await t.addFiles(t.session, [drawing]);
    await t.addFiles(t.session, [file('B.png')]);
    await meanwhile(browser);
    const before = t.session.doc;
    const first = Object.values(before.sheets).find((s) => s.kind === 'artwork')!;
    await t.takeAs(t.session, first.id, 'row');
    await meanwhile(browser);
    expect(sheets(t.session)).toEqual(['A.svg lifted', 'B.png lifted']);
    // One letter became three.
    expect(Object.keys(t.session.doc.pieces)).toHaveLength(Object.keys(before.pieces).length + 2);
    expect(browser.files.intake.items).toEqual([]);
    t.session.undo();
    expect(t.session.doc).toEqual(before);
    await t.takeAs(t.session, first.id, 'icons');
    await meanwhile(browser);
    expect(Object.values(t.session.doc.sheets).find((s) => s.name === 'A.svg')!.seating.reference).toBe(
      'icons',
    );
  });

  test('a page read as pixels is lifted again by a recipe of its own', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    await t.addFiles(t.session, [file('A.png')]);
    await meanwhile(browser);
    const sheet = () => Object.values(t.session.doc.sheets)[0]!;
    const shared = sheet().recipeId;
    await t.takeAs(t.session, sheet().id, 'pixels');
    await meanwhile(browser);
    expect(sheet().recipeId).not.toBe(shared);
    expect(t.session.doc.recipes[sheet().recipeId]!.mode).toBe('pixel');
    expect(t.session.doc.recipes[shared]!.mode).toBe('outline');
    expect(browser.files.calls.filter((c) => c.startsWith('lift'))).toHaveLength(2);
  });

  test('files that are lost are told, and the sheet stays', async () => {
    const browser = new FakeBrowser();
    browser.project('a');
    const t = await table(browser, 'a');
    await t.addFiles(t.session, [drawing]);
    await meanwhile(browser);
    browser.files.pictures.kept.clear();
    const before = t.session.doc;
    await t.takeAs(t.session, Object.keys(before.sheets)[0]!, 'icons');
    await meanwhile(browser);
    expect(t.tab.codes('a')).toEqual(['picture-missing']);
    expect(t.session.doc).toBe(before);
  });
});
