import { setBearings } from '../../../core/project/document/commands/spacing/bearings';
import type { Doc } from '../../../core/project/document/schema';
import type { TraceRecipe } from '../../../core/lifting/find/tracePiece';
import { ok } from '../../../core/foundations/problems/problem';
import { box } from '../../../core/testing/randomOutlines';
import { WorkBench, withLiftedPage } from '../../testing/workBench';
import type { World } from '../world';
import { createTracing, useTracing } from '.';

/** Tracers without threads: an outline tells by its size which recipe it was traced by. */
class FakeTracers {
  name: string | null = null;
  readonly log: string[] = [];
  held: (() => void) | null = null;
  hold = false;

  holds = (name: string) => this.name === name;
  keep = async (name: string) => {
    this.name = name;
    this.log.push('keep');
    return true;
  };
  traceAll = async (
    keys: readonly string[],
    recipe: TraceRecipe,
    _turn: number,
    onPiece: (key: string, traced: never) => void,
    signal: AbortSignal,
  ) => {
    if (this.hold) await new Promise<void>((go) => (this.held = go));
    this.log.push(`${keys.length} by ${recipe.tolerancePx}`);
    for (const key of keys) {
      if (signal.aborted) return;
      onPiece(key, { outline: [box(0, 0, 10, 100 * recipe.tolerancePx)], layers: [] } as never);
    }
  };
  deviation = async () => ({ greatestPx: 0.2 }) as never;
  edges = async () => [Float64Array.of(50, 60, 90, 60, 90, 200, 50, 200)];
  ink = async () => null;
}

async function bench() {
  const b = new WorkBench();
  const session = await b.open('a', withLiftedPage);
  const tracers = new FakeTracers();
  b.browser.files.pictures.kept.set('pic', new Blob(['ink']));
  const imaging = b.host({ regions: (...args: unknown[]) => ok((args[4] as unknown[]).map(() => ({}))) });
  const world: World = {
    ...b.world,
    workers: { ...b.world.workers, imaging: imaging as never },
    tracers: () => tracers as never,
  };
  return { b, session, tracers, world, ...createTracing(world) };
}
beforeEach(() =>
  useTracing.setState({
    trial: null,
    outlines: new Map(),
    done: 0,
    total: 0,
    deviation: null,
    inks: new Map(),
  }),
);
const heights = (doc: Doc) =>
  Object.values(doc.pieces).map((p) => Math.max(...p.outline.flatMap((c) => c.nodes.map((n) => n.y))));

test('a recipe that is tried shows at once, changes nothing, and is taken as one step when it is left alone', async () => {
  const t = await bench();
  const before = t.session.doc;
  t.tryRecipe('s', { tolerancePx: 0.5 }, Object.keys(before.pieces).slice(0, 1));
  await t.b.settle();
  expect(useTracing.getState()).toMatchObject({ done: 4, total: 4 });
  expect(t.session.doc).toBe(before);
  await t.b.settle(600);
  expect(useTracing.getState().trial).toBeNull();
  expect(heights(t.session.doc)).toEqual([50, 50, 50, 50]);
  expect(t.session.getState().history.done).toHaveLength(1);
  t.session.undo();
  expect(t.session.doc).toEqual(before);
});

test('tried on and on, only the last is taken', async () => {
  const t = await bench();
  for (const tolerancePx of [0.3, 0.4, 0.7]) {
    t.tryRecipe('s', { tolerancePx }, []);
    await t.b.settle(100);
  }
  await t.b.settle(600);
  expect(heights(t.session.doc)).toEqual([70, 70, 70, 70]);
  expect(t.session.getState().history.done).toHaveLength(1);
});

test('dropped, nothing of it stays, though the tracers answer later', async () => {
  const t = await bench();
  const before = t.session.doc;
  t.tracers.hold = true;
  t.tryRecipe('s', { tolerancePx: 0.5 }, []);
  await t.b.settle();
  t.dropTrial();
  t.tracers.hold = false;
  t.tracers.held!();
  await t.b.settle(600);
  expect(t.session.doc).toBe(before);
  expect(useTracing.getState()).toMatchObject({ trial: null, done: 0, total: 0 });
  expect(useTracing.getState().outlines.size).toBe(0);
});

test('tried in one project, it is not taken into the one that is opened meanwhile', async () => {
  const t = await bench();
  t.tryRecipe('s', { tolerancePx: 0.5 }, []);
  await t.b.settle();
  const other = await t.b.open('b', withLiftedPage);
  const before = other.doc;
  await t.b.settle(600);
  expect(other.doc).toBe(before);
});

test('ink that can’t be read is told, and the next trial works', async () => {
  const t = await bench();
  t.b.faults.set('regions', 'crash');
  t.tryRecipe('s', { tolerancePx: 0.5 }, []);
  await t.b.settle(600);
  expect(t.b.tab.codes('a')).toEqual(['worker-crashed']);
  expect(t.session.getState().history.done).toEqual([]);
  t.b.faults.clear();
  t.tryRecipe('s', { tolerancePx: 0.6 }, []);
  await t.b.settle(600);
  expect(heights(t.session.doc)).toEqual([60, 60, 60, 60]);
});

test('the ink is read once for all that is asked of it, and anew for another level', async () => {
  const t = await bench();
  const sheet = t.session.doc.sheets.s!;
  const [piece] = Object.values(t.session.doc.pieces);
  await t.measurePiece(sheet, null, piece!);
  expect(useTracing.getState().deviation?.pieceId).toBe(piece!.id);
  expect(await t.sourceEdges(piece!.id)).toEqual([
    [
      { x: 50, y: 60 },
      { x: 90, y: 60 },
      { x: 90, y: 200 },
      { x: 50, y: 200 },
    ],
  ]);
  expect(t.b.calls).toEqual(['regions']);
  await t.measurePiece(sheet, 0.4, piece!);
  expect(t.b.calls).toEqual(['regions', 'regions']);
  expect(await t.sourceEdges('nobody')).toEqual([]);
});

describe('a stretch fitted to its ink', () => {
  test('is one step', async () => {
    const t = await bench();
    const glyph = Object.values(t.session.doc.glyphs).find((g) => g.source)!;
    await t.refitGlyph(glyph.id, new Map([[0, glyph.contours[0]!.nodes.map((_, i) => i)]]), 0);
    const made = t.session.doc.glyphs[glyph.id]!;
    expect(made.contours).not.toBe(glyph.contours);
    expect(t.session.getState().history.done.map((d) => d.label)).toEqual(['Refit a stretch']);
  });

  test('of a letter that was changed meanwhile is not taken', async () => {
    const t = await bench();
    const glyph = Object.values(t.session.doc.glyphs).find((g) => g.source)!;
    t.b.hold('regions');
    const done = t.refitGlyph(glyph.id, new Map([[0, [0, 1, 2, 3]]]), 0);
    await t.b.settle();
    t.session.commit(setBearings(t.session.doc, glyph.id, { left: 5 }));
    await t.b.release('regions');
    await done;
    expect(t.session.doc.glyphs[glyph.id]!.contours).toBe(glyph.contours);
  });
});

test('a picture that is lost gives no edges, and no fault of ours', async () => {
  const t = await bench();
  t.b.browser.files.pictures.kept.clear();
  const [piece] = Object.values(t.session.doc.pieces);
  expect(await t.sourceEdges(piece!.id)).toEqual([]);
  expect(t.b.tab.codes('a')).toEqual([]);
});
