import { practicePages } from '../../core/lifting/practice/layout';
import type { PracticeSettings } from '../../core/lifting/practice/settings';
import { changeProject } from '../../core/project/document/commands/font/project';
import { download } from '../ui/download';
import { paintedPng } from '../ui/paintedPng';
import { currentSession } from './projectStore';

/** What a practice sheet is made of and called. */
interface PracticeWanted {
  readonly characters: string;
  readonly settings: PracticeSettings;
  readonly title: string;
}

/** Makes a practice sheet for a list of characters and hands it to the browser as a PDF; the project keeps its layout. */
export async function savePracticeSheet(wanted: PracticeWanted): Promise<void> {
  const { characters, settings, title } = wanted;
  const pages = practicePages([...characters], settings);
  // The PDF writer is large; it is fetched when it is wanted.
  const { practicePdf } = await import('../../core/lifting/practice/pdf');
  download(await practicePdf(pages, title), `${title} practice sheet.pdf`, 'application/pdf');
  keepLayout(wanted);
}

/**
 * The pages as pictures on clear ground, each so many px wide, to be written on with a tablet: one as a PNG, several in a zip. The
 * project keeps their layout.
 */
export async function savePracticePictures(wanted: PracticeWanted, widthPx: number): Promise<void> {
  const { characters, settings, title } = wanted;
  const pages = practicePages([...characters], settings);
  const [{ practicePageSvg }, { zipSync }] = await Promise.all([
    import('../../core/lifting/practice/pageSvg'),
    import('fflate'),
  ]);
  const files: Record<string, Uint8Array> = {};
  // One canvas at a time: a page takes up to 80 MB while it is painted.
  for (const page of pages)
    files[`${title} page ${page.page}.png`] = await paintedPng(practicePageSvg(page, title, widthPx));
  const [only, ...more] = Object.entries(files);
  if (only && more.length === 0) download(only[1], only[0], 'image/png');
  else download(zipSync(files, { level: 0 }), `${title} practice pages.zip`, 'application/zip');
  keepLayout(wanted);
}

function keepLayout({ characters, settings }: PracticeWanted): void {
  const session = currentSession();
  const doc = session?.getState().doc;
  if (doc)
    session?.commit(changeProject(doc, { practice: { characters, settings } }, 'Make a practice sheet'));
}
