import { useHotkeys } from 'react-hotkeys-hook';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { saveOpenProject } from './saveProjectFile';
import { useWay } from './way';

/** Sliders and lists keep no text of their own to undo. */
const NOT_TYPING = { enableOnFormTags: ['slider', 'select'] as const };

/** Keys that work on every stage. Typing in a field is left alone, but for undo, redo and save. */
export function useWorkshopKeys({
  onSearch,
  onShortcuts,
}: {
  onSearch: () => void;
  onShortcuts: () => void;
}): void {
  const { goTo: go } = useWay();
  const { undo, redo } = useProject.getState();
  useHotkeys('mod+z', (e) => (e.preventDefault(), undo()), NOT_TYPING);
  useHotkeys('mod+shift+z, mod+y', (e) => (e.preventDefault(), redo()), NOT_TYPING);
  useHotkeys(
    'mod+s',
    (e) => {
      e.preventDefault();
      void saveOpenProject();
    },
    { enableOnFormTags: true },
  );
  useHotkeys(
    STAGES.map((s) => s.key),
    (e) => {
      const stage = STAGES.find((s) => s.key === e.key);
      if (stage) go(stage.path);
    },
  );
  useHotkeys('/', (e) => (e.preventDefault(), onSearch()), { useKey: true });
  useHotkeys('?', () => onShortcuts(), { useKey: true, ignoreModifiers: true });
}
