import { Box, Button, Flex, Heading, Input, SimpleGrid, Spinner, Text } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { describeProblem } from '../../core/problems/describe';
import { fail, type Problem, type Result } from '../../core/problems/problem';
import { db } from '../persistence/db';
import { createProject, importProject, openDemo } from '../persistence/projects';
import { STAGES } from '../text/stages';
import { askToKeep } from '../persistence/room';
import { sessions } from '../store/projectStore';
import { useTitle } from '../ui/useTitle';
import { ProjectCard } from './ProjectCard';
import { RoomLine } from './RoomLine';

/** What is being opened, how far it is, and a way to stop it. */
interface Busy {
  readonly what: string;
  readonly share: number | null;
  readonly stop: () => void;
}
interface Options {
  readonly signal: AbortSignal;
  readonly onProgress: (stage: string, share: number) => void;
}

/** All projects of this browser, and the ways to begin. */
export function ProjectsPage() {
  const summaries = useLiveQuery(() => db.summaries.orderBy('changedAt').reverse().toArray());
  const navigate = useNavigate();
  const [name, setName] = useState('');
  const [busy, setBusy] = useState<Busy | null>(null);
  const [problems, setProblems] = useState<readonly Problem[]>([]);
  const fileInput = useRef<HTMLInputElement>(null);
  const unsaved = new Set(sessions.unsaved().map((s) => s.projectId));
  useTitle('Projects');

  const enter = async (what: string, job: (options: Options) => Promise<Result<string>>) => {
    const abort = new AbortController();
    const onProgress = (_: string, share: number) => setBusy({ what, share, stop: () => abort.abort() });
    setBusy({ what, share: null, stop: () => abort.abort() });
    setProblems([]);
    const result = await job({ signal: abort.signal, onProgress }).catch((error: unknown) =>
      fail<string>({
        code: 'file-unwritable',
        reason: error instanceof Error ? error.message : String(error),
      }),
    );
    setBusy(null);
    if (abort.signal.aborted) return;
    setProblems(result.problems);
    if (!result.ok) return;
    void askToKeep();
    // What was amiss with a file is read here before one goes on.
    if (result.problems.every((p) => p.severity === 'note')) void navigate(`/p/${result.value}`);
  };
  const create = () =>
    enter('Making the project', async () => ({
      ok: true,
      value: await createProject(name.trim() || 'Untitled'),
      problems: [],
    }));

  return (
    <Box maxW="1040px" mx="auto" px="8" py="10" h="100vh" overflowY="auto" as="main">
      <Heading as="h1" size="3xl">
        Orthoglyph
      </Heading>
      <Text color="faded" mt="1" fontSize="lg">
        From handwriting on paper to a font that installs. Everything stays on your machine.
      </Text>

      <Flex mt="8" gap="3" wrap="wrap" align="center">
        <Button
          bg="hand"
          color="paper"
          loading={busy !== null}
          loadingText={
            busy ? `${busy.what}${busy.share === null ? '' : ` ${Math.round(100 * busy.share)} %`}` : ''
          }
          onClick={() => enter('Opening the demo', () => openDemo())}
        >
          Open the tide mill demo
        </Button>
        {busy && (
          <Button variant="outline" borderColor="rule" color="ink" onClick={busy.stop}>
            Cancel
          </Button>
        )}
        <Button variant="outline" borderColor="rule" color="ink" onClick={() => fileInput.current?.click()}>
          Open a project file
        </Button>
        <input
          ref={fileInput}
          type="file"
          accept=".zip"
          hidden
          aria-label="Project file"
          onChange={async (e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file)
              await enter('Opening the file', (options) =>
                importProject(file, file.name, crypto.randomUUID(), options),
              );
          }}
        />
        <Flex as="form" gap="2" onSubmit={(e: React.FormEvent) => (e.preventDefault(), void create())}>
          <Input
            aria-label="Name of the new project"
            placeholder="Name of a new project"
            w="16rem"
            bg="sheet"
            borderColor="rule"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
          <Button type="submit" variant="outline" borderColor="rule" color="ink">
            Start it
          </Button>
        </Flex>
      </Flex>

      {problems.map((p, i) => (
        <Text key={i} role="alert" mt="4" p="3" bg="snagSoft">
          {describeProblem(p)}
        </Text>
      ))}

      <Heading as="h2" size="md" mt="10" mb="3">
        How it goes
      </Heading>
      <SimpleGrid columns={4} gap="4" as="ol">
        {STAGES.map((s, i) => (
          <Flex key={s.path} gap="3" as="li" listStyleType="none">
            <Box color="hand" pt="1">
              <s.icon size={18} aria-hidden />
            </Box>
            <Box>
              <Text fontWeight="bold">
                {i + 1}. {s.title}
              </Text>
              <Text fontSize="sm" color="faded">
                {s.line}
              </Text>
            </Box>
          </Flex>
        ))}
      </SimpleGrid>

      <Heading as="h2" size="md" mt="10" mb="3">
        Projects in this browser
      </Heading>
      <RoomLine />
      {summaries === undefined && <Spinner size="sm" mt="3" />}
      {summaries?.length === 0 && (
        <Text color="faded">
          None yet. Open the demo to look round, or start a project and drop a page of your letters on it.
        </Text>
      )}
      <SimpleGrid columns={3} gap="4" mt="4">
        {summaries?.map((s) => (
          <ProjectCard
            key={s.id}
            summary={s}
            unsaved={unsaved.has(s.id)}
            onOpen={() => void navigate(`/p/${s.id}`)}
            onDeleted={() => setProblems([])}
          />
        ))}
      </SimpleGrid>
      <Text fontSize="sm" color="faded" mt="10">
        <a href="/notices.txt" target="_blank" rel="noreferrer" style={{ textDecoration: 'underline' }}>
          Licences of the packages and fonts in this app
        </a>
      </Text>
    </Box>
  );
}
