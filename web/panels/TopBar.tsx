import { Box, Flex, IconButton, Text, VisuallyHidden } from '@chakra-ui/react';
import { memo } from 'react';
import { Keyboard, Moon, Redo2, Save, Search, Sun, Undo2 } from 'lucide-react';
import { Link } from 'react-router';
import { projectOf } from '../../core/project/document/newProject';
import { setDesk, useDesk } from '../ui/colourMode';
import { useProject, type SaveState } from '../store/projectStore';
import { NARROW, SCROLLED_ROW } from '../ui/narrow';
import { Tip } from '../ui/Tip';
import { HistoryList } from './HistoryList';
import { StyleSwitch } from './StyleSwitch';
import { saveOpenProject } from '../store/saveProjectFile';

const SAVE_TEXT: Record<SaveState, string> = {
  saved: 'All saved in this browser',
  waiting: 'Saving…',
  failed: 'Not saved yet',
  full: 'Not saved: no room left',
  'read-only': 'For reading only',
  gone: 'Deleted in another tab',
};

interface Props {
  readonly onSearch: () => void;
  readonly onShortcuts: () => void;
}

interface BarButtonProps {
  readonly label: string;
  readonly onClick: () => void;
  readonly disabled?: boolean;
  readonly children: React.ReactNode;
}

function BarButton({ label, onClick, disabled = false, children }: BarButtonProps) {
  return (
    <Tip text={label}>
      <IconButton
        size="xs"
        variant="ghost"
        color="ink"
        aria-label={label}
        onClick={onClick}
        disabled={disabled}
      >
        {children}
      </IconButton>
    </Tip>
  );
}

function UndoButtons({ fixed }: { fixed: boolean }) {
  const undoLabel = useProject((s) => s.underWay.at(-1) ?? s.history.done.at(-1)?.label);
  const redoLabel = useProject((s) => s.history.undone.at(-1)?.label);
  const { undo, redo } = useProject.getState();
  return (
    <>
      <BarButton
        label={undoLabel ? `Undo: ${undoLabel} (Ctrl+Z)` : 'Nothing to undo'}
        onClick={undo}
        disabled={!undoLabel || fixed}
      >
        <Undo2 />
      </BarButton>
      <BarButton
        label={redoLabel ? `Redo: ${redoLabel} (Ctrl+Shift+Z)` : 'Nothing to redo'}
        onClick={redo}
        disabled={!redoLabel || fixed}
      >
        <Redo2 />
      </BarButton>
    </>
  );
}

function DeskButton() {
  const other = useDesk() === 'day' ? 'night' : 'day';
  return (
    <BarButton label={other === 'night' ? 'Night desk' : 'Day desk'} onClick={() => setDesk(other)}>
      {other === 'night' ? <Moon /> : <Sun />}
    </BarButton>
  );
}

function ProjectName({ saveState }: { saveState: SaveState }) {
  const name = useProject((s) => (s.doc ? projectOf(s.doc).name : ''));
  const calm = saveState === 'saved' || saveState === 'waiting';
  return (
    <>
      <Text as="h1" truncate minW="3rem" css={{ [NARROW.drawer]: { flexShrink: 1 } }}>
        {name}
      </Text>
      <StyleSwitch />
      <Text
        fontSize="xs"
        color={calm ? 'faded' : 'snag'}
        ml="3"
        flex="1"
        css={{ [NARROW.signs]: calm ? { visibility: 'hidden', maxWidth: '1px', marginLeft: 0 } : {} }}
        data-testid="save-state"
      >
        {SAVE_TEXT[saveState]}
      </Text>
      {/* Every edit is saved: only that one isn't is worth hearing. */}
      <VisuallyHidden role="status">{calm ? '' : SAVE_TEXT[saveState]}</VisuallyHidden>
    </>
  );
}

/** Name and state of the project, what was done last, and what is found or saved from everywhere. */
export const TopBar = memo(function TopBar({ onSearch, onShortcuts }: Props) {
  const saveState = useProject((s) => s.saveState);
  const fixed = saveState === 'read-only' || saveState === 'gone';
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
      css={{ [NARROW.drawer]: { ...SCROLLED_ROW, paddingX: '8px' }, [NARROW.low]: { height: '40px' } }}
    >
      <Link to="/projects" title="All projects" aria-label="All projects">
        <Text fontWeight="bold" letterSpacing="0.02em">
          Orthoglyph
        </Text>
      </Link>
      <Box w="1px" h="20px" bg="rule" mx="3" />
      <ProjectName saveState={saveState} />
      <UndoButtons fixed={fixed} />
      {!fixed && <HistoryList />}
      <BarButton label="Save project file (Ctrl+S)" onClick={() => void saveOpenProject()}>
        <Save />
      </BarButton>
      <BarButton label="Find an action (/)" onClick={onSearch}>
        <Search />
      </BarButton>
      <BarButton label="All shortcuts (?)" onClick={onShortcuts}>
        <Keyboard />
      </BarButton>
      <DeskButton />
    </Flex>
  );
});
