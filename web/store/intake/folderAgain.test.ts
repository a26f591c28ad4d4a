import { iconsOf } from '../../../core/project/document/queries/glyphs';
import { FakeBrowser, type FakeTab } from '../../testing/desk';
import { useFolderOffers } from '../folderOffers';
import { createIntake } from './createIntake';

/** A square of a board of 24 px. */
const icon = (name: string, side: number) =>
  new File(
    [
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24"><path d="M2 2h${side}v${side}h${-side}z"/></svg>`,
    ],
    `${name}.svg`,
    { type: 'image/svg+xml' },
  );
const WEEK_ONE = [icon('barley', 20), icon('eel', 8), icon('gate', 12), icon('mill', 16)];
const WEEK_TWO = [icon('barley', 20), icon('eel', 9), icon('lock', 12), icon('mill', 16), icon('oar', 6)];

async function table(browser: FakeBrowser, tab: FakeTab = browser.tab()) {
  let serial = 0;
  const { workers, pictures, intake } = browser.files;
  const newId = () => `i ${browser.clock.now} ${++serial}`;
  const taking = createIntake({
    workers,
    pictures,
    intake,
    jobs: tab.jobs,
    newId,
    now: () => browser.clock.now,
  });
  const session = tab.sessions.of('i');
  const letGo = session.use();
  await browser.clock.pass(5);
  return { tab, session, letGo, ...taking };
}

async function meanwhile(browser: FakeBrowser): Promise<void> {
  for (let k = 0; k < 24; k++) {
    await new Promise((r) => setTimeout(r, 0));
    await browser.clock.pass(100);
  }
}

async function twoWeeks() {
  useFolderOffers.setState({ offers: [] });
  const browser = new FakeBrowser();
  browser.project('i');
  const t = await table(browser);
  await t.addFiles(t.session, WEEK_ONE);
  await meanwhile(browser);
  const before = t.session.doc;
  await t.addFiles(t.session, WEEK_TWO);
  await meanwhile(browser);
  const [offer] = useFolderOffers.getState().offers;
  if (!offer) throw new Error('nothing was offered');
  return { browser, t, before, offer };
}

const codes = (t: Awaited<ReturnType<typeof table>>) =>
  Object.fromEntries(iconsOf(t.session.doc).map((g) => [g.name, g.codePoints[0]]));

test('a folder of icons that comes again changes nothing before it is answered, and waits in storage until then', async () => {
  const { browser, t, before, offer } = await twoWeeks();
  expect(t.session.doc).toBe(before);
  expect(browser.files.intake.items).toHaveLength(1);
  expect(offer.found.changes.map((c) => `${c.kind} ${c.name}`)).toEqual([
    'added oar',
    'changed eel',
    'renamed lock',
  ]);
  offer.take(() => true);
  await meanwhile(browser);
  expect(codes(t)).toEqual({ barley: 0xe000, eel: 0xe001, lock: 0xe002, mill: 0xe003, oar: 0xe004 });
  expect(browser.files.intake.items).toEqual([]);
  expect(browser.stored('i')).toEqual(t.session.doc);
  t.session.undo();
  expect(Object.keys(codes(t)).sort()).toEqual(['barley', 'eel', 'gate', 'mill']);
});

test('an offer that is left lets the files go and the icons be', async () => {
  const { browser, t, before, offer } = await twoWeeks();
  offer.leave();
  await meanwhile(browser);
  expect(t.session.doc).toBe(before);
  expect(browser.files.intake.items).toEqual([]);
  expect(useFolderOffers.getState().offers).toEqual([]);
});

test('an offer that was not answered comes back when the project is opened again, once', async () => {
  const { browser, t } = await twoWeeks();
  t.letGo();
  const later = await table(browser, browser.tab());
  await later.resume(later.session);
  await meanwhile(browser);
  expect(useFolderOffers.getState().offers).toHaveLength(1);
});

test('a folder that is as it was is told, and nothing waits', async () => {
  const { browser, t, offer } = await twoWeeks();
  offer.leave();
  await t.addFiles(t.session, WEEK_ONE);
  await meanwhile(browser);
  expect(t.tab.told.map((x) => x.problem)).toMatchObject([{ code: 'icons-unchanged', count: 4 }]);
  expect(browser.files.intake.items).toEqual([]);
});

test('files that were meant as further icons are all there, those of taken names with a number and a code of their own', async () => {
  const { browser, t, offer } = await twoWeeks();
  offer.further();
  await meanwhile(browser);
  const all = codes(t);
  expect(Object.keys(all).sort()).toEqual(['barley', 'eel', 'eel_2', 'gate', 'lock', 'mill', 'oar']);
  expect(new Set(Object.values(all)).size).toBe(7);
  expect(browser.files.intake.items).toEqual([]);
});
