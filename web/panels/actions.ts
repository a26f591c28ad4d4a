import { removeGlyphs } from '../../core/project/document/commands/glyphs/removing';
import { seatAll } from '../../core/project/document/commands/lines/changeSeating';
import { mendStandings } from '../../core/project/document/commands/lines/placing';
import { takeLinesOfLetters } from '../../core/project/document/commands/lines/changeLines';
import { setDesk } from '../ui/colourMode';
import { dressBench, useDressBench } from '../store/dressBench';
import { useFitBench } from '../store/fitBench';
import { fitAll } from '../store/fittingAll';
import { useNameBench } from '../store/nameBench';
import { useSeatBench } from '../store/seatBench';
import { drawnGlyphs, standingsInOrder } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import type { Action } from './findActions';
import { saveOpenProject } from '../store/saveProjectFile';
import { useGlyphInHand } from './useGlyphInHand';
import { useWay } from './way';

type Place = 'points' | 'clean' | 'parts' | 'see';

/** What lies in the gauge of Dress: its tab, its text, and words that people look for it by. */
const ON_DRESS: readonly (readonly [Place, string, string])[] = [
  [
    'points',
    'Kinds of points, break, join, close, reverse',
    'corner smooth tangent node direction open delete',
  ],
  [
    'points',
    'Turn, slant, resize and flip',
    'rotate skew italic oblique scale mirror transform stretch shear',
  ],
  ['points', 'Line up and spread', 'align distribute even place x y'],
  ['points', 'Choose points by kind, all others, whole contours', 'select invert selection'],
  ['points', 'Side bearings and width of a letter', 'advance spacing margin'],
  ['clean', 'Neaten one letter or all', 'clean tidy simplify smooth fewer points extremes round overlap'],
  ['clean', 'Snags of the outline', 'problems errors mend fix'],
  ['parts', 'Unite, subtract, intersect, divide, weld', 'merge overlap boolean union combine cut out'],
  ['parts', 'Grow or shrink all round', 'bold bolder light thinner weight heavier offset embolden'],
  ['parts', 'Stems of one letter or of many', 'thickness stroke standard weight'],
  ['parts', 'Shared parts', 'component reuse link'],
  ['parts', 'Skeleton and its pen', 'centreline stroke monoline single line'],
  ['parts', 'Anchors', 'accent mark diacritic attach'],
  ['parts', 'Colours', 'layer palette gradient'],
  ['parts', 'Pens of many letters at once', 'all skeletons contrast angle nib width monoline bold'],
  ['see', 'Grid, and lines of your own', 'guide guideline snap grid helper'],
  ['see', 'Source picture, neighbours, curvature, deviation', 'background image comb show view trace'],
];

const ON_NAME = [
  ['order', 'Name pieces by order', 'A to Z sequence characters label'],
  ['make', 'Compose accented letters', 'diacritics umlaut acute languages'],
  ['make', 'Drafts of missing signs', 'punctuation symbols generate'],
  ['make', 'Small letters from capitals', 'lowercase copy unicase'],
  ['make', 'Typed names of icons', 'ligature icon name word'],
  ['bill', 'Bills of characters, a character by its name', 'unicode glyph set languages find code point'],
] as const;

/** What is in the gauge of Cast, Gather and Lift, where a stage's whole gauge is in view at once. */
const ON_STAGES: readonly (readonly [path: string, text: string, also: string])[] = [
  ['gather', 'Add pictures', 'import open scan photo svg pdf drop file icons'],
  ['gather', 'Practice sheet to print', 'template paper handwriting'],
  ['gather', 'Template to draw on in another program', 'svg vector artboard guides canvas export'],
  ['gather', 'Practice page as a picture for a tablet', 'png paint stylus layer template'],
  ['gather', 'Write here, or build on the grid', 'pen tablet draw pixel module'],
  ['lift', 'Cut, join and box pieces', 'separate split merge letters'],
  ['lift', 'How closely to trace', 'smoothness vectorise trace'],
  ['proof', 'Words as one drawing', 'logo svg copy outline wordmark export'],
  ['proof', 'The font in texts, sizes, reversed', 'preview sample test waterfall print'],
  [
    'cast',
    'Make font files',
    'export generate download save otf ttf woff woff2 web ufo svg font install build',
  ],
  ['cast', 'Names, style, version and licence of the font', 'family bold italic style regular designer'],
  ['cast', 'Snags of the font', 'check errors validate problems'],
];

/** Everything that can be done, by plain words. */
export function useActions(): Action[] {
  const { goTo } = useWay();
  const { doc, undo, redo, commit } = useProject();
  const { glyph } = useGlyphInHand();
  if (!doc) return [];
  const titleOf = (path: string) => STAGES.find((s) => s.path === path)!.title;
  const on = (path: string, text: string, also: string, run: () => void): Action => ({
    text,
    where: titleOf(path),
    also,
    run,
  });
  const at = (path: string, text: string, also: string, show: () => void): Action =>
    on(path, text, also, () => {
      goTo(path);
      show();
    });
  const anywhere = (text: string, also: string, run: () => void): Action => ({
    text,
    where: null,
    also,
    run,
  });
  const mend = () =>
    commit(
      mendStandings(
        doc,
        standingsInOrder(doc).filter((s) => s.mend !== null),
      ),
    );
  return [
    ...STAGES.map((s) => anywhere(`${s.title} - ${s.line}`, 'stage go', () => goTo(s.path))),
    anywhere('Undo', 'back', undo),
    anywhere('Redo', 'again forward', redo),
    anywhere('Save project file', 'export backup download', () => void saveOpenProject()),
    ...ON_STAGES.map(([path, text, also]) => at(path, text, also, () => {})),
    ...(['select', 'turn', 'draw', 'cut', 'measure', 'guide'] as const).map((tool) =>
      at('dress', `The tool: ${tool}`, TOOL_WORDS[tool], () => dressBench.takeTool(tool)),
    ),
    ...ON_DRESS.map(([tab, text, also]) =>
      at('dress', text, also, () => {
        if (text.startsWith('Turn')) dressBench.takeTool('turn');
        useDressBench.setState({ tab });
      }),
    ),
    on('seat', 'Seat all letters again', 'align baseline reset', () => commit(seatAll(doc))),
    on('seat', 'Put letters that stand out on their lines', 'align baseline height fix', mend),
    on('seat', 'Take the lines of the letters', 'metrics x-height cap height guide ascender', () =>
      commit(takeLinesOfLetters(doc)),
    ),
    at('seat', 'Turn crooked letters', 'rotate straighten slant lean upright', () =>
      useSeatBench.setState({ tab: 'chosen' }),
    ),
    at('seat', 'Compare the apparent size with other fonts', 'scale big small', () =>
      useSeatBench.setState({ under: 'compare' }),
    ),
    at('seat', 'The lines: baseline, x-height, capitals', 'guide metrics ascender descender', () => {}),
    ...ON_NAME.map(([tab, text, also]) => at('name', text, also, () => useNameBench.setState({ tab }))),
    on(
      'fit',
      'Fit all: bearings, kerning and word space',
      'auto spacing kern sidebearing',
      () => void fitAll(),
    ),
    on('fit', 'Fit pairs: kerning alone', 'kern auto', () => void fitAll('pairs')),
    at('fit', 'Map of pairs, tight and loose', 'kern kerning', () => useFitBench.setState({ view: 'map' })),
    at('fit', 'Tight or loose, joined script, figures for tables, word space', 'tracking spacing kern', () =>
      useFitBench.setState({ tab: 'font' }),
    ),
    ...(glyph
      ? [
          anywhere(`Remove ${glyph.name} from the font`, 'delete glyph', () =>
            commit(removeGlyphs(doc, [glyph.id])),
          ),
        ]
      : []),
    anywhere('Day desk', 'light bright theme colours', () => setDesk('day')),
    anywhere('Night desk', 'dark theme colours', () => setDesk('night')),
    ...drawnGlyphs(doc).map((g) =>
      on('dress', `${String.fromCodePoint(g.codePoints[0]!)} (${g.name})`, 'letter glyph edit', () =>
        goTo('dress', g.id),
      ),
    ),
  ];
}

const TOOL_WORDS = {
  select: 'choose move points pointer lasso',
  turn: 'rotate skew scale transform stretch handles slant flip',
  draw: 'pen bezier add point curve',
  cut: 'knife split scissors',
  measure: 'ruler thickness distance',
  guide: 'guideline helper line snap angle',
};
