import { practicePages, type PracticeSettings } from '../../core/practice/layout';
import { download } from '../ui/download';

/** Makes a practice sheet for a list of characters and hands it to the browser as a PDF. */
export async function savePracticeSheet(
  characters: string,
  settings: PracticeSettings,
  title: string,
): Promise<number> {
  const pages = practicePages([...characters], settings);
  // The PDF writer is large; it is fetched when it is wanted.
  const { practicePdf } = await import('../../core/practice/pdf');
  const bytes = await practicePdf(pages, title);
  download(bytes, `${title} practice sheet.pdf`, 'application/pdf');
  return pages.length;
}
