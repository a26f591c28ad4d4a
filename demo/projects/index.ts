import { writeProjectFile } from '../../core/project/archive/writeProject';
import { wordSvg } from '../../core/fonts/compile/wordSvg';
import { setTypedNames } from '../../core/project/document/commands/glyphs/codePoints';
import { changeModuleRows, takeDrawn } from '../../core/project/document/commands/sheets/drawnHere';
import { slotOf, slotOrigin, CELL_PX } from '../../core/project/document/queries/drawnHere';
import { iconsOf } from '../../core/project/document/queries/glyphs';
import type { Doc } from '../../core/project/document/schema';
import { compose, scaling, translation } from '../../core/foundations/geometry/affine';
import { transformContours } from '../../core/foundations/geometry/contour';
import { moduleContours } from '../../core/outlines/modules/moduleContours';
import { BASIC_BILL } from '../../core/type/names/bills';
import { metalType, tideClockDigits, tideClockLetters } from '../otherSources';
import { pathSigns } from '../signs';
import { joinedPage, keepersPage, paintedCapitals, unevenPage } from '../tideMill';
import { boardLetters } from './boards';
import { ProjectBuilder } from './projectBuilder';

const CAPITALS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const WESTERN_LETTERS = `${BASIC_BILL}/+=*#[]<>~$\u00df\u00b4\u0060\u02c6\u00a8\u02dc\u00b8\u02da\u02c7\u201c\u201d\u2018\u2019\u2013\u2014\u2026`;

/** Files of a finished project: the project itself, and a picture of its letters. */
export async function demoProjectFiles({
  id,
  word,
  make,
}: DemoProject): Promise<(readonly [string, Uint8Array])[]> {
  const { doc, pictures } = await make();
  const { svg } = wordSvg(doc, word(doc), 'united');
  return [
    [`finished/${id}.orthoglyph.zip`, await writeProjectFile(doc, pictures)],
    [`finished/${id}.svg`, new TextEncoder().encode(svg ?? '')],
  ];
}

/** A project of the demo that is carried to its end, one for each kind of work. */
export interface DemoProject {
  /** Its project's id and the name of its files. */
  readonly id: string;
  /** What its picture shows, set in its own font. */
  readonly word: (doc: Doc) => string;
  readonly make: () => ProjectBuilder | Promise<ProjectBuilder>;
}

/** The keeper's hand from two pages, with signs, accents and kerning. */
const keepersHand = () =>
  new ProjectBuilder('keepers-hand', 'Tide Book Hand', {
    bill: WESTERN_LETTERS,
    runningText: 'High water at seven; the eels are running. Crème brûlée for señor Quill & Zoë.',
  })
    .page({ id: 'page-12', name: 'Tide book, page 12.jpg', bytes: keepersPage(), expected: BASIC_BILL })
    .page({
      id: 'page-13',
      name: 'Tide book, page 13.jpg',
      bytes: unevenPage(),
      expected: `${BASIC_BILL}/+=*#[]<>~$\u00df`,
    })
    .accents()
    .fitted();

/** Painted capitals with few points. */
const overTheDoor = () =>
  new ProjectBuilder('over-the-door', 'Over The Door', {
    bill: CAPITALS,
    runningText: 'HIGH WATER AT SEVEN  MIND THE STEP  BARLEY GROUND DAILY',
  })
    .page({ id: 'door', name: 'Caps over the door.jpg', bytes: paintedCapitals(), expected: CAPITALS })
    .neaten()
    .fitted();

/** A script of the keeper's daughter whose strokes meet; each letter drawn twice, and the drawings take turns. */
const daughtersScript = () =>
  new ProjectBuilder('daughters-script', 'Sluice Script', {
    bill: CAPITALS.toLowerCase(),
    runningText: 'leave the sluice a hand open and the mill will feed you twice',
  })
    .page({
      id: 'letter',
      name: 'A letter home.jpg',
      bytes: joinedPage(),
      expected: CAPITALS.toLowerCase(),
    })
    .secondDrawings({
      id: 'again',
      name: 'The same letter, begun again.jpg',
      bytes: joinedPage(true),
      expected: CAPITALS.toLowerCase(),
    })
    .fitted()
    .rules([{ kind: 'turns', letters: null, within: 5 }]);

/** The lamps of the tide clock: exact squares. */
const tideClock = () =>
  new ProjectBuilder('tide-clock', 'Tide Clock', {
    bill: `${CAPITALS}0123456789`,
    runningText: 'HIGH WATER 0712 LOW 1325',
  })
    .page({
      id: 'figures',
      name: 'Figures.png',
      bytes: tideClockDigits(),
      expected: '0123456789',
      recipe: { mode: 'pixel' },
    })
    .page({
      id: 'capitals',
      name: 'Capitals.png',
      bytes: tideClockLetters(),
      expected: CAPITALS,
      recipe: { mode: 'pixel' },
    })
    .fitted();

/** The mill's seed-bag type, which lies the wrong way round on the scanner. */
const seedBags = () =>
  new ProjectBuilder('seed-bags', 'Seed Bag', {
    bill: CAPITALS,
    runningText: 'BARLEY OATS AND RYE  FOURTEEN SACKS  KEEP DRY',
  })
    .page({
      id: 'type',
      name: 'Seed-bag type.jpg',
      bytes: metalType(),
      expected: CAPITALS,
      recipe: { mirror: true },
    })
    .neaten()
    .fitted();

/** Boards on a grid. */
function millBoards(): ProjectBuilder {
  const builder = new ProjectBuilder('mill-boards', 'Mill Boards', {
    bill: boardLetters()
      .map(([char]) => char)
      .join(''),
    runningText: 'TIDE MILL  LOW WATER  NORTH GATE',
  });
  for (const [char, cells] of boardLetters()) {
    const { x, baselineY } = slotOrigin(slotOf(builder.doc, 'built', char));
    const place = compose(translation(x + 2 * CELL_PX, baselineY), scaling(CELL_PX, -CELL_PX));
    const outline = transformContours(moduleContours(cells), place);
    builder.apply(takeDrawn(builder.doc, 'built', char, { cells, outline }));
  }
  return builder.apply(changeModuleRows(builder.doc, 5)).fitted();
}

/** The signs along the lane, found by typing their names. */
async function laneSigns(): Promise<ProjectBuilder> {
  const builder = new ProjectBuilder('lane-signs', 'Lane Signs', {
    bill: '',
    runningText: 'mill wheel boat eel cat lantern high water low water',
  });
  await builder.drawings(
    'signs',
    'Path signs',
    pathSigns().map(([path, bytes]) => ({ path, bytes })),
  );
  for (const { id, name } of Object.values(builder.doc.glyphs))
    if (pathSigns().some(([path]) => path === `${name}.svg`))
      builder.apply(setTypedNames(builder.doc, id, [name.replace(/-/g, ' ')]));
  return builder;
}

const firstIcons = (doc: Doc): string =>
  iconsOf(doc)
    .slice(0, 5)
    .map((g) => String.fromCodePoint(g.codePoints[0]!))
    .join('');

export const DEMO_PROJECTS: readonly DemoProject[] = [
  { id: 'keepers-hand', word: () => 'Crème & eels', make: keepersHand },
  { id: 'daughters-script', word: () => 'sluice', make: daughtersScript },
  { id: 'lane-signs', word: firstIcons, make: laneSigns },
  { id: 'tide-clock', word: () => 'LOW 1325', make: tideClock },
  { id: 'seed-bags', word: () => 'BARLEY', make: seedBags },
  { id: 'over-the-door', word: () => 'MIND', make: overTheDoor },
  { id: 'mill-boards', word: () => 'TIDE', make: millBoards },
];
