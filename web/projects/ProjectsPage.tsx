import { Box, Button, Flex, Heading, Input, SimpleGrid, Spinner, Text } from '@chakra-ui/react';
import { useLiveQuery } from 'dexie-react-hooks';
import { useRef, useState } from 'react';
import { useDropzone } from 'react-dropzone';
import { useNavigate } from 'react-router';
import type { Problem } from '../../core/foundations/problems/problem';
import { describeProblem } from '../../core/foundations/problems/describe';
import { db } from '../persistence/db';
import { createProject, newId } from '../persistence/projects';
import { importProject, openDemo } from '../store/projectFiles';
import { sessions } from '../store/projectStore';
import { appPath } from '../text/appPath';
import { useTitle } from '../ui/useTitle';
import { FinishedDemos } from './FinishedDemos';
import { ProjectCard } from './ProjectCard';
import { RoomLine } from './RoomLine';
import { beginWith, Starts } from './Starts';
import { useEntering, type Enter } from './useEntering';
import { isFontFile, ufoOfFolder } from '../store/fontLetters';
import { useFontFile } from './useFontFile';

const isZip = (file: File) => /\.zip$/i.test(file.name);

/** A project file is opened, fonts are asked about together; anything else, a zip of drawings too, begins a project. */
const takeDropped = async (
  files: readonly File[],
  name: string,
  enter: Enter,
  askFonts: (files: readonly File[]) => Promise<void>,
): Promise<void> => {
  const [file] = files;
  if (!file) return;
  const fonts = await Promise.all(files.map(isFontFile));
  if (fonts.every((f) => f)) return askFonts(files);
  const ufo = await ufoOfFolder(files);
  if (ufo) return askFonts([ufo]);
  if (files.length > 1 || !isZip(file)) return beginWith(files, name, enter);
  let isProject = true;
  return enter('Opening the file', async (options) => {
    const read = await importProject(file, file.name, newId(), options);
    isProject =
      read.ok || !read.problems.some((p) => p.code === 'project-not-zip' || p.code === 'project-incomplete');
    return isProject ? read : { ...read, problems: [] };
  }).then(() => (isProject ? undefined : beginWith(files, name, enter)));
};

function Told({ problems }: { readonly problems: readonly Problem[] }) {
  return problems.map((p, i) => (
    <Text key={i} role="alert" mt="4" p="3" bg="snagSoft">
      {describeProblem(p)}
    </Text>
  ));
}

/** All projects of this browser, and the ways to begin. */
export function ProjectsPage() {
  const [name, setName] = useState('');
  const { busy, problems, enter, wait, tell, clear } = useEntering();
  const font = useFontFile({ enter, wait, tell });
  const openFiles = async (files: readonly File[]) => {
    const fonts = await Promise.all(files.map(isFontFile));
    const [file] = files;
    if (!file || fonts.every((f) => f)) return font.ask(files);
    return enter('Opening the file', (options) => importProject(file, file.name, newId(), options));
  };
  useTitle('Projects');
  const { getRootProps, isDragActive } = useDropzone({
    noClick: true,
    noKeyboard: true,
    onDrop: (files) => void takeDropped(files, name.trim(), enter, font.ask),
  });
  return (
    <Box
      {...getRootProps({ tabIndex: -1 })}
      role="presentation"
      h="100vh"
      overflowY="auto"
      bg={isDragActive ? 'handSoft' : undefined}
    >
      <Box maxW="1120px" mx="auto" px="8" py="7" as="main">
        <Head
          name={name}
          onName={setName}
          busy={busy}
          enter={enter}
          onFiles={(files) => void openFiles(files)}
        />
        {font.dialog}
        <Told problems={problems} />
        <Heading as="h2" size="md" mt="6" mb="1">
          Begin with what you have
        </Heading>
        <Text fontSize="sm" color="faded" mb="3">
          Choose below, or drop anything on this page.
        </Text>
        <Starts name={name.trim()} enter={enter} />
        <ProjectList onDeleted={clear} />
        <FinishedDemos enter={enter} />
        <Text fontSize="sm" color="faded" mt="8">
          <a
            href={appPath('notices.txt')}
            target="_blank"
            rel="noreferrer"
            style={{ textDecoration: 'underline' }}
          >
            Licences of the packages and fonts in this app
          </a>
        </Text>
      </Box>
    </Box>
  );
}

interface HeadProps {
  readonly name: string;
  readonly onName: (name: string) => void;
  readonly busy: ReturnType<typeof useEntering>['busy'];
  readonly enter: Enter;
  readonly onFiles: (files: readonly File[]) => void;
}

const OUTLINE = { variant: 'outline', borderColor: 'rule', color: 'ink' } as const;

/** A project file, a font or the fonts of a family chosen from the disk. */
function FileButton({ onFiles }: Pick<HeadProps, 'onFiles'>) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button {...OUTLINE} onClick={() => input.current?.click()}>
        Open a project file or a font
      </Button>
      <input
        ref={input}
        type="file"
        accept=".zip,.otf,.ttf,.woff,.woff2,.svg"
        hidden
        multiple
        aria-label="Project file or font"
        onChange={(e) => {
          const files = [...(e.target.files ?? [])];
          e.target.value = '';
          if (files.length > 0) onFiles(files);
        }}
      />
    </>
  );
}

function NewProject({ name, onName, enter }: Omit<HeadProps, 'busy' | 'onFiles'>) {
  const create = () =>
    enter('Making the project', async () => ({
      ok: true,
      value: await createProject(name.trim() || 'Untitled'),
      problems: [],
    }));
  return (
    <Flex as="form" gap="2" onSubmit={(e: React.FormEvent) => (e.preventDefault(), void create())}>
      <Input
        aria-label="Name of the new project"
        placeholder="Name of a new project"
        w="16rem"
        bg="sheet"
        borderColor="rule"
        value={name}
        onChange={(e) => onName(e.target.value)}
      />
      <Button type="submit" {...OUTLINE}>
        Start it
      </Button>
    </Flex>
  );
}

/** What this is, and the ways in that need no picture: the demo, a file, an empty project. */
function Head({ busy, ...naming }: HeadProps) {
  const shown = busy ? `${busy.what}${busy.share === null ? '' : ` ${Math.round(100 * busy.share)} %`}` : '';
  return (
    <>
      <Heading as="h1" size="3xl">
        Orthoglyph
      </Heading>
      <Text color="faded" mt="1" fontSize="lg">
        From handwriting on paper to a font that installs. Everything stays on your machine.
      </Text>
      <Flex mt="5" gap="3" wrap="wrap" align="center">
        <Button
          bg="hand"
          color="paper"
          loading={busy !== null}
          loadingText={shown}
          onClick={() => naming.enter('Opening the demo', () => openDemo())}
        >
          Open the tide mill demo
        </Button>
        {busy && (
          <Button {...OUTLINE} onClick={busy.stop}>
            Cancel
          </Button>
        )}
        <FileButton onFiles={naming.onFiles} />
        <NewProject {...naming} />
      </Flex>
    </>
  );
}

/** The projects that are here, the one changed last first. */
function ProjectList({ onDeleted }: { readonly onDeleted: () => void }) {
  const summaries = useLiveQuery(() => db.summaries.orderBy('changedAt').reverse().toArray());
  const navigate = useNavigate();
  const unsaved = new Set(sessions.unsaved().map((s) => s.projectId));
  return (
    <>
      <Heading as="h2" size="md" mt="8" mb="3">
        Projects in this browser
      </Heading>
      <RoomLine />
      {summaries === undefined && <Spinner size="sm" mt="3" />}
      {summaries?.length === 0 && (
        <Text color="faded">
          None yet. Open the demo to look round, or begin with a page of your letters.
        </Text>
      )}
      <SimpleGrid columns={3} gap="4" mt="4">
        {summaries?.map((s) => (
          <ProjectCard
            key={s.id}
            summary={s}
            unsaved={unsaved.has(s.id)}
            onOpen={() => void navigate(`/p/${s.id}`)}
            onDeleted={onDeleted}
          />
        ))}
      </SimpleGrid>
    </>
  );
}
