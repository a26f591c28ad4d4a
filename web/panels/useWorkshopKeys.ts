import { useHotkeys } from 'react-hotkeys-hook';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { saveOpenProject } from '../store/saveProjectFile';
import { isTyping } from '../ui/benchKeys';
import { useWay } from './way';

/** Boxes, sliders and lists keep no text of their own to undo. */
const NOT_TYPING = {
  enableOnFormTags: ['input', 'slider', 'select'] as const,
  ignoreEventWhen: (e: KeyboardEvent) =>
    isTyping(e.target as Element) && !(e.target as Element).closest('select'),
};
/** A character that is no key of what has the focus. */
const CHARACTER = {
  enableOnFormTags: ['input', 'slider'] as const,
  ignoreEventWhen: (e: KeyboardEvent) => isTyping(e.target as Element),
};

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
    CHARACTER,
  );
  useHotkeys('/', (e) => (e.preventDefault(), onSearch()), { ...CHARACTER, useKey: true });
  useHotkeys('?', () => onShortcuts(), { ...CHARACTER, useKey: true, ignoreModifiers: true });
}
