import { Box, Dialog, Input, Portal, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { seatAll } from '../../core/document/commands/lifting';
import { setDesk } from '../app/colourMode';
import { dressBench, useDressBench } from '../store/dressBench';
import { drawnGlyphs } from '../store/selectors';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { saveOpenProject } from './saveProjectFile';
import { useGoTo } from './useGlyphInHand';

/** What is found in each part of Dress's gauge, in the words one would look for. */
const TAB_WORDS = {
  points: 'points, kinds, break, join, close, reverse, width of a letter',
  clean: 'tidy, simplify, snags, clean up one letter or all',
  parts: 'unite, subtract, grow, stems, shared parts, skeleton, anchors, colours',
  see: 'curvature comb, deviation, neighbours, source picture',
};

interface Action {
  readonly text: string;
  readonly run: () => void;
}

function useActions(): Action[] {
  const go = useGoTo();
  const { doc, undo, redo, commit } = useProject();
  if (!doc) return [];
  return [
    ...STAGES.map((s) => ({ text: `${s.title} - ${s.line}`, run: () => go(s.path) })),
    { text: 'Undo', run: undo },
    { text: 'Redo', run: redo },
    { text: 'Save project file', run: () => void saveOpenProject() },
    { text: 'Seat all letters again', run: () => commit(seatAll(doc)) },
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
