import { removeGlyphs } from '../../core/project/document/commands/glyphs/removing';
import { seatAll } from '../../core/project/document/commands/lines/changeSeating';
import { mendStandings } from '../../core/project/document/commands/lines/placing';
import { takeLinesOfLetters } from '../../core/project/document/commands/lines/changeLines';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { setDesk } from '../ui/colourMode';
import { dressBench, useDressBench } from '../store/dressBench';
import { useFitBench } from '../store/fitBench';
import { fitAll } from '../store/fittingAll';
import { useNameBench } from '../store/nameBench';
import { useSeatBench } from '../store/seatBench';
import { drawnGlyphs, standingsInOrder } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { ON_DRESS, ON_NAME, ON_STAGES, TOOL_WORDS } from './actionWords';
import type { Action } from './findActions';
import { saveOpenProject } from '../store/saveProjectFile';
import { useGlyphInHand } from './useGlyphInHand';
import { useWay } from './way';

type Commit = ReturnType<typeof useProject.getState>['commit'];
type GoTo = ReturnType<typeof useWay>['goTo'];

const titleOf = (path: string): string => STAGES.find((s) => s.path === path)?.title ?? '';
const anywhere = (text: string, also: string, run: () => void): Action => ({ text, where: null, also, run });
const on = (path: string, text: string, also: string, run: () => void): Action => ({
  text,
  where: titleOf(path),
  also,
  run,
});

/** An action that leads to a stage first. */
const leading =
  (goTo: GoTo) =>
  (path: string, text: string, also: string, show: () => void = () => {}): Action =>
    on(path, text, also, () => {
      goTo(path);
      show();
    });
type At = ReturnType<typeof leading>;

function general(goTo: GoTo): Action[] {
  const { undo, redo } = useProject.getState();
  return [
    ...STAGES.map((s) => anywhere(`${s.title} - ${s.line}`, 'stage go', () => goTo(s.path))),
    anywhere('Family: add, compare, rename styles', 'bold italic light weights', () => goTo('family')),
    anywhere('Colours: gradients, lines, shadows, palettes', 'palette paint dark ground', () =>
      goTo('colours'),
    ),
    anywhere('Undo', 'back', undo),
    anywhere('Redo', 'again forward', redo),
    anywhere('Save project file', 'export backup download', () => void saveOpenProject()),
    anywhere('Day desk', 'light bright theme colours', () => setDesk('day')),
    anywhere('Night desk', 'dark theme colours', () => setDesk('night')),
  ];
}

const onDress = (at: At): Action[] => [
  ...TOOLS.map((tool) => at('dress', `The tool: ${tool}`, TOOL_WORDS[tool], () => dressBench.takeTool(tool))),
  ...ON_DRESS.map(([tab, text, also]) =>
    at('dress', text, also, () => {
      if (text.startsWith('Turn')) dressBench.takeTool('turn');
      useDressBench.setState({ tab });
    }),
  ),
];

function onSeat(at: At, doc: Doc, commit: Commit): Action[] {
  const out = () => standingsInOrder(doc).filter((s) => s.mend !== null);
  return [
    on('seat', 'Seat all letters again', 'align baseline reset', () => commit(seatAll(doc))),
    on('seat', 'Put letters that stand out on their lines', 'align baseline height fix', () =>
      commit(mendStandings(doc, out())),
    ),
    on('seat', 'Take the lines of the letters', 'metrics x-height cap height guide ascender', () =>
      commit(takeLinesOfLetters(doc)),
    ),
    at('seat', 'Turn crooked letters', 'rotate straighten slant lean upright', () =>
      useSeatBench.setState({ tab: 'chosen' }),
    ),
    at('seat', 'Compare the apparent size with other fonts', 'scale big small', () =>
      useSeatBench.setState({ under: 'compare' }),
    ),
    at('seat', 'The lines: baseline, x-height, capitals', 'guide metrics ascender descender'),
  ];
}

const onFit = (at: At): Action[] => [
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
];

/** Everything that can be done, by plain words. */
export function useActions(): Action[] {
  const { goTo } = useWay();
  const { doc, commit } = useProject();
  const { glyph } = useGlyphInHand();
  if (!doc) return [];
  const at = leading(goTo);
  const remove = (g: GlyphRow) =>
    anywhere(`Remove ${g.name} from the font`, 'delete glyph', () => commit(removeGlyphs(doc, [g.id])));
  const letter = (g: GlyphRow) => `${String.fromCodePoint(g.codePoints[0] ?? 0)} (${g.name})`;
  return [
    ...general(goTo),
    ...ON_STAGES.map(([path, text, also]) => at(path, text, also)),
    ...onDress(at),
    ...onSeat(at, doc, commit),
    ...ON_NAME.map(([tab, text, also]) => at('name', text, also, () => useNameBench.setState({ tab }))),
    ...onFit(at),
    ...(glyph ? [remove(glyph)] : []),
    ...drawnGlyphs(doc).map((g) => on('dress', letter(g), 'letter glyph edit', () => goTo('dress', g.id))),
  ];
}

const TOOLS = ['select', 'turn', 'draw', 'cut', 'measure', 'guide'] as const;
