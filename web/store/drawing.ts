import { create } from 'zustand';
import { CELL_PX, drawnPiece, slotOf, slotOrigin, takeDrawn } from '../../core/document/commands/drawn';
import { compose, scaling, translation } from '../../core/geometry/affine';
import { transformContours } from '../../core/geometry/contour';
import { moduleContours } from '../../core/modules/moduleContours';
import type { Module } from '../../core/modules/modules';
import { DEFAULT_PEN, type Pen, type PenStroke } from '../../core/pen/strokes';
import { outlineInWorker } from '../workers/penClient';
import { useProject } from './projectStore';

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

/** One stroke after the other: each is one step that can be undone. */
let queue: Promise<void> = Promise.resolve();

/** Writes a stroke (px of the slot) for a character: its outline is made aside and comes as one step. */
export function writeStroke(char: string, stroke: PenStroke): void {
  wait(char, [...waitingFor(char), stroke]);
  queue = queue.then(async () => {
    const { doc, commit, showProblems } = useProject.getState();
    if (!doc) return;
    const origin = slotOrigin(slotOf(doc, 'written', char));
    const placed: PenStroke = {
      ...stroke,
      points: stroke.points.map(([x, y, ...rest]) => [x + origin.x, y + origin.y, ...rest] as const),
    };
    const strokes = [...(drawnPiece(doc, 'written', char)?.strokes ?? []), placed];
    const outline = await outlineInWorker(strokes);
    wait(
      char,
      waitingFor(char).filter((s) => s !== stroke),
    );
    if (!outline.ok) return showProblems(outline.problems);
    const now = useProject.getState().doc;
    if (now) commit(takeDrawn(now, 'written', char, { strokes, outline: outline.value }));
  });
}

/** Takes what was written for a character away. */
export function clearWritten(char: string): void {
  const { doc, commit } = useProject.getState();
  if (doc) commit(takeDrawn(doc, 'written', char, { outline: [] }));
}

/** Air at the left of a built letter in its slot, px: it only shows on the sheet. */
const BUILT_LEFT_PX = 60;

/** Takes the cells painted for a character over, with their merged outline. */
export function buildLetter(char: string, cells: readonly Module[]): void {
  const { doc, commit } = useProject.getState();
  if (!doc) return;
  const { x, baselineY } = slotOrigin(slotOf(doc, 'built', char));
  const place = compose(translation(x + BUILT_LEFT_PX, baselineY), scaling(CELL_PX, -CELL_PX));
  commit(takeDrawn(doc, 'built', char, { cells, outline: transformContours(moduleContours(cells), place) }));
}
