import { brushPicture, markerPicture, penPicture } from '../../../demo/artwork';
import { KEEPER } from '../../../demo/hand/writeLetter';
import { renderPage } from '../../../demo/page/renderPage';
import { CLEAN_SCAN, capturePage } from '../../../demo/practice/fillPage';
import { pathSigns } from '../../../demo/signs';
import { HAND_MADE } from '../../../testing/handMadeSvgs';
import {
  hasFontTools,
  hasSanitizer,
  readWithFontTools,
  sanitize,
  shape,
} from '../../../testing/outsideReaders';
import { artworkSheet, picturesSheet } from '../../lifting/artwork/makeSheets';
import type { DroppedFile } from '../../lifting/artwork/sortFiles';
import { checkProject } from '../check/checkProject';
import { takeLifted, type LiftResult } from '../../project/document/commands/pieces/takeLifted';
import { addSheet } from '../../project/document/commands/sheets/sheets';
import { takeDrawn } from '../../project/document/commands/sheets/drawnHere';
import { takeSkeleton } from '../../project/document/commands/outline';
import { addMadeSheet } from '../../project/document/commands/sheets/madeSheets';
import { takePractice } from '../../project/document/commands/sheets/practice';
import type { ProjectDiff } from '../../project/document/changes/diff';
import { edit } from '../../project/document/inStep/edit';
import { defaultRecipe } from '../../project/document/defaultRecipe';
import { newProject } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import { liftSheet } from '../../lifting/sheet/liftSheet';
import type { Contour } from '../../foundations/geometry/contour';
import { moduleContours } from '../../outlines/modules/moduleContours';
import { DEFAULT_PEN, type PenStroke } from '../../tracing/pen/strokes';
import { writtenOutline } from '../../tracing/pen/writtenOutline';
import { liftPractice } from '../../lifting/practice/liftPractice';
import { practicePages } from '../../lifting/practice/layout';
import { findPage } from '../../lifting/practice/readPage';
import { DEFAULT_PRACTICE } from '../../lifting/practice/settings';
import { straightenPage } from '../../lifting/practice/straighten';
import type { Result } from '../../foundations/problems/problem';
import { byName } from '../../testing/named';
import { compileFont } from './compileFont';

/** A font of each kind of input, held against the readers from outside: what the app makes of it has no hard fault. */
const after = (doc: Doc, diff: ProjectDiff | null): Doc => {
  if (!diff) throw new Error('nothing happened');
  return edit(doc, diff).doc;
};

const valueOf = <T>(r: Result<T>): T => {
  if (!r.ok) throw new Error(JSON.stringify(r.problems));
  return r.value;
};

const empty = newProject('p', 'Tide hand', 0);
const sized = { widthPx: 900, heightPx: 600 };

function made(kind: 'pictures' | 'artwork', sheet: LiftResult, icons: boolean): Doc {
  const row = { id: 's', name: 'dropped', kind, pictureId: 'x', originalId: 'y', ...sized, icons };
  return after(empty, addMadeSheet(empty, row, sheet));
}

const svgFile = ([name, text]: readonly [string, string]): DroppedFile => ({
  path: `${name}.svg`,
  bytes: new TextEncoder().encode(text),
});
async function drawings(files: readonly DroppedFile[], as: 'icons' | 'row'): Promise<Doc> {
  const { sheet, icons } = valueOf(await artworkSheet(files, [], { as }));
  return made('artwork', sheet, icons);
}

function page(written: string, expected: string): Doc {
  const picture = renderPage({
    hand: KEEPER,
    characters: written,
    width: 1000,
    height: 500,
    capPx: 60,
    perRow: 10,
    skewDeg: 1,
    ink: [40, 40, 70],
    paper: [240, 236, 225],
  });
  const doc = after(empty, addSheet(empty, { id: 's', name: 'page', pictureId: 'x', ...sized }, expected));
  const lifted = liftSheet(picture, doc.sheets.s!, Object.values(doc.recipes)[0]!);
  return after(doc, takeLifted(doc, 's', valueOf(lifted)));
}

function practice(): Doc {
  const [sheet] = practicePages([...'AHxnog.'], DEFAULT_PRACTICE);
  const picture = capturePage(sheet!, { ...CLEAN_SCAN, hand: KEEPER, pxPerMm: 5 });
  const found = findPage(picture);
  if (!found || found === 'no-code') throw new Error('not found');
  const flat = straightenPage(picture, found);
  const lifted = valueOf(liftPractice(flat.picture, found.page, flat.pxPerMm, defaultRecipe));
  const facts = { pictureId: 'x', originalId: 'y', ...sized, code: 'c', expected: 'AHxnog.', name: 'p' };
  return after(empty, takePractice(empty, 's', { ...facts, capLinePx: lifted.capLinePx }, lifted));
}

const stroke = (points: readonly (readonly [number, number])[]): PenStroke => ({
  pen: DEFAULT_PEN,
  erases: false,
  points: points.map(([x, y], i) => [x, y, 0.5, 0, 8 * i] as const),
});

/** An l with a loop, and a bar, px of the slots' sheet. */
const LOOP = Array.from({ length: 40 }, (_, i) => {
  const t = i / 39;
  return [200 + 70 * Math.sin(2 * Math.PI * t) + 60 * t, 420 - 260 * Math.sin(Math.PI * t)] as const;
});

function written(): Doc {
  const outline = writtenOutline([stroke(LOOP)]);
  const doc = after(empty, takeDrawn(empty, 'written', 'l', { strokes: [stroke(LOOP)], outline }));
  const bar = writtenOutline([
    stroke([
      [500, 200],
      [500, 420],
    ]),
  ]);
  return after(doc, takeDrawn(doc, 'written', 'i', { outline: bar }));
}

function built(): Doc {
  const cells = [0, 1, 2, 3, 4, 5, 6].flatMap((y) =>
    [0, 1, 2].map((x) => ({ x, y, shape: (['full', 'quarter', 'dot'] as const)[(x + y) % 3]!, turn: 0 })),
  ) as unknown as Parameters<typeof moduleContours>[0];
  return after(empty, takeDrawn(empty, 'built', 'n', { cells, outline: moduleContours(cells) }));
}

function skeleton(): Doc {
  const doc = written();
  const { l } = byName(doc);
  const node = (x: number, y: number) => ({ x, y, in: null, out: null, kind: 'corner' as const });
  const line: Contour = { closed: false, nodes: [node(60, 0), node(60, 700), node(260, 350), node(60, 0)] };
  return after(doc, takeSkeleton(doc, l!.id, [line], { width: 80, ends: 'round', joins: 'round' }));
}

const bars = [0, 40, 80, 130].map((x, i) => `<path d="M${x} 0h24v${60 + 4 * i}h-24z"/>`).join('');
const ROW = ['row', `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 160 80">${bars}</svg>`] as const;

const KINDS: Readonly<Record<string, () => Doc | Promise<Doc>>> = {
  'a page with letters that are not there': () => page('ABDEFHKxno.,', 'ABCDEFGHIJKxyzno.,:'),
  'a filled practice sheet': practice,
  'named pictures': () =>
    made(
      'pictures',
      valueOf(
        picturesSheet(
          [
            { path: 'k.png', bytes: penPicture() },
            { path: 'R.png', bytes: markerPicture() },
            { path: 'S.png', bytes: brushPicture() },
          ],
          defaultRecipe,
        ),
      ).sheet,
      false,
    ),
  'icons of many makes': () =>
    drawings(
      [...Object.entries(HAND_MADE).map(svgFile), ...pathSigns().map(([path, bytes]) => ({ path, bytes }))],
      'icons',
    ),
  'letters in one drawing': () => drawings([svgFile(ROW)], 'row'),
  'letters written with a pen': written,
  'letters built on the grid': built,
  'letters drawn by skeletons': skeleton,
};

describe.each(Object.entries(KINDS))('%s', (_, make) => {
  test('makes fonts that sanitizer, fontTools and HarfBuzz take', async () => {
    const doc = await make();
    expect(checkProject(doc).filter((p) => p.severity === 'error')).toEqual([]);
    const named = Object.values(doc.glyphs).filter((g) => g.codePoints.length > 0 && g.contours.length > 0);
    expect(named.length).toBeGreaterThan(0);
    const text = named.map((g) => String.fromCodePoint(g.codePoints[0]!));
    for (const format of ['otf', 'ttf'] as const) {
      const font = compileFont(doc, { format, styleId: 'regular', nowUnixS: 0 });
      if (hasSanitizer) expect(sanitize(font, `own.${format}`)).toBe('');
      if (hasFontTools) expect(readWithFontTools(font, `own.${format}`).tables).toContain('OS/2');
      for (const char of text) expect(shape(font, char).every((g) => g.gid > 0)).toBe(true);
    }
  });
});
