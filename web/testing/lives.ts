import fc from 'fast-check';
import { danglingReferences } from '../../core/project/document/queries/dangling';
import { setBearings } from '../../core/project/document/commands/spacing/bearings';
import { setFollows } from '../../core/project/document/commands/spacing/follows';
import { setGroupKerning, setKerning } from '../../core/project/document/commands/spacing/kerning';
import { takeLifted } from '../../core/project/document/commands/pieces/takeLifted';
import { relabelPiece } from '../../core/project/document/commands/pieces/named';
import { removeSheet, addSheet } from '../../core/project/document/commands/sheets/sheets';
import { renameGlyph, startGlyph } from '../../core/project/document/commands/glyphs/renaming';
import { movePoints, outlineOf, shareContours } from '../../core/project/document/commands/outline';
import { composeAccents } from '../../core/project/document/commands/glyphs/composing';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import { commit, redo, undo, type History, type Step } from '../../core/project/document/changes/history';
import { openRows } from '../../core/project/document/opening/openRows';
import { SCHEMA_VERSION, type Doc } from '../../core/project/document/schema';
import { liftedSheet } from '../../core/testing/liftedSheet';
import { ProjectWriter } from '../persistence/projectWriter';
import { summaryOf, type ProjectRows } from '../persistence/projectRows';
import { FakeClock } from './fakeClock';

const glyph = (doc: Doc, k: number): string => {
  const ids = Object.keys(doc.glyphs);
  return ids[k % ids.length]!;
};

const lifted = (doc: Doc, n: number): ProjectDiff | null =>
  takeLifted(doc, 's', liftedSheet('ABCD'.slice(0, 1 + (n % 4))));

/** Edits of every kind of table. */
const EDITS: readonly ((doc: Doc, n: number) => ProjectDiff | null)[] = [
  (d, n) => setBearings(d, glyph(d, n), { left: n % 90 }),
  (d, n) => setKerning(d, glyph(d, n), glyph(d, n + 3), -(n % 50)),
  (d, n) => setGroupKerning(d, glyph(d, n), glyph(d, n + 1), -(n % 30)),
  (d, n) => setFollows(d, glyph(d, n), 'left', glyph(d, n + 2)),
  (d, n) => renameGlyph(d, glyph(d, n), 'QRSTUV'[n % 6]!),
  (d, n) => startGlyph(d, 'kmw'[n % 3]!),
  (d, n) =>
    movePoints(d, outlineOf(glyph(d, n)), [{ contour: 0, node: 0, part: 'node' }], { x: 1, y: n % 7 }),
  (d, n) => shareContours(d, glyph(d, n), [0], 'bit'),
  (d) => composeAccents(d, 'ô'),
  (d) => (d.sheets.s ? null : addSheet(d, { id: 's', name: 's', pictureId: 'a', widthPx: 9, heightPx: 9 })),
  (d, n) => (d.sheets.s ? lifted(d, n) : null),
  (d, n) => relabelPiece(d, Object.keys(d.pieces)[0] ?? '', 'xyz'[n % 3]!),
  (d, n) => (n % 5 === 0 ? removeSheet(d, 's') : null),
];

export type Move =
  | { readonly kind: 'edit'; readonly which: number; readonly n: number }
  | { readonly kind: 'undo' | 'redo' | 'flush' }
  | { readonly kind: 'wait'; readonly ms: number };

export const move: fc.Arbitrary<Move> = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.record({
      kind: fc.constant('edit' as const),
      which: fc.nat(EDITS.length - 1),
      n: fc.nat(60),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({ kind: fc.constantFrom('undo' as const, 'redo' as const, 'flush' as const) }),
  },
  { weight: 3, arbitrary: fc.record({ kind: fc.constant('wait' as const), ms: fc.nat(900) }) },
);

/** What a killed page leaves behind. */
export interface Life {
  /** All states that the project was in, the first as it was opened. */
  readonly states: readonly Doc[];
  /** The last of them that was said to be saved. */
  readonly safe: number;
}

/**
 * The life of a page from opening the sample project to its kill. `idle` lets storage work after each thing that is done.
 */
export async function live(
  rows: ProjectRows,
  moves: readonly Move[],
  idle: () => Promise<void> = () => Promise.resolve(),
): Promise<Life> {
  const loaded = (await rows.load('sample'))!;
  const opened = openRows(loaded.version, loaded.tables);
  if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
  if (opened.value.changed) throw new Error('what was stored had to be mended');
  let doc = opened.value.doc;
  let history: History = loaded.history;
  const clock = new FakeClock();
  const states: Doc[] = [doc];
  let safe = 0;
  const writer = new ProjectWriter({
    write: (w) => rows.write(w),
    summary: () => summaryOf(doc, 'sample', SCHEMA_VERSION, clock.now),
    onState: (s) => {
      if (s === 'saved') safe = states.length - 1;
    },
    clock,
  });
  const take = (step: Step | null) => {
    if (!step) return;
    ({ doc, history } = step);
    states.push(doc);
    writer.add(step.diff, history);
  };
  for (const m of moves) {
    if (m.kind === 'wait') await clock.pass(m.ms);
    else if (m.kind === 'flush') void writer.flush();
    else if (m.kind === 'edit') {
      const diff = EDITS[m.which]!(doc, m.n);
      if (diff) take(commit(doc, history, diff));
    } else take(m.kind === 'undo' ? undo(doc, history) : redo(doc, history));
    await idle();
  }
  // The kill: nothing of the page runs any more.
  writer.stop();
  return { states, safe };
}

/**
 * What is wrong with what a killed page left in storage; null when it is whole: a state that the page was in, no older than the
 * last that was said to be saved.
 */
export function faultOf(stored: Doc, { states, safe }: Life): string | null {
  const text = inOrder(stored);
  if (!states.slice(safe).some((s) => inOrder(s) === text))
    return states.some((s) => inOrder(s) === text) ? 'older than what was saved' : 'no state of the page';
  const dangling = danglingReferences(stored);
  return dangling.length > 0 ? `dangling: ${dangling.join(', ')}` : null;
}

/** A row with its fields in one order, whoever wrote it; rows are immutable and shared, so each is done once. */
const texts = new WeakMap<object, string>();
function textOf(row: object): string {
  const known = texts.get(row);
  if (known !== undefined) return known;
  const text = JSON.stringify(row, (_, v: unknown) =>
    typeof v === 'object' && v !== null && !Array.isArray(v)
      ? Object.fromEntries(Object.entries(v).sort(([a], [b]) => (a < b ? -1 : 1)))
      : v,
  );
  texts.set(row, text);
  return text;
}

/** A document as text, rows in the order of their ids: storage gives them back so. */
const inOrder = (doc: Doc): string =>
  Object.entries(doc)
    .map(
      ([table, rows]) =>
        `${table}\n${Object.values(rows as Record<string, { id: string }>)
          .sort((a, b) => (a.id < b.id ? -1 : 1))
          .map(textOf)
          .join('\n')}`,
    )
    .join('\n');
