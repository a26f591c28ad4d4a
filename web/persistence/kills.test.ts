import fc from 'fast-check';
import { emptyHistory } from '../../core/project/document/changes/history';
import { openRows } from '../../core/project/document/opening/openRows';
import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { sampleProject } from '../../core/testing/sampleProject';
import { faultOf, live, move } from '../testing/lives';
import { MemoryRows, type Fate } from '../testing/memoryRows';
import { OrthoglyphDb } from './db';
import { projectRows, summaryOf } from './projectRows';

/** Lives of a page, each ended by a kill. */
const KILLS = 10_000;

/** What becomes of each write, in turn: storage may fail, be full, or lose its answer to the kill. */
const fates = fc.array(fc.constantFrom<Fate>('done', 'done', 'done', 'fails', 'full', 'unanswered'), {
  maxLength: 6,
});

test(`${KILLS} kills at any moment, writes failing as they like: what is stored is whole, and no older than what was said to be saved`, async () => {
  let [kills, edits] = [0, 0];
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.array(move, { maxLength: 14 }), fates), { minLength: 20, maxLength: 20 }),
      async (lives) => {
        const rows = new MemoryRows();
        rows.projects.set('sample', { doc: sampleProject(), history: emptyHistory, version: SCHEMA_VERSION });
        for (const [moves, fate] of lives) {
          const left = [...fate];
          rows.fate = () => left.shift() ?? 'done';
          const ended = await live(rows, moves);
          expect(faultOf(rows.projects.get('sample')!.doc, ended)).toBeNull();
          edits += ended.states.length - 1;
          kills++;
        }
      },
    ),
    { seed: 2026, numRuns: KILLS / 20 },
  );
  expect(kills).toBeGreaterThanOrEqual(KILLS);
  expect(edits).toBeGreaterThan(KILLS);
});

describe('in the browser’s own kind of database', () => {
  /** A database that dies after so many of its operations: whatever was under way then is undone, and nothing follows. */
  function dying(name: string, after: number): OrthoglyphDb {
    const db = new OrthoglyphDb(name);
    let left = after;
    db.use({
      stack: 'dbcore',
      name: 'dies',
      create: (core) => ({
        ...core,
        table: (table) => {
          const down = core.table(table);
          return {
            ...down,
            mutate: (request) => {
              if (--left >= 0) return down.mutate(request);
              request.trans.abort();
              return Promise.reject(new Error('the page is gone'));
            },
          };
        },
      }),
    });
    return db;
  }
  const idle = async () => {
    for (let k = 0; k < 30; k++) await new Promise((go) => setImmediate(go));
  };

  async function storedIn(name: string): Promise<Doc> {
    const db = new OrthoglyphDb(name);
    try {
      const found = (await projectRows(db).load('sample'))!;
      const opened = openRows(found.version, found.tables);
      if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
      return opened.value.doc;
    } finally {
      db.close();
    }
  }

  test('kills in the middle of a write: all of it is there or nothing, and nothing that was said to be saved is missing', async () => {
    let [kills, cut] = [0, 0];
    let serial = 0;
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.tuple(fc.array(move, { maxLength: 10 }), fc.nat(40)), { minLength: 5, maxLength: 5 }),
        async (lives) => {
          const name = `killed ${++serial}`;
          const first = new OrthoglyphDb(name);
          const doc = sampleProject();
          await projectRows(first).replace(summaryOf(doc, 'sample', SCHEMA_VERSION, 0), doc);
          first.close();
          for (const [moves, after] of lives) {
            const db = dying(name, after);
            const ended = await live(projectRows(db), moves, idle);
            db.close();
            expect(faultOf(await storedIn(name), ended)).toBeNull();
            kills++;
            if (ended.safe < ended.states.length - 1) cut++;
          }
        },
      ),
      { seed: 7, numRuns: 40 },
    );
    expect(kills).toBeGreaterThanOrEqual(200);
    // Many of them did end with something under way.
    expect(cut).toBeGreaterThan(50);
  });
});
