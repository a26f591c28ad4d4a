import { Box, Flex, IconButton, Text } from '@chakra-ui/react';
import { memo } from 'react';
import { Keyboard, Moon, Redo2, Save, Search, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { projectOf } from '../../core/project/document/newProject';
import { setDesk, useDesk } from '../ui/colourMode';
import { useProject, type SaveState } from '../store/projectStore';
import { Tip } from '../ui/Tip';
import { HistoryList } from './HistoryList';
import { saveOpenProject } from '../store/saveProjectFile';

const SAVE_TEXT: Record<SaveState, string> = {
  saved: 'All saved in this browser',
  waiting: 'Saving ...',
  failed: 'Not saved yet',
  full: 'Not saved: no room left',
  'read-only': 'For reading only',
  gone: 'Deleted in another tab',
};

interface Props {
  readonly onSearch: () => void;
  readonly onShortcuts: () => void;
}

export const TopBar = memo(function TopBar({ onSearch, onShortcuts }: Props) {
  const name = useProject((s) => (s.doc ? projectOf(s.doc).name : ''));
  const undoLabel = useProject(
    (s) => s.underWay[s.underWay.length - 1] ?? s.history.done[s.history.done.length - 1]?.label,
  );
  const redoLabel = useProject((s) => s.history.undone[s.history.undone.length - 1]?.label);
  const saveState = useProject((s) => s.saveState);
  const fixed = saveState === 'read-only' || saveState === 'gone';
  const { undo, redo } = useProject.getState();
  const desk = useDesk();
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
        {name}
      </Text>
      <Text
        fontSize="xs"
        color={saveState === 'saved' || saveState === 'waiting' ? 'faded' : 'snag'}
        ml="3"
        flex="1"
        data-testid="save-state"
        role="status"
      >
        {SAVE_TEXT[saveState]}
      </Text>
      {button(
        undoLabel ? `Undo: ${undoLabel} (Ctrl+Z)` : 'Nothing to undo',
        <Undo2 />,
        undo,
        !undoLabel || fixed,
      )}
      {button(
        redoLabel ? `Redo: ${redoLabel} (Ctrl+Shift+Z)` : 'Nothing to redo',
        <Redo2 />,
        redo,
        !redoLabel || fixed,
      )}
      {!fixed && <HistoryList />}
      {button('Save project file (Ctrl+S)', <Save />, () => void saveOpenProject())}
      {button('Find an action (/)', <Search />, onSearch)}
      {button('All shortcuts (?)', <Keyboard />, onShortcuts)}
      {button(desk === 'day' ? 'Night desk' : 'Day desk', desk === 'day' ? <Moon /> : <Sun />, () =>
        setDesk(desk === 'day' ? 'night' : 'day'),
      )}
    </Flex>
  );
});
