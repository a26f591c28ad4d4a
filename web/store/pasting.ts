import { pastedSvg } from '../../core/lifting/artwork/readArtwork';
import type { PastedDrawing } from '../../core/lifting/artwork/readPasted';
import {
  contoursOf,
  pasteContours,
  pasteFromSlot,
  pasteInPlace,
  type PointRef,
  type Target,
} from '../../core/project/document/commands/outline';
import type { ProjectDiff } from '../../core/project/document/changes/diff';
import type { Doc } from '../../core/project/document/schema';
import { originX } from '../../core/project/document/queries/metrics';
import { translation } from '../../core/foundations/geometry/affine';
import { transformContours } from '../../core/foundations/geometry/contour';
import { inFile } from '../../core/foundations/problems/problem';
import { copiedContours, copiedSvg } from '../../core/readers/svg/clipboard';
import type { JobContext } from '../jobs/jobQueue';
import { runFor } from './jobs';
import type { Session } from './styleSession';
import { world, type World } from './world';

/** The clipboard of the drawing bench. */
export function createPasting({ current, workers, jobs }: Pick<World, 'current' | 'workers' | 'jobs'>) {
  /** Chosen contours (all when none is chosen) as SVG for the clipboard, standing as they do in the font; null for an empty letter. */
  function copyFrom(target: Target, chosen: readonly number[]): string | null {
    const glyph = current()?.getState().doc?.glyphs[target.glyphId];
    if (!glyph) return null;
    const contours = contoursOf(glyph, target.of).filter((_, i) => chosen.length === 0 || chosen.includes(i));
    return contours.length === 0
      ? null
      : copiedSvg(transformContours(contours, translation(-originX(glyph), 0)));
  }

  /**
   * What is on the clipboard into a drawing: our own points where they stood, any other SVG or path data fitted to the letter.
   * Gives the points that were added, to be taken in hand.
   */
  async function pasteInto(target: Target, text: string): Promise<PointRef[]> {
    const session = current();
    const glyph = session?.getState().doc?.glyphs[target.glyphId];
    if (!session || !glyph) return [];
    const own = copiedContours(text);
    const svg = pastedSvg(text);
    if (own) session.commit(pasteInPlace(session.doc, target, own, originX(glyph)));
    else if (svg) await pasteDrawing(session, target, text, svg);
    return pointsBeyond(session, target, contoursOf(glyph, target.of).length);
  }

  const pasteDrawing = (session: Session, target: Target, text: string, svg: string): Promise<unknown> =>
    session.later(
      'Paste',
      () => void pasteInto(target, text),
      async () => {
        const drawing = await readAside(session, svg);
        return drawing && pasteDrawn(session.doc, target.glyphId, drawing);
      },
    );

  async function readAside(session: Session, svg: string): Promise<PastedDrawing | null> {
    const name = 'the clipboard';
    let drawing: PastedDrawing | null = null;
    const run = async ({ signal }: JobContext) => {
      const read = await workers.artwork.run<PastedDrawing>((api) => api.pasted(svg), { signal });
      session.tell(inFile(read.problems, name));
      if (read.ok) drawing = read.value;
    };
    await runFor(session, { name, lane: 'paste', stage: 'Reading the drawing', run }, jobs).ended;
    return drawing;
  }

  return { copyFrom, pasteInto };
}

/** What was drawn in the letter's own slot of a template (or in the only one) lands as it was drawn; any other drawing is fitted. */
function pasteDrawn(doc: Doc, glyphId: string, { slots, artwork }: PastedDrawing): ProjectDiff | null {
  if (artwork) return pasteContours(doc, glyphId, artwork.outline);
  const char = String.fromCodePoint(...(doc.glyphs[glyphId]?.codePoints ?? []));
  const slot = slots.find((s) => s.char === char) ?? (slots.length === 1 ? slots[0] : undefined);
  return slot ? pasteFromSlot(doc, glyphId, slot) : null;
}

/** Nodes of all contours from one on. */
function pointsBeyond(session: Session, { glyphId, of }: Target, from: number): PointRef[] {
  const glyph = session.doc.glyphs[glyphId];
  return (glyph ? contoursOf(glyph, of) : []).flatMap((c, contour) =>
    contour < from ? [] : c.nodes.map((_, node) => ({ contour, node, part: 'node' as const })),
  );
}

export const { copyFrom, pasteInto } = createPasting(world);
