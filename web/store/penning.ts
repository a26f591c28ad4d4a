import { create } from 'zustand';
import { penFound, type OutlineSkeleton } from '../../core/tracing/centreline/skeletonOfOutline';
import { takePens, takeSkeletons, type PenDrawn } from '../../core/project/document/commands/outline';
import { takeInkedAgain } from '../../core/project/document/commands/sheets/drawnHere';
import { drawnPieces } from '../../core/project/document/queries/drawnHere';
import type { Doc, GlyphRow, PieceRow } from '../../core/project/document/schema';
import type { PenShape } from '../../core/outlines/dress/grow';
import type { Contour } from '../../core/foundations/geometry/contour';
import type { Pen, PenStroke } from '../../core/tracing/pen/strokes';
import { lettersToStem } from './stemming';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import { drawnGlyphs } from './selectors';
import { world, type World } from './world';

/** How far the pens of many letters are. */
export const usePenning = create<HowFarOver>(() => nothingUnderWay);

const named = (only: string) => {
  const wanted = new Set([...only].map((c) => c.codePointAt(0)!));
  return (g: GlyphRow): boolean => only.trim() === '' || g.codePoints.some((cp) => wanted.has(cp));
};

/** Letters that a pen draws: those named, or all. */
export const lettersWithPen = (doc: Doc, only: string): GlyphRow[] =>
  drawnGlyphs(doc).filter((g) => g.skeleton !== null && named(only)(g));

/** Letters for which the lines of a pen can be looked for: outlines of their own. */
export const lettersForPen = lettersToStem;

/** Letters written in the app. */
export const writtenLetters = (doc: Doc): PieceRow[] =>
  drawnPieces(doc, 'written').filter((p) => p.strokes.some((s) => !s.erases));

type PenWorld = Pick<World, 'current' | 'workers' | 'jobs'>;

function createPens({ current, workers, jobs }: PenWorld) {
  /** Another pen, or some of it, for all letters that a pen draws. */
  async function changePens(change: Partial<PenShape>, only: string): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    await overLetters(usePenning, {
      session,
      jobs,
      letters: lettersWithPen(session.doc, only),
      stage: 'Drawing with another pen',
      idOf: (g) => g.id,
      each: async (before, signal) => {
        if (!before.skeleton) return null;
        const { lines, pen: old } = before.skeleton;
        const pen = { ...old, ...change };
        const made = await workers.dress.run<Contour[]>((api) => api.pen(lines, pen), { signal });
        return made.ok ? { before, pen, outline: made.value } : null;
      },
      then: (made) => session.commit(takePens(session.doc, made)),
    });
  }

  /** Lines found that a pen may have run along to leave the outlines of letters; a letter's own pen, or one for all. */
  async function findSkeletons(only: string, one: PenShape | null): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    await overLetters<GlyphRow, PenDrawn & { readonly before: GlyphRow }>(usePenning, {
      session,
      jobs,
      letters: lettersForPen(session.doc, only),
      stage: 'Finding skeletons',
      idOf: (g) => g.id,
      each: async (before, signal) => {
        const found = await workers.dress.run<OutlineSkeleton>((api) => api.skeleton(before.contours), {
          signal,
        });
        if (!found.ok) return null;
        const { lines } = found.value;
        const pen = one ?? penFound(found.value);
        const made = await workers.dress.run<Contour[]>((api) => api.pen(lines, pen), { signal });
        return made.ok ? { before, lines, pen, outline: made.value } : null;
      },
      then: (made) => session.commit(takeSkeletons(session.doc, made)),
    });
  }

  return { changePens, findSkeletons };
}

function createInking({ current, workers, jobs }: PenWorld) {
  /** All letters written here inked with another pen, as their strokes went. */
  async function inkAgain(pen: Pen): Promise<void> {
    const session = current();
    if (!session?.getState().doc) return;
    await overLetters(usePenning, {
      session,
      jobs,
      letters: writtenLetters(session.doc),
      stage: 'Inking again',
      idOf: (p) => p.id,
      each: async (before, signal) => {
        const strokes = before.strokes.map((s): PenStroke => (s.erases ? s : { ...s, pen }));
        const made = await workers.pen.run<Contour[]>((api) => api.outline(strokes), { signal });
        return made.ok ? { before, strokes, outline: made.value } : null;
      },
      then: (made) => session.commit(takeInkedAgain(session.doc, made)),
    });
  }

  return { inkAgain };
}

/** Pens of many letters at once: worked out aside, one step to undo. */
export const createPenning = (of: PenWorld) => ({ ...createPens(of), ...createInking(of) });

export const { changePens, findSkeletons, inkAgain } = createPenning(world);
