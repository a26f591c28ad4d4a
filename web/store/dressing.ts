import { create } from 'zustand';
import { penFound, type OutlineSkeleton } from '../../core/tracing/centreline/skeletonOfOutline';
import {
  CLEAN_UP_NAMES,
  contoursOf,
  mayClean,
  takeCleaned,
  takeCleanUp,
  takeSkeleton,
  type Target,
} from '../../core/project/document/commands/outline';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import type { CleanedUp, CleanUp, CleanUpSettings } from '../../core/outlines/dress/cleanUp';
import { applyAffine, compose, translation } from '../../core/foundations/geometry/affine';
import type { Vec } from '../../core/foundations/geometry/vec';
import { ChordGrid, chordsOf, type Chord } from '../../core/outlines/outline/flat';
import { transformContours, type Contour } from '../../core/foundations/geometry/contour';
import { useDressBench } from './dressBench';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import type { Session } from './session';
import { drawnGlyphs } from './selectors';
import { sourceEdges } from './tracing';
import { world, type World } from './world';

/** A letter as a clean-up left it, and what it was before. */
type CleanedLetter = CleanedUp & { readonly before: GlyphRow['contours'] };

/** What a clean-up of many letters would change. */
export interface ManyCleaned {
  /** The project whose letters they are. */
  readonly projectId: string;
  readonly kind: CleanUp;
  readonly tolerance: number;
  readonly letters: ReadonlyMap<string, CleanedLetter>;
  readonly asked: number;
  readonly pointsBefore: number;
  readonly pointsAfter: number;
  readonly deviation: number;
}

/** A job over many letters: how far it is, a way to stop it, and what it found once it is through. */
export const useCleaning = create<HowFarOver & { readonly found: ManyCleaned | null }>(() => ({
  ...nothingUnderWay,
  found: null,
}));

const settingsFor = ({ of }: Target, tolerance: number): CleanUpSettings => ({
  tolerance,
  lines: of === 'skeleton',
});

const count = (cs: readonly Contour[]): number => cs.reduce((n, c) => n + c.nodes.length, 0);

/** The numbers of a clean-up of many letters. */
function cleanedOf(
  { projectId }: Session,
  kind: CleanUp,
  tolerance: number,
  asked: readonly GlyphRow[],
  letters: ReadonlyMap<string, CleanedLetter>,
): ManyCleaned {
  const points = (of: (g: GlyphRow) => number) => asked.reduce((n, g) => n + of(g), 0);
  return {
    projectId,
    kind,
    tolerance,
    letters,
    asked: asked.length,
    pointsBefore: points((g) => count(g.contours)),
    pointsAfter: points((g) => letters.get(g.id)?.pointsAfter ?? count(g.contours)),
    deviation: Math.max(0, ...[...letters.values()].map((l) => l.deviation)),
  };
}

export const dropTried = (): void => useDressBench.setState({ tried: null });

/** Letters that cleaning many may touch: all, or those whose characters are named; none by hand. */
export function lettersToClean(doc: Doc, only: string): GlyphRow[] {
  const wanted = new Set([...only].map((c) => c.codePointAt(0)!));
  return drawnGlyphs(doc).filter(
    (g) => mayClean(g) && (only.trim() === '' || g.codePoints.some((cp) => wanted.has(cp))),
  );
}

/** Width of a pen for lines drawn here when the style has no standard stem, u. */
const FIRST_PEN_EM = 80;

export interface StemWidth {
  readonly glyphId: string;
  readonly width: number;
}

const chordsOfRun = (run: readonly Vec[]): Chord[] =>
  run.map((a, i) => ({ a, b: run[(i + 1) % run.length]!, contour: 0, segment: i, t0: 0, t1: 1 }));

interface DressingWorld extends Pick<World, 'current' | 'workers' | 'jobs'> {
  /** Edges of a piece's ink as closed runs of points, px of its sheet's picture; none for artwork. */
  readonly sourceEdges: (pieceId: string) => Promise<Vec[][]>;
}

/** What is computed aside for the drawing bench: clean-ups of one letter or of many, skeletons, stems, edges of the source. */
export function createDressing({ current, workers, jobs, sourceEdges }: DressingWorld) {
  const clean = (
    kind: CleanUp,
    contours: readonly Contour[],
    settings: CleanUpSettings,
    signal?: AbortSignal,
  ) => workers.dress.run<CleanedUp | null>((api) => api.clean(kind, contours, settings), { signal });

  /** Shows what a clean-up would make of the drawing in hand, without making it. */
  async function tryCleanUp(target: Target, kind: CleanUp, tolerance: number): Promise<void> {
    const glyph = current()?.getState().doc?.glyphs[target.glyphId];
    if (!glyph) return;
    const of = contoursOf(glyph, target.of);
    const found = await clean(kind, of, settingsFor(target, tolerance));
    if (!found.ok) return current()?.tell(found.problems);
    const unchanged = {
      contours: of,
      pointsBefore: count(of),
      pointsAfter: count(of),
      dropped: 0,
      deviation: 0,
    };
    const now = current()?.getState().doc?.glyphs[target.glyphId];
    // The answer is for a drawing that may be gone by now.
    if (now && contoursOf(now, target.of) === of)
      useDressBench.setState({ tried: { kind, tolerance, of, made: found.value ?? unchanged } });
  }

  /** Makes what is being tried, or the clean-up right away, computed aside. */
  async function makeCleanUp(target: Target, kind: CleanUp, tolerance: number): Promise<void> {
    const session = current();
    const glyph = session?.getState().doc?.glyphs[target.glyphId];
    if (!session || !glyph) return;
    const of = contoursOf(glyph, target.of);
    const { tried } = useDressBench.getState();
    const known =
      tried?.of === of && tried.kind === kind && tried.tolerance === tolerance ? tried.made : null;
    await session.later(
      CLEAN_UP_NAMES[kind],
      () => void makeCleanUp(target, kind, tolerance),
      async () => {
        const found = known ? null : await clean(kind, of, settingsFor(target, tolerance));
        if (found && !found.ok) session.tell(found.problems);
        const made = known ?? (found?.ok ? found.value : null);
        // Edits made meanwhile stand.
        return session.doc.glyphs[target.glyphId] === glyph && made
          ? takeCleanUp(session.doc, target, kind, made.contours)
          : null;
      },
    );
    useDressBench.setState({ tried: null, selection: [] });
  }

  /** Cleans many letters aside and says what that would change; nothing is changed until `keepMany`. */
  async function cleanMany(kind: CleanUp, tolerance: number, only: string): Promise<void> {
    const session = current();
    const doc = session?.getState().doc;
    if (!session || !doc) return;
    const letters = lettersToClean(doc, only);
    useCleaning.setState({ found: null });
    await overLetters<GlyphRow, CleanedLetter>(useCleaning, {
      session,
      jobs,
      letters,
      stage: 'Cleaning',
      idOf: (g) => g.id,
      each: async ({ contours: before }, signal) => {
        const found = await clean(kind, before, { tolerance }, signal);
        return found.ok && found.value ? { ...found.value, before } : null;
      },
      then: (made) => useCleaning.setState({ found: cleanedOf(session, kind, tolerance, letters, made) }),
    });
  }

  /** Takes over what cleaning many letters found, as one step to undo. */
  function keepMany(): void {
    const { found } = useCleaning.getState();
    const session = current();
    if (found && session?.projectId === found.projectId)
      session.commit(takeCleaned(session.doc, found.kind, found.letters));
    useCleaning.setState({ found: null });
  }

  /**
   * Draws a letter by a pen from now on: along its open runs when it is made of such, else along the lines that a pen may have
   * followed to leave its outline.
   */
  async function drawBySkeleton(glyphId: string): Promise<void> {
    const session = current();
    const before = session?.getState().doc;
    const glyph = before?.glyphs[glyphId];
    if (!session || !glyph) return;
    if (glyph.contours.length > 0 && glyph.contours.every((c) => !c.closed)) {
      const width = before!.styles[glyph.styleId]?.stems.upright ?? FIRST_PEN_EM;
      session.commit(
        takeSkeleton(before!, glyphId, glyph.contours, { width, ends: 'round', joins: 'round' }),
      );
      useDressBench.setState({ of: 'skeleton', selection: [] });
      return;
    }
    await session.later(
      'Find a skeleton',
      () => void drawBySkeleton(glyphId),
      async () => {
        const found = await workers.dress.run<OutlineSkeleton>((api) => api.skeleton(glyph.contours));
        if (!found.ok) session.tell(found.problems);
        if (!found.ok || session.doc.glyphs[glyphId] !== glyph) return null;
        return takeSkeleton(session.doc, glyphId, found.value.lines, penFound(found.value));
      },
    );
    const { skeleton } = session.doc.glyphs[glyphId] ?? {};
    if (skeleton) useDressBench.setState({ of: 'skeleton', selection: [] });
  }

  /** Upright stems of the letters given, measured aside. */
  async function stemsInWorker(letters: readonly GlyphRow[]): Promise<readonly StemWidth[]> {
    const found = await workers.dress.run<readonly StemWidth[]>((api) =>
      api.stems(letters.map((g) => ({ glyphId: g.id, contours: g.contours }))),
    );
    return found.ok ? found.value : [];
  }

  /**
   * The edges of what a letter was lifted from, as they stand in the font (`shift`: the x of the letter's own drawing that
   * lies at 0 there); null for one that was drawn here.
   */
  function edgesOfSource(glyph: GlyphRow, shift: number): Promise<ChordGrid | null> {
    if (!glyph.source) return Promise.resolve(null);
    const known = edgesKnown.get(glyph.source);
    if (known?.shift === shift) return known.grid;
    const grid = readEdges(glyph, shift);
    edgesKnown.set(glyph.source, { shift, grid });
    return grid;
  }

  /** The bench and the gauge ask for the same edges. */
  const edgesKnown = new WeakMap<object, { shift: number; grid: Promise<ChordGrid | null> }>();

  async function readEdges(glyph: GlyphRow, shift: number): Promise<ChordGrid | null> {
    const doc = current()?.getState().doc;
    const piece = glyph.source ? doc?.pieces[glyph.source.pieceId] : undefined;
    if (!glyph.source || !piece) return null;
    const runs = await sourceEdges(piece.id);
    const transform = compose(translation(-shift, 0), glyph.source.transform);
    if (runs.length === 0) {
      // Artwork has no picture: its own outline is the source.
      return new ChordGrid(chordsOf(transformContours(piece.outline, transform), 0.05));
    }
    return new ChordGrid(runs.flatMap((run) => chordsOfRun(run.map((p) => applyAffine(transform, p)))));
  }

  return {
    tryCleanUp,
    makeCleanUp,
    cleanMany,
    keepMany,
    drawBySkeleton,
    stemsInWorker,
    edgesOfSource,
  };
}

export const { tryCleanUp, makeCleanUp, cleanMany, keepMany, drawBySkeleton, stemsInWorker, edgesOfSource } =
  createDressing({ ...world, sourceEdges });
