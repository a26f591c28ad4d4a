import { create } from 'zustand';
import { CELL_PX, drawnPiece, slotOf, slotOrigin, takeDrawn } from '../../core/document/commands/drawn';
import { compose, scaling, translation } from '../../core/geometry/affine';
import { transformContours, type Contour } from '../../core/geometry/contour';
import { fail } from '../../core/problems/problem';
import { moduleContours } from '../../core/modules/moduleContours';
import type { Module } from '../../core/modules/modules';
import { DEFAULT_PEN, type Pen, type PenStroke } from '../../core/pen/strokes';
import { world, type World } from './world';

interface DrawingState {
  readonly pen: Pen;
  /** The pen rubs out instead of writing. */
  readonly erases: boolean;
  /** Strokes on their way into the document, by character; px of the slot. */
  readonly waiting: ReadonlyMap<string, readonly PenStroke[]>;
}

export const useDrawing = create<DrawingState>(() => ({
  pen: DEFAULT_PEN,
  erases: false,
  waiting: new Map(),
}));

const wait = (char: string, strokes: readonly PenStroke[]) =>
  useDrawing.setState((s) => ({ waiting: new Map([...s.waiting, [char, strokes]]) }));
const waitingFor = (char: string) => useDrawing.getState().waiting.get(char) ?? [];

/** Air at the left of a built letter in its slot, px: it only shows on the sheet. */
const BUILT_LEFT_PX = 60;

/** Letters written with a pen, or built on the grid. */
export function createDrawing({ current, workers }: Pick<World, 'current' | 'workers'>) {
  /** One stroke after the other: each is one step that can be undone. */
  let queue: Promise<void> = Promise.resolve();

  /** Writes a stroke (px of the slot) for a character: its outline is made aside and comes as one step. */
  function writeStroke(char: string, stroke: PenStroke): void {
    const session = current();
    if (!session) return;
    wait(char, [...waitingFor(char), stroke]);
    const letGo = session.use();
    const write = async () => {
      const doc = session.doc;
      const origin = slotOrigin(slotOf(doc, 'written', char));
      const placed: PenStroke = {
        ...stroke,
        points: stroke.points.map(([x, y, ...rest]) => [x + origin.x, y + origin.y, ...rest] as const),
      };
      const strokes = [...(drawnPiece(doc, 'written', char)?.strokes ?? []), placed];
      const outline = await workers.pen.run<Contour[]>((api) => api.outline(strokes));
      wait(
        char,
        waitingFor(char).filter((s) => s !== stroke),
      );
      if (!outline.ok) return session.tell(outline.problems);
      session.commit(takeDrawn(session.doc, 'written', char, { strokes, outline: outline.value }));
    };
    // A stroke that fails must not hold up those behind it.
    queue = queue
      .then(write)
      .catch((error: unknown) => session.tell(fail({ code: 'job-failed', reason: String(error) }).problems))
      .finally(letGo);
  }

  /** Takes what was written for a character away. */
  function clearWritten(char: string): void {
    const session = current();
    if (session?.getState().doc) session.commit(takeDrawn(session.doc, 'written', char, { outline: [] }));
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
