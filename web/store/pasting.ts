import { pastedSvg } from '../../core/artwork/readArtwork';
import { pasteContours } from '../../core/document/commands/dressing';
import { inFile } from '../../core/problems/problem';
import { pastedInWorker } from '../workers/artworkClient';
import { useProject } from './projectStore';

/** SVG or path data from the clipboard into a glyph; anything else is left to whoever wants it. */
export async function pasteInto(glyphId: string, text: string): Promise<void> {
  const svg = pastedSvg(text);
  if (!svg) return;
  const read = await pastedInWorker(svg);
  const { doc, commit, showProblems } = useProject.getState();
  if (read.problems.length > 0) showProblems(inFile(read.problems, 'the clipboard'));
  if (read.ok && doc) commit(pasteContours(doc, glyphId, read.value.outline));
}
