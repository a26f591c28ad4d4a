import { ok, type Result } from '../../foundations/problems/problem';
import { readSvg } from '../../readers/svg/read/readSvg';
import { artworkOf, type Artwork } from './readArtwork';
import { withoutTemplate } from './template/readTemplate';
import { templateLetters, type TemplateLetter } from './template/templateLetters';

/** A drawing from the clipboard: with slots of a template about its letters, or just drawn. */
export type PastedDrawing =
  | { readonly slots: readonly TemplateLetter[]; readonly artwork: null }
  | { readonly slots: readonly []; readonly artwork: Artwork };

/** An SVG document from the clipboard. Fails as reading a file does. */
export function readPasted(svg: string): Result<PastedDrawing> {
  const drawing = readSvg(svg);
  if (!drawing.ok) return drawing;
  const slots = templateLetters(drawing.value);
  if (slots.length > 0) return ok({ slots, artwork: null });
  // Lines of a template that came along without their slot are no part of the letter.
  const artwork = artworkOf(withoutTemplate(drawing.value), 'the clipboard');
  return artwork.ok ? ok({ slots: [], artwork: artwork.value }, artwork.problems) : artwork;
}
