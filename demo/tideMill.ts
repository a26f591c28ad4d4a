import { newProject } from '../core/project/document/newProject';
import { BASIC_BILL } from '../core/type/names/bills';
import { takeLifted } from '../core/project/document/commands/pieces/takeLifted';
import { addSheet } from '../core/project/document/commands/sheets/sheets';
import { changeCasting } from '../core/project/document/commands/font/casting';
import { edit } from '../core/project/document/inStep/edit';
import type { Doc } from '../core/project/document/schema';
import { pictureIdOf } from '../core/readers/pictures/pictureId';
import { liftSheet } from '../core/lifting/sheet/liftSheet';
import { decodePicture } from '../core/readers/pictures/decodePicture';
import { JOINED_SKELETONS, SKELETONS } from './hand/skeletons';
import { APPRENTICE, KEEPER } from './hand/writeLetter';
import { renderPage, toJpeg, type RenderedPage } from './page/renderPage';

/** Skerry Lane Tide Mill is made up, as is everything about it. */
const NAME = 'Skerry Lane Tide Mill';

/** 2026-01-05 09:00 UTC: a fixed day, so that the demo's bytes are always the same. */
const DEMO_MADE_MS = 1767603600000;

/** The page from the keeper's tide book: A5 landscape at 300 dpi. */
export const keepersPage = (): Uint8Array =>
  toJpeg(
    renderPage({
      hand: KEEPER,
      characters: BASIC_BILL,
      width: 2480,
      height: 1748,
      capPx: 118,
      perRow: 13,
      skewDeg: 1.4,
      ink: [38, 44, 62],
      paper: [243, 238, 226],
    }),
    84,
  );

/** A page by the miller's apprentice: another hand, pen, ink, paper and turn. */
export const apprenticesPage = (): Uint8Array =>
  toJpeg(
    renderPage({
      hand: APPRENTICE,
      characters: BASIC_BILL,
      width: 2000,
      height: 1500,
      capPx: 96,
      perRow: 13,
      skewDeg: -2.1,
      ink: [104, 38, 120],
      paper: [250, 250, 247],
    }),
    90,
  );

/** A free page of 86 letters and signs on which m and 4 float and an o is too large, as happens to every hand. */
export const unevenPage = (): Uint8Array =>
  toJpeg(
    renderPage({
      hand: { ...KEEPER, seed: 31 },
      characters: `${BASIC_BILL}/+=*#[]<>~$\u00df`,
      width: 2480,
      height: 1748,
      capPx: 112,
      perRow: 13,
      skewDeg: 0.9,
      ink: [38, 44, 62],
      paper: [243, 238, 226],
      floating: { m: 0.16, 4: 0.14 },
      swollen: { o: 1.22 },
    }),
    86,
  );

/** The capitals over the door, painted with a broad brush: the whole alphabet, for a font of capitals. */
export const paintedCapitals = (): Uint8Array =>
  toJpeg(
    renderPage({
      hand: { ...KEEPER, name: 'sign painter', seed: 19, pen: 0.19, width: 1.12, slantDeg: 0, wobble: 0.003 },
      characters: 'ABCDEFGHIJKLMNOPQRSTUVWXYZ',
      width: 2000,
      height: 860,
      capPx: 150,
      perRow: 9,
      skewDeg: 0,
      ink: [140, 36, 28],
      paper: [236, 226, 200],
    }),
    82,
  );

/** What the keeper writes into the tide book, line by line. */
export const TIDE_BOOK_LINES = [
  'Before six the keeper unlocks the mill and wakes the quiet wheel.',
  'The ebb is weak, a grey haze lies over the quay. He oils the axle,',
  'fixes a jammed sluice, and marks the level in the tide book.',
  'By half past seven the wheat is mixed with barley; big stones hum.',
  'Every sack is weighed twice, for the exact sum is known by dozens.',
  'A jackdaw keeps watch on the frozen beam and quarrels with gulls.',
  'What the moon gives, the mill takes, and just then gives it back.',
];

/** A page of the tide book as running text in the keeper's hand; `joined`: by his daughter, who joins her letters. */
export const runningPage = (joined = false): RenderedPage =>
  renderPage({
    hand: joined
      ? { ...KEEPER, name: 'daughter', seed: 79, pen: 0.085, slantDeg: 8, wobble: 0.004 }
      : { ...KEEPER, seed: 17 },
    skeletons: joined ? { ...SKELETONS, ...JOINED_SKELETONS } : SKELETONS,
    characters: '',
    lines: TIDE_BOOK_LINES,
    joined,
    width: 2480,
    height: 1400,
    capPx: joined ? 46 : 58,
    perRow: 1,
    skewDeg: 0.5,
    ink: [38, 44, 66],
    paper: [246, 242, 232],
  });

/**
 * A page of joined small letters: each begins and ends at one height. `again`: written a second time, as no hand writes twice
 * alike.
 */
export const joinedPage = (again = false): Uint8Array =>
  toJpeg(
    renderPage({
      hand: {
        ...KEEPER,
        name: 'daughter',
        seed: again ? 78 : 77,
        pen: 0.085,
        slantDeg: 8,
        wobble: again ? 0.009 : 0.003,
      },
      skeletons: JOINED_SKELETONS,
      characters: 'abcdefghijklmnopqrstuvwxyz',
      width: 2480,
      height: 1000,
      capPx: 150,
      perRow: 9,
      skewDeg: 0,
      ink: [44, 40, 70],
      paper: [246, 242, 232],
    }),
    90,
  );

/** A photograph of a ruled page: d runs into c, Q into P, a letter is crossed out. */
export const ruledPage = (): Uint8Array =>
  toJpeg(
    renderPage({
      hand: KEEPER,
      characters: BASIC_BILL,
      width: 2480,
      height: 1748,
      capPx: 112,
      perRow: 13,
      skewDeg: -1.1,
      ink: [34, 40, 92],
      paper: [232, 228, 214],
      touching: ['d', 'Q'],
      crossedOut: 'R',
      rules: 2,
      shade: 0.12,
    }),
    86,
  );

/** The demo project: the keeper's page, lifted, traced, seated and named by the same steps the app takes. */
export function tideMillProject(page: Uint8Array): { doc: Doc; pictures: Map<string, Uint8Array> } {
  const pictureId = pictureIdOf(page);
  let doc = newProject('tide-mill', NAME, DEMO_MADE_MS);
  const apply = (diff: ReturnType<typeof addSheet>) => {
    if (diff) doc = edit(doc, diff).doc;
  };
  apply(
    changeCasting(doc, {
      family: 'Skerry Lane',
      designer: 'The keeper of Skerry Lane Tide Mill (made up)',
      licence: 'Made-up demo font. Do as you like with it.',
      copyright: 'Demo data of Orthoglyph; the mill and its keeper are made up.',
    }),
  );
  const decoded = decodePicture(page);
  if (!decoded.ok) throw new Error('the demo page cannot be decoded');
  const { width, height } = decoded.value;
  const sheet = {
    id: 'tide-book',
    name: 'Tide book, page 12.jpg',
    pictureId,
    widthPx: width,
    heightPx: height,
  };
  apply(addSheet(doc, sheet));
  const lifted = liftSheet(decoded.value, doc.sheets['tide-book']!, Object.values(doc.recipes)[0]!);
  if (!lifted.ok) throw new Error('the demo page cannot be lifted');
  apply(takeLifted(doc, 'tide-book', lifted.value));
  return { doc, pictures: new Map([[pictureId, page]]) };
}
