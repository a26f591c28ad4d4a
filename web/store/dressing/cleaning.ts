import { create } from 'zustand';
import type { Contour } from '../../../core/foundations/geometry/contour';
import type { CleanedUp, CleanUp, CleanUpSettings } from '../../../core/outlines/dress/cleanUp';
import {
  CLEAN_UP_NAMES,
  contoursOf,
  mayClean,
  takeCleaned,
  takeCleanUp,
  type Target,
} from '../../../core/project/document/commands/outline';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import { useDressBench } from '../dressBench';
import { nothingUnderWay, overLetters, type HowFarOver } from '../overLetters';
import { drawnGlyphs } from '../selectors';
import type { Session } from '../styleSession';
import type { World } from '../world';

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

/** Clean-ups of one letter, tried first and then made, computed aside. */
export function createCleaning({ current, workers }: Pick<World, 'current' | 'workers'>) {
  const clean = cleanerOf(workers);

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

  return { tryCleanUp, makeCleanUp };
}

const cleanerOf =
  (workers: World['workers']) =>
  (kind: CleanUp, contours: readonly Contour[], settings: CleanUpSettings, signal?: AbortSignal) =>
    workers.dress.run<CleanedUp | null>((api) => api.clean(kind, contours, settings), { signal });

/** Clean-ups of many letters: what they would change is told before it is kept. */
export function createCleaningMany({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  const clean = cleanerOf(workers);

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

  return { cleanMany, keepMany };
}
