import { create } from 'zustand';
import { takeDrawn } from '../../core/project/document/commands/sheets/drawnHere';
import { slotOf, drawnPiece, slotOrigin, CELL_PX } from '../../core/project/document/queries/drawnHere';
import type { Doc } from '../../core/project/document/schema';
import { compose, scaling, translation } from '../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../core/foundations/geometry/contour';
import { fail } from '../../core/foundations/problems/problem';
import { moduleContours } from '../../core/outlines/modules/moduleContours';
import type { Module } from '../../core/outlines/modules/modules';
import { DEFAULT_PEN, type Pen, type PenStroke } from '../../core/tracing/pen/strokes';
import type { Session } from './styleSession';
import { world, type World } from './world';

interface DrawingState {
  readonly pen: Pen;
  /** The pen rubs out instead of writing. */
  readonly erases: boolean;
  /** Once a pen was seen on this machine, fingers and palms are left alone. */
  readonly penSeen: boolean;
  /** Strokes on their way into the document, by character; px of the slot. */
  readonly waiting: ReadonlyMap<string, readonly PenStroke[]>;
}

export const useDrawing = create<DrawingState>(() => ({
  pen: DEFAULT_PEN,
  erases: false,
  penSeen: false,
  waiting: new Map(),
}));

const wait = (char: string, strokes: readonly PenStroke[]) =>
  useDrawing.setState((s) => ({ waiting: new Map([...s.waiting, [char, strokes]]) }));
const waitingFor = (char: string) => useDrawing.getState().waiting.get(char) ?? [];

/** The strokes of a letter with one more (px of the slot), px of the sheet. */
function withStroke(doc: Doc, char: string, stroke: PenStroke): PenStroke[] {
  const origin = slotOrigin(slotOf(doc, 'written', char));
  const points = stroke.points.map(([x, y, ...rest]) => [x + origin.x, y + origin.y, ...rest] as const);
  return [...(drawnPiece(doc, 'written', char)?.strokes ?? []), { ...stroke, points }];
}

/** Air at the left of a built letter in its slot, px: it only shows on the sheet. */
const BUILT_LEFT_PX = 60;

/** Gestures of one bench, whose edits are made aside one after the other. */
function createTurns() {
  let queue: Promise<void> = Promise.resolve();

  /** Makes a gesture's edit when those before it are made; one that fails must not hold up those behind it. */
  return function inTurn(
    session: Session,
    label: string,
    { done, again }: { readonly done: () => void; readonly again: () => void },
    make: (isWanted: () => boolean) => Promise<void>,
  ): void {
    const letGo = session.use();
    const gesture = session.gestures.begin(label, done, again);
    queue = queue
      .then(() => (gesture.isWanted ? make(() => gesture.isWanted) : undefined))
      .catch((error: unknown) => session.tell(fail({ code: 'job-failed', reason: String(error) }).problems))
      .finally(() => {
        gesture.end();
        letGo();
      });
  };
}

/** Letters written with a pen, or built on the grid. */
export function createDrawing({ current, workers }: Pick<World, 'current' | 'workers'>) {
  /** One stroke after the other: each is one step that can be undone. */
  const inTurn = createTurns();

  /**
   * Writes a stroke (px of the slot) for a character: its outline is made aside and comes as one step. It can be taken back
   * from the moment it ends.
   */
  function writeStroke(char: string, stroke: PenStroke): void {
    const session = current();
    if (!session) return;
    wait(char, [...waitingFor(char), stroke]);
    const done = () =>
      wait(
        char,
        waitingFor(char).filter((s) => s !== stroke),
      );
    inTurn(session, `Write ${char}`, { done, again: () => writeStroke(char, stroke) }, async (isWanted) => {
      const strokes = withStroke(session.doc, char, stroke);
      const outline = await workers.pen.run<Contour[]>((api) => api.outline(strokes));
      done();
      if (!outline.ok) session.tell(outline.problems);
      else if (isWanted())
        session.commitLate(takeDrawn(session.doc, 'written', char, { strokes, outline: outline.value }));
    });
  }

  /** Takes what was written for a character away, with what is still being inked. */
  function clearWritten(char: string): void {
    const session = current();
    if (!session?.getState().doc) return;
    const cleared = () => takeDrawn(session.doc, 'written', char, { outline: [] });
    if (session.getState().underWay.length === 0) return session.commit(cleared());
    inTurn(session, `Clear ${char}`, { done: () => {}, again: () => clearWritten(char) }, (isWanted) => {
      if (isWanted()) session.commitLate(cleared());
      return Promise.resolve();
    });
  }

  /** Takes the cells painted for a character over, with their merged outline. */
  function buildLetter(char: string, cells: readonly Module[]): void {
    const session = current();
    const doc = session?.getState().doc;
    if (!session || !doc) return;
    const { x, baselineY } = slotOrigin(slotOf(doc, 'built', char));
    const place = compose(translation(x + BUILT_LEFT_PX, baselineY), scaling(CELL_PX, -CELL_PX));
    session.commit(
      takeDrawn(doc, 'built', char, { cells, outline: transformContours(moduleContours(cells), place) }),
    );
  }

  return { writeStroke, clearWritten, buildLetter };
}

export const { writeStroke, clearWritten, buildLetter } = createDrawing(world);
