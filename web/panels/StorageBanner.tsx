import { Flex, Text } from '@chakra-ui/react';
import { memo } from 'react';
import { storeWhole, withId } from '../persistence/projects';
import { useProject, type SaveState } from '../store/projectStore';
import { InkButton } from '../ui/InkButton';
import { saveOpenProject } from '../store/saveProjectFile';
import { useWay } from './way';

const TEXT: Partial<Record<SaveState, string>> = {
  full: "The browser has no room left. Nothing is lost as long as this page stays open: it is tried again and again. Save a project file, or delete projects you don't need from the list.",
  failed:
    "The browser's storage didn't take the last changes. Nothing is lost as long as this page stays open: it is tried again and again. Save a project file to be safe.",
  'read-only':
    'This project is open in another tab. It can be looked at here; changes are taken there. As soon as that tab is closed you can go on here.',
  gone: 'This project was deleted in another tab. What you see here is the last copy of it.',
};

/** What stands in the way of saving, for as long as it does, and the ways out. */
export const StorageBanner = memo(function StorageBanner() {
  const saveState = useProject((s) => s.saveState);
  const { to } = useWay();
  const text = TEXT[saveState];
  if (!text) return null;
  const keepCopy = async () => {
    const { doc } = useProject.getState();
    if (doc) to(`/p/${await storeWhole(withId(doc, crypto.randomUUID()))}`);
  };
  return (
    <Flex
      role="alert"
      data-testid="storage-banner"
      bg={saveState === 'read-only' ? 'handSoft' : 'snagSoft'}
      px="4"
      py="2"
      gap="3"
      align="center"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Text fontSize="sm" flex="1">
        {text}
      </Text>
      {saveState === 'gone' && (
        <InkButton main tip="Store it again under a name of its own" onClick={() => void keepCopy()}>
          Keep this copy
        </InkButton>
      )}
      {saveState !== 'read-only' && (
        <InkButton tip="The whole project as one file" onClick={() => void saveOpenProject()}>
          Save project file
        </InkButton>
      )}
      {saveState === 'full' && (
        <InkButton tip="See what takes room" onClick={() => to('/projects')}>
          What takes room
        </InkButton>
      )}
    </Flex>
  );
});
