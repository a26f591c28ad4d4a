import { Flex, Spinner, Text } from '@chakra-ui/react';
import { Suspense, useEffect, useState } from 'react';
import { Outlet, useParams } from 'react-router';
import { CommandSearch } from '../panels/CommandSearch';
import { Course } from '../panels/Course';
import { Problems } from '../panels/Problems';
import { RunningLine } from '../panels/RunningLine';
import { ShortcutSheet } from '../panels/ShortcutSheet';
import { TopBar } from '../panels/TopBar';
import { useWorkshopKeys } from '../panels/useWorkshopKeys';
import { useProject } from '../store/projectStore';

/** Everything around the bench: course at the left, running line below, the stage in the middle. */
export function Workshop() {
  const { projectId } = useParams();
  // Only whether there is a document: every edit would otherwise draw everything anew.
  const ready = useProject((s) => s.doc !== null);
  const { open, close } = useProject.getState();
  useEffect(() => {
    if (projectId) void open(projectId);
    return () => void close();
  }, [projectId, open, close]);
  return (
    <Flex direction="column" h="100vh">
      {ready ? (
        <OpenWorkshop />
      ) : (
        <>
          <Problems />
          <Flex p="8" gap="3" align="center">
            <Spinner size="sm" />
            <Text>Opening the project ...</Text>
          </Flex>
        </>
      )}
    </Flex>
  );
}

function OpenWorkshop() {
  const [searching, setSearching] = useState(false);
  const [shortcuts, setShortcuts] = useState(false);
  useWorkshopKeys({ onSearch: () => setSearching(true), onShortcuts: () => setShortcuts(true) });
  return (
    <>
      <TopBar onSearch={() => setSearching(true)} onShortcuts={() => setShortcuts(true)} />
      <Problems />
      <Flex flex="1" minH="0">
        <Course />
        <Flex as="main" flex="1" minW="0" minH="0">
          <Suspense fallback={null}>
            <Outlet />
          </Suspense>
        </Flex>
      </Flex>
      <RunningLine />
      {searching && <CommandSearch onClose={() => setSearching(false)} />}
      {shortcuts && <ShortcutSheet onClose={() => setShortcuts(false)} />}
    </>
  );
}
