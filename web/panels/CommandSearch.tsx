import { Box, Dialog, Input, Portal, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { removeGlyphs } from '../../core/document/commands/removing';
import { seatAll } from '../../core/document/commands/lifting';
import { mendStandings, takeLinesOfLetters } from '../../core/document/commands/placing';
import { setDesk } from '../app/colourMode';
import { dressBench, useDressBench } from '../store/dressBench';
import { useFitBench } from '../store/fitBench';
import { fitAll } from '../store/fittingAll';
import { useNameBench } from '../store/nameBench';
import { useSeatBench } from '../store/seatBench';
import { drawnGlyphs, standingsInOrder } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { saveOpenProject } from './saveProjectFile';
import { useGlyphInHand } from './useGlyphInHand';
import { useWay } from './way';

/** What is found in each part of Dress's gauge, in the words one would look for. */
const TAB_WORDS = {
  points: 'points, kinds, break, join, close, reverse, width of a letter',
  clean: 'neaten, tidy up, simplify, snags, clean up one letter or all',
  parts: 'unite, subtract, grow, stems, shared parts, skeleton, anchors, colours',
  see: 'curvature comb, deviation, neighbours, source picture',
};

/** What is found in each part of Name's gauge. */
const NAME_WORDS = {
  order: 'name pieces by order, A to Z',
  make: 'compose accents, drafts of signs, small letters of capitals, typed names of icons',
  bill: 'bills of characters, find a character by its name',
};

interface Action {
  readonly text: string;
  readonly run: () => void;
}

function useActions(): Action[] {
  const { goTo: go } = useWay();
  const { doc, undo, redo, commit } = useProject();
  const { glyph } = useGlyphInHand();
  if (!doc) return [];
  return [
    ...STAGES.map((s) => ({ text: `${s.title} - ${s.line}`, run: () => go(s.path) })),
    { text: 'Undo', run: undo },
    { text: 'Redo', run: redo },
    { text: 'Save project file', run: () => void saveOpenProject() },
    { text: 'Seat all letters again', run: () => commit(seatAll(doc)) },
    {
      text: 'Seat: put letters that stand out on their lines',
      run: () =>
        commit(
          mendStandings(
            doc,
            standingsInOrder(doc).filter((s) => s.mend !== null),
          ),
        ),
    },
    { text: 'Seat: take the lines of the letters', run: () => commit(takeLinesOfLetters(doc)) },
    {
      text: 'Seat: compare the apparent size with other fonts',
      run: () => {
        go('seat');
        useSeatBench.setState({ under: 'compare' });
      },
    },
    ...(['order', 'make', 'bill'] as const).map((tab) => ({
      text: `Name: ${NAME_WORDS[tab]}`,
      run: () => {
        go('name');
        useNameBench.setState({ tab });
      },
    })),
    { text: 'Fit all: bearings, kerning and word space', run: () => void fitAll() },
    { text: 'Fit pairs: kerning alone', run: () => void fitAll('pairs') },
    {
      text: 'Fit: map of pairs, tight and loose',
      run: () => {
        go('fit');
        useFitBench.setState({ view: 'map' });
      },
    },
    {
      text: 'Fit: tight or loose, joined script, figures for tables, word space, tracking',
      run: () => {
        go('fit');
        useFitBench.setState({ tab: 'font' });
      },
    },
    ...(['select', 'draw', 'cut', 'measure'] as const).map((tool) => ({
      text: `Dress: ${tool}`,
      run: () => {
        go('dress');
        dressBench.takeTool(tool);
      },
    })),
    ...(['points', 'clean', 'parts', 'see'] as const).map((tab) => ({
      text: `Dress: ${TAB_WORDS[tab]}`,
      run: () => {
        go('dress');
        useDressBench.setState({ tab });
      },
    })),
    ...(glyph
      ? [{ text: `Remove ${glyph.name} from the font`, run: () => commit(removeGlyphs(doc, [glyph.id])) }]
      : []),
    { text: 'Day desk', run: () => setDesk('day') },
    { text: 'Night desk', run: () => setDesk('night') },
    ...drawnGlyphs(doc).map((g) => ({
      text: `Dress ${String.fromCodePoint(g.codePoints[0]!)} (${g.name})`,
      run: () => go('dress', g.id),
    })),
  ];
}

/** Every action by plain words: type, choose with the arrows, Enter. */
export function CommandSearch({ onClose }: { onClose: () => void }) {
  const actions = useActions();
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
  const words = query.toLowerCase().split(/\s+/).filter(Boolean);
  const found = actions.filter((a) => words.every((w) => a.text.toLowerCase().includes(w))).slice(0, 10);
  const run = (action: Action | undefined) => {
    setQuery('');
    setAt(0);
    onClose();
    action?.run();
  };
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} placement="top">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" aria-label="Find an action">
            <Dialog.Body p="3">
              <Input
                autoFocus
                placeholder="What do you want to do?"
                aria-label="What do you want to do?"
                value={query}
                onChange={(e) => (setQuery(e.target.value), setAt(0))}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') run(found[at]);
                  if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
                  if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
                }}
              />
              {found.map((a, i) => (
                <Box
                  key={a.text}
                  as="button"
                  display="block"
                  w="100%"
                  textAlign="left"
                  px="3"
                  py="1.5"
                  mt="1"
                  borderRadius="sm"
                  bg={i === at ? 'handSoft' : 'transparent'}
                  onClick={() => run(a)}
                >
                  {a.text}
                </Box>
              ))}
              {found.length === 0 && <Text p="3">Nothing goes by these words.</Text>}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
