import { create } from 'zustand';
import { takeStems } from '../../core/project/document/commands/outline';
import { projectOf } from '../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import type { Stemmed } from '../workers/dressApi';
import { nothingUnderWay, overLetters, type HowFarOver } from './overLetters';
import { drawnGlyphs } from './selectors';
import { world, type World } from './world';

/** A letter as it would be with the standard's stem; widths in em units. */
export interface StemmedLetter extends Stemmed {
  readonly before: GlyphRow['contours'];
}

/** What bringing many stems to the standard would change. */
export interface ManyStems {
  /** The project whose letters they are. */
  readonly projectId: string;
  readonly wanted: number;
  readonly letters: ReadonlyMap<string, StemmedLetter>;
  readonly asked: number;
}

export const useStemming = create<HowFarOver & { readonly found: ManyStems | null }>(() => ({
  ...nothingUnderWay,
  found: null,
}));

/** Stems within so much of the standard are left alone, em units. */
const EQUAL_EM = 1;

/**
 * Letters whose outlines may be grown or shrunk: those named, or all drawn ones; what a pen draws, and what is composed of other
 * letters, follows its pen and its letters.
 */
export function lettersToStem(doc: Doc, only: string): GlyphRow[] {
  const wanted = new Set([...only].map((c) => c.codePointAt(0)!));
  return drawnGlyphs(doc).filter(
    (g) =>
      g.skeleton === null &&
      g.components.length === 0 &&
      g.contours.some((c) => c.closed) &&
      (only.trim() === '' || g.codePoints.some((cp) => wanted.has(cp))),
  );
}

/** Stems of many letters brought to the style's standard, shown before anything is changed. */
export function createStemming({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  async function stemMany(only: string): Promise<void> {
    const session = current();
    const doc = session?.getState().doc;
    const wanted = doc && doc.styles[projectOf(doc).styleId]?.stems.upright;
    if (!session || !doc || !wanted) return;
    const letters = lettersToStem(doc, only);
    useStemming.setState({ found: null });
    await overLetters<GlyphRow, StemmedLetter>(useStemming, {
      session,
      jobs,
      letters,
      stage: 'Growing stems',
      idOf: (g) => g.id,
      each: async ({ contours: before }, signal) => {
        const found = await workers.dress.run<Stemmed | null>((api) => api.stem(before, wanted), { signal });
        const made = found.ok ? found.value : null;
        return made && Math.abs(made.from - wanted) > EQUAL_EM ? { ...made, before } : null;
      },
      then: (made) =>
        useStemming.setState({
          found: { projectId: session.projectId, wanted, letters: made, asked: letters.length },
        }),
    });
  }

  /** Takes over what was found, as one step to undo. */
  function keepStems(): void {
    const { found } = useStemming.getState();
    const session = current();
    if (found && session?.projectId === found.projectId)
      session.commit(takeStems(session.doc, found.letters));
    useStemming.setState({ found: null });
  }

  return { stemMany, keepStems };
}

export const { stemMany, keepStems } = createStemming(world);
