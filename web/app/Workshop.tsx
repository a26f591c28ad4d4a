import { Box, Button, Flex, Heading, Spinner, Text } from '@chakra-ui/react';
import { Suspense, useCallback, useEffect, useState } from 'react';
import { Link, Outlet, useLocation, useParams } from 'react-router';
import { describeProblem } from '../../core/foundations/problems/describe';
import { projectOf } from '../../core/project/document/newProject';
import type { Problem } from '../../core/foundations/problems/problem';
import { Aloud } from '../panels/Aloud';
import { CommandSearch } from '../panels/CommandSearch';
import { Course } from '../panels/Course';
import { FolderDialog } from '../panels/FolderDialog';
import { LettersDialog } from '../panels/LettersDialog';
import { JobProgress } from '../panels/JobProgress';
import { PaletteRules } from '../panels/PaletteRules';
import { Problems } from '../panels/Problems';
import { RunningLine } from '../panels/RunningLine';
import { ShortcutSheet } from '../panels/ShortcutSheet';
import { SkipLinks } from '../panels/SkipLinks';
import { StorageBanner } from '../panels/StorageBanner';
import { TopBar } from '../panels/TopBar';
import { useFocusKept } from '../panels/useFocusKept';
import { useWayBack } from '../panels/useWayBack';
import { useWorkshopKeys } from '../panels/useWorkshopKeys';
import { useProject } from '../store/projectStore';
import { STAGES } from '../text/stages';
import { say } from '../ui/aloud';
import { useTitle } from '../ui/useTitle';

/** Everything around the bench: course at the left, running line below, the stage in the middle. */
export function Workshop() {
  const { projectId } = useParams();
  // Only whether there is a document: every edit would otherwise draw everything anew.
  const ready = useProject((s) => s.doc !== null);
  const refused = useProject((s) => s.refused);
  const { open, close } = useProject.getState();
  useEffect(() => {
    if (projectId) void open(projectId);
  }, [projectId, open]);
  useEffect(() => close, [close]);
  if (!ready && refused) return <Refused problems={refused} />;
  return (
    <Flex direction="column" h="100vh">
      {ready ? (
        <OpenWorkshop />
      ) : (
        <Flex p="8" gap="3" align="center">
          <Spinner size="sm" />
          <Text>Opening the project…</Text>
        </Flex>
      )}
    </Flex>
  );
}

/** A project that can't be shown: why, and the way back. */
function Refused({ problems }: { problems: readonly Problem[] }) {
  useTitle('Not opened');
  return (
    <Box p="10" maxW="44rem" as="main">
      <Heading as="h1" size="lg">
        This project can't be opened
      </Heading>
      {problems.map((p, i) => (
        <Text key={i} mt="3" role="alert">
          {describeProblem(p)}
        </Text>
      ))}
      <Button asChild mt="5" bg="hand" color="paper">
        <Link to="/projects">To the projects</Link>
      </Button>
    </Box>
  );
}

/** Pages beside the course. */
const BESIDE = [
  ['family', 'Family'],
  ['colours', 'Colours'],
] as const;

function OpenWorkshop() {
  const [searching, setSearching] = useState(false);
  const [shortcuts, setShortcuts] = useState(false);
  const readOnly = useProject((s) => s.saveState === 'read-only' || s.saveState === 'gone');
  const name = useProject((s) => (s.doc ? projectOf(s.doc).name : ''));
  const { pathname } = useLocation();
  const stage = STAGES.find((s) => pathname.endsWith(`/${s.path}`));
  const place = stage?.title ?? BESIDE.find(([path]) => pathname.endsWith(`/${path}`))?.[1] ?? null;
  useTitle(place ? `${place} · ${name}` : name);
  useEffect(() => {
    if (place) say(stage ? `${place}: ${stage.line}.` : `${place}.`);
  }, [place, stage]);
  const onSearch = useCallback(() => setSearching(true), []);
  const onShortcuts = useCallback(() => setShortcuts(true), []);
  useWayBack();
  useFocusKept();
  useWorkshopKeys({ onSearch, onShortcuts });
  return (
    <>
      <PaletteRules />
      <SkipLinks />
      <Aloud />
      <TopBar onSearch={onSearch} onShortcuts={onShortcuts} />
      <StorageBanner />
      <Problems />
      <Flex flex="1" minH="0">
        <Course />
        <Flex
          as="main"
          tabIndex={-1}
          outline="none !important"
          flex="1"
          minW="0"
          minH="0"
          position="relative"
        >
          {/* What can't be changed now doesn't look as if it could. */}
          <fieldset disabled={readOnly} style={{ display: 'contents' }}>
            <Suspense fallback={null}>
              <Outlet />
            </Suspense>
          </fieldset>
          <JobProgress />
          <LettersDialog />
          <FolderDialog />
        </Flex>
      </Flex>
      <fieldset disabled={readOnly} style={{ display: 'contents' }}>
        <RunningLine />
      </fieldset>
      {searching && <CommandSearch onClose={() => setSearching(false)} />}
      {shortcuts && <ShortcutSheet onClose={() => setShortcuts(false)} />}
    </>
  );
}
