import { create } from 'zustand';
import type { Doc } from '../../core/project/document/schema';
import { runFor } from './jobs';
import type { Session } from './styleSession';
import { wholeFont } from './wholeFont';

interface PrintFont {
  /** What the page knows it by; null = none was made. */
  readonly family: string | null;
  /** The document that it was made of: after an edit it is another’s. */
  readonly of: Doc | null;
}

/**
 * The font as TrueType, which browsers put into PDF files as a font with its name; outlines as OTF has them would become drawings of each letter.
 */
export const usePrintFont = create<PrintFont>(() => ({ family: null, of: null }));

let face: FontFace | null = null;
let count = 0;

/** Makes the font that a print takes along; when it can’t be made, the one on the page is taken, and why is told. */
export async function makePrintFont(session: Session): Promise<void> {
  const { doc } = session;
  if (usePrintFont.getState().of === doc) return;
  await runFor(session, {
    name: 'Print',
    lane: 'print',
    stage: 'Making the font',
    async run({ signal }) {
      const bytes = await wholeFont(session, signal);
      const family = `print-${++count}`;
      const next = new FontFace(family, bytes.buffer as ArrayBuffer);
      await next.load();
      if (face) document.fonts.delete(face);
      document.fonts.add(next);
      face = next;
      usePrintFont.setState({ family, of: doc });
    },
  }).ended;
}
