import { practicePages } from '../../core/practice/layout';
import { type PracticeSettings } from '../../core/practice/settings';
import { changeProject } from '../../core/document/commands/naming';
import { download } from '../ui/download';
import { currentSession } from './projectStore';

/** Makes a practice sheet for a list of characters and hands it to the browser as a PDF; the project keeps its layout. */
export async function savePracticeSheet(
  characters: string,
  settings: PracticeSettings,
  title: string,
): Promise<number> {
  const session = currentSession();
  const pages = practicePages([...characters], settings);
  // The PDF writer is large; it is fetched when it is wanted.
  const { practicePdf } = await import('../../core/practice/pdf');
  const bytes = await practicePdf(pages, title);
  download(bytes, `${title} practice sheet.pdf`, 'application/pdf');
  const doc = session?.getState().doc;
  if (doc)
    session?.commit(changeProject(doc, { practice: { characters, settings } }, 'Make a practice sheet'));
  return pages.length;
}
