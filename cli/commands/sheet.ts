import { join, parse } from 'node:path';
import sharp from 'sharp';
import { practicePageSvg } from '../../core/lifting/practice/pageSvg';
import { PICTURE_WIDTHS } from '../../core/lifting/practice/pictureWidths';
import { practicePages } from '../../core/lifting/practice/layout';
import { DEFAULT_PRACTICE } from '../../core/lifting/practice/settings';
import { practicePdf } from '../../core/lifting/practice/pdf';
import { makeTemplate } from '../../core/lifting/artwork/template/makeTemplate';
import { newProject, projectOf } from '../../core/project/document/newProject';
import { EXIT, readArguments, UsageError } from '../arguments';
import { writeFile } from '../files';
import { valueOrPrint } from '../telling';
import { USAGE } from '../usage';

/** Width of a template's slots, em units. */
const SLOT_WIDTH = 640;

/** Widths of a page's picture, px: its code must be read again, and a tablet must hold it. */
const WIDTHS = { least: 800, most: 8000 };

export const sheetHelp = `${USAGE.sheet}

Makes a practice sheet: writing lines and a box for each character, to print, fill and scan.
  --characters TEXT what is to be written
  --pdf PATH        the sheet, with vector lines
  --png PATH        each page as a picture on clear ground, to be written on with a tablet; further pages get numbers
  --width PX        how wide it is, ${WIDTHS.least} to ${WIDTHS.most}, default ${PICTURE_WIDTHS[1]}
  --paper SIZE      a4 (default) or letter
  --boxes N         boxes for each character, 1 (default) to 3
  --x-height MM     height of small letters, default ${DEFAULT_PRACTICE.xHeightMm}
  --slant DEG       slanted help lines, default none
  --title TEXT      printed on each page
  --json PATH       where every box and line is, mm
  --svg PATH        a template to draw on in a vector program instead: frames and the font's lines; drawings come back to it
  --row             its slots in one long row
  --tenth           at a tenth of the size: 1 px is 10 units
`;

export async function runSheet(argv: string[]): Promise<number> {
  const { values } = readArguments(argv, {
    characters: { type: 'string' },
    pdf: { type: 'string' },
    png: { type: 'string' },
    width: { type: 'string', default: String(PICTURE_WIDTHS[1]) },
    paper: { type: 'string', default: 'a4' },
    boxes: { type: 'string', default: '1' },
    'x-height': { type: 'string', default: String(DEFAULT_PRACTICE.xHeightMm) },
    slant: { type: 'string', default: '0' },
    title: { type: 'string', default: 'Practice sheet' },
    json: { type: 'string' },
    svg: { type: 'string' },
    row: { type: 'boolean' },
    tenth: { type: 'boolean' },
  });
  const { paper } = values;
  const [boxes, xHeightMm, slantDeg] = [values.boxes, values['x-height'], values.slant].map(Number) as [
    number,
    number,
    number,
  ];
  if (!values.characters?.trim() || (!values.pdf && !values.png && !values.json && !values.svg))
    throw new UsageError('give --characters, and --pdf, --png, --svg or --json');
  const width = Number(values.width);
  if (!Number.isInteger(width) || width < WIDTHS.least || width > WIDTHS.most)
    throw new UsageError(`--width is ${WIDTHS.least} to ${WIDTHS.most} px`);
  if (paper !== 'a4' && paper !== 'letter') throw new UsageError('--paper is a4 or letter');
  if (![1, 2, 3].includes(boxes)) throw new UsageError('--boxes is 1, 2 or 3');
  if (!(xHeightMm >= 4 && xHeightMm <= 20)) throw new UsageError('--x-height is 4 to 20 mm');
  if (!(slantDeg >= 0 && slantDeg <= 45)) throw new UsageError('--slant is 0 to 45 degrees');
  const pages = practicePages([...values.characters], { paper, boxes, xHeightMm, slantDeg });
  const outputs: [string, string | Uint8Array][] = [];
  if (values.pdf) outputs.push([values.pdf, await practicePdf(pages, values.title)]);
  if (values.png)
    for (const page of pages)
      outputs.push([
        numbered(values.png, page.page),
        await pageAsPng(practicePageSvg(page, values.title, width)),
      ]);
  if (values.json) outputs.push([values.json, JSON.stringify({ pages })]);
  if (values.svg) {
    const { lines, unitsPerEm } = projectOf(newProject('sheet', values.title, 0));
    const [form, scale] = [values.row ? 'row' : 'frames', values.tenth ? 0.1 : 1] as const;
    const { characters } = values;
    const svg = makeTemplate({ characters, form, scale, lines, unitsPerEm, widthOf: () => SLOT_WIDTH });
    outputs.push([values.svg, svg]);
  }
  let good = true;
  for (const [path, content] of outputs) {
    const written = writeFile(path, content);
    valueOrPrint(written, path);
    good &&= written.ok;
  }
  return good ? EXIT.ok : EXIT.input;
}

/** Name of a page's file: the first has the name that was asked for. */
function numbered(path: string, page: number): string {
  const { dir, name, ext } = parse(path);
  return page === 1 ? path : join(dir, `${name}-${page}${ext}`);
}

const pageAsPng = async (svg: string): Promise<Uint8Array> =>
  new Uint8Array(await sharp(new TextEncoder().encode(svg)).png().toBuffer());
