import { join } from 'node:path';
import { writeProjectFile } from '../../core/project/archive/writeProject';
import {
  brushPicture,
  letterPictures,
  markerPicture,
  paintedPicture,
  penPicture,
  wheelPicture,
} from '../../demo/artwork';
import { DEMO_PROJECTS, demoProjectFiles } from '../../demo/projects';
import { hugePage, letterPdf, metalType, tabletDrawing, tideClockDigits } from '../../demo/otherSources';
import { pathSigns } from '../../demo/signs';
import { practicePhotos } from '../../demo/practice/practicePhotos';
import {
  apprenticesPage,
  joinedPage,
  keepersPage,
  runningPage,
  TIDE_BOOK_LINES,
  paintedCapitals,
  ruledPage,
  tideMillProject,
  unevenPage,
} from '../../demo/tideMill';
import { toJpeg } from '../../demo/page/renderPage';
import { EXIT, readArguments, UsageError } from '../arguments';
import { writeFile } from '../files';
import { printProblems } from '../telling';
import { USAGE } from '../usage';

export const demoHelp = `${USAGE.demo}

Draws the demo's page of writing and its pictures, and makes its project files.
  --page            only pages to try things with: by another made-up hand, a photograph of a ruled one, one with letters that
                    float, one of joined letters
  --writing         only a page of the tide book as running text, by a hand that joins its letters and one that doesn't, and its text
  --practice        only a practice sheet as a made-up hand filled it, photographed askew, and once more by another hand
  --sources         only pixel figures, metal type, a tablet's drawing and a PDF of drawn capitals
  --projects        only the finished projects, one for each kind of work, with a picture of each
  --huge            only a page of 212 megapixels
  --letters         only 62 pictures of one letter or figure each, named after it
`;

export async function runDemo(argv: string[]): Promise<number> {
  const { values } = readArguments(argv, {
    out: { type: 'string' },
    page: { type: 'boolean', default: false },
    letters: { type: 'boolean', default: false },
    writing: { type: 'boolean', default: false },
    practice: { type: 'boolean', default: false },
    sources: { type: 'boolean', default: false },
    projects: { type: 'boolean', default: false },
    huge: { type: 'boolean', default: false },
  });
  if (!values.out) throw new UsageError('give --out');
  if (values.huge) return writeAll(values.out, [['drum-scan.png', await hugePage()]]);
  if (values.projects) return writeAll(values.out, await finishedProjects());
  if (values.sources)
    return writeAll(values.out, [
      ['tide-clock-digits.png', tideClockDigits()],
      ['seed-bag-type.jpg', metalType()],
      ['tablet-letters.png', tabletDrawing()],
      ['drawn-capitals.pdf', await letterPdf()],
    ]);
  if (values.letters) return writeAll(values.out, letterPictures());
  if (values.practice) return writeAll(values.out, await practicePhotos());
  if (values.page)
    return writeAll(values.out, [
      ['apprentices-page.jpg', apprenticesPage()],
      ['ruled-page.jpg', ruledPage()],
      ['uneven-page.jpg', unevenPage()],
      ['joined-page.jpg', joinedPage()],
    ]);
  if (values.writing)
    return writeAll(values.out, [
      ['tide-book.jpg', toJpeg(runningPage(), 90)],
      ['tide-book-joined.jpg', toJpeg(runningPage(true), 90)],
      ['tide-book.txt', new TextEncoder().encode(`${TIDE_BOOK_LINES.join('\n')}\n`)],
    ]);
  const page = keepersPage();
  const { doc, pictures } = tideMillProject(page);
  return writeAll(values.out, [
    ['keepers-page.jpg', page],
    ['tide-mill.orthoglyph.zip', await writeProjectFile(doc, pictures)],
    ['artwork/wheel-pixels.png', wheelPicture()],
    ['artwork/tide-clock-digits.png', tideClockDigits()],
    ['artwork/brush-S.png', brushPicture()],
    ['artwork/marker-R.png', markerPicture()],
    ['artwork/pen-k.png', penPicture()],
    ['artwork/painted-TEO.png', paintedPicture()],
    ['artwork/painted-capitals.jpg', paintedCapitals()],
    ...pathSigns().map(([name, bytes]) => [`artwork/signs/${name}`, bytes] as const),
    ...(await finishedProjects()),
  ]);
}

async function finishedProjects(): Promise<(readonly [string, Uint8Array])[]> {
  const files: (readonly [string, Uint8Array])[] = [];
  for (const project of DEMO_PROJECTS) files.push(...(await demoProjectFiles(project)));
  return files;
}

function writeAll(folder: string, files: readonly (readonly [string, Uint8Array])[]): number {
  for (const [name, bytes] of files) {
    const written = writeFile(join(folder, name), bytes);
    printProblems(written.problems);
    if (!written.ok) return EXIT.input;
  }
  return EXIT.ok;
}
