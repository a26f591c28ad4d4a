import { artworkSheet } from '../lifting/artwork/makeSheets';
import { addMadeSheet } from '../project/document/commands/sheets/madeSheets';
import { edit } from '../project/document/inStep/edit';
import { newProject } from '../project/document/newProject';
import type { Doc } from '../project/document/schema';

/** A project with SVG drawings (what is in their view of 100 by 100, by file name) as they come in from files. */
export async function drawnProject(files: Readonly<Record<string, string>>, as?: 'text'): Promise<Doc> {
  const dropped = Object.entries(files).map(([path, body]) => ({
    path,
    bytes: new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 100 100">${body}</svg>`,
    ),
  }));
  const read = await artworkSheet(dropped, [], as ? { as } : {});
  if (!read.ok) throw new Error('not read');
  const { sheet, icons } = read.value;
  const doc = newProject('drawn', 'Drawn', 0);
  const facts = { id: 's', name: 'drawings', kind: 'artwork', pictureId: 'x', icons } as const;
  const added = addMadeSheet(doc, { ...facts, widthPx: sheet.widthPx, heightPx: sheet.heightPx }, sheet);
  if (!added) throw new Error('nothing drawn');
  return edit(doc, added).doc;
}
