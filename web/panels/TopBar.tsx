import { Box, Flex, IconButton, Text } from '@chakra-ui/react';
import { Keyboard, Moon, Redo2, Save, Search, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { projectOf } from '../../core/document/newProject';
import { setDesk, useDesk } from '../app/colourMode';
import { useDoc, useProject, type SaveState } from '../store/projectStore';
import { Tip } from '../ui/Tip';
import { saveProjectFile } from './saveProjectFile';

const SAVE_TEXT: Record<SaveState, string> = {
  saved: 'All saved in this browser',
  waiting: 'Saving ...',
  failed: 'Not saved: the browser has no room. Save a project file.',
  'read-only': 'Open in another tab: changes are not taken here',
};

interface Props {
  readonly onSearch: () => void;
  readonly onShortcuts: () => void;
}

export function TopBar({ onSearch, onShortcuts }: Props) {
  const doc = useDoc();
  const { history, undo, redo, saveState } = useProject();
  const desk = useDesk();
  const last = history.done[history.done.length - 1];
  const next = history.undone[history.undone.length - 1];
  const button = (label: string, icon: React.ReactNode, onClick: () => void, disabled = false) => (
    <Tip text={label}>
      <IconButton
        size="xs"
        variant="ghost"
        color="ink"
        aria-label={label}
        onClick={onClick}
        disabled={disabled}
      >
        {icon}
      </IconButton>
    </Tip>
  );
  return (
    <Flex
      as="header"
      align="center"
      gap="1"
      px="4"
      h="44px"
      borderBottomWidth="1px"
      borderColor="rule"
      flexShrink={0}
    >
      <Link to="/projects" title="All projects" aria-label="All projects">
        <Text fontWeight="bold" letterSpacing="0.02em">
          Orthoglyph
        </Text>
      </Link>
      <Box w="1px" h="20px" bg="rule" mx="3" />
      <Text as="h1" truncate>
        {projectOf(doc).name}
      </Text>
      <Text
        fontSize="xs"
        color={saveState === 'failed' || saveState === 'read-only' ? 'snag' : 'faded'}
        ml="3"
        flex="1"
        data-testid="save-state"
        role="status"
      >
        {SAVE_TEXT[saveState]}
      </Text>
      {button(last ? `Undo: ${last.label} (Ctrl+Z)` : 'Nothing to undo', <Undo2 />, undo, !last)}
      {button(next ? `Redo: ${next.label} (Ctrl+Shift+Z)` : 'Nothing to redo', <Redo2 />, redo, !next)}
      {button('Save project file (Ctrl+S)', <Save />, () => void saveProjectFile(doc))}
      {button('Find an action (/)', <Search />, onSearch)}
      {button('All shortcuts (?)', <Keyboard />, onShortcuts)}
      {button(desk === 'day' ? 'Night desk' : 'Day desk', desk === 'day' ? <Moon /> : <Sun />, () =>
        setDesk(desk === 'day' ? 'night' : 'day'),
      )}
    </Flex>
  );
}
