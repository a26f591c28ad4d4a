import { Box, Flex, Heading, Progress, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { castingOf, projectOf } from '../../../core/project/document/newProject';
import type { Doc } from '../../../core/project/document/schema';
import type { Problem } from '../../../core/foundations/problems/problem';
import type { CastFile } from '../../../core/fonts/compile/casts/castFile';
import { say } from '../../ui/aloud';
import { castAll } from '../../store/casting';
import { drawnGlyphs, snags } from '../../store/selectors';
import { ToGather } from '../../panels/ToGather';
import { currentSession, useDoc, useWhole } from '../../store/projectStore';
import { castAloud } from '../../text/aloud';
import { Bench } from '../../ui/Bench';
import { InkButton } from '../../ui/InkButton';
import { BundleChoice, FileNames } from './BundleChoice';
import { ByItself } from './ByItself';
import { CastGauge } from './CastGauge';
import { Cuts } from './Cuts';
import { FontMenu } from './FontMenu';
import { Formats } from './Formats';
import { Installing } from './Installing';
import { KitView } from './KitView';
import { MadeFiles } from './MadeFiles';
import { SinceLast } from './SinceLast';
import { MendSafely, SnagList } from './SnagList';
import { TryIt } from './TryIt';
import { Weights } from './Weights';

interface ActionsProps {
  readonly stops: boolean;
  readonly isEmpty: boolean;
  /** Which file is being made; null = none. */
  readonly working: string | null;
  readonly onCast: () => void;
}

function CastActions({ stops, isEmpty, working, onCast }: ActionsProps) {
  const state = isEmpty
    ? 'There is nothing to cast yet.'
    : stops
      ? 'Mend the errors first.'
      : working
        ? `Making ${working}…`
        : 'The files are made on this machine and go nowhere else.';
  return (
    <>
      <InkButton main tip="Make the font files" disabled={stops || working !== null} onClick={onCast}>
        Cast
      </InkButton>
      <Text fontSize="sm" color="faded">
        {state}
      </Text>
      {working && (
        <Progress.Root value={null} size="xs" w="8rem" aria-label="Casting">
          <Progress.Track>
            <Progress.Range bg="hand" />
          </Progress.Track>
        </Progress.Root>
      )}
    </>
  );
}

function Check({ list, isEmpty }: { list: readonly Problem[]; isEmpty: boolean }) {
  return (
    <>
      <Heading as="h2" size="sm">
        Check before casting
      </Heading>
      {isEmpty ? (
        <Flex mt="2" direction="column" gap="3" align="flex-start">
          <Text fontSize="sm">Font files are made here, once there are letters.</Text>
          <ToGather />
        </Flex>
      ) : list.length === 0 ? (
        <Text mt="2" fontSize="sm" color="good">
          No snags. Ready to cast.
        </Text>
      ) : (
        <>
          <MendSafely list={list} />
          <SnagList list={list} />
        </>
      )}
    </>
  );
}

/** Names of styles, the one in hand first. */
const styleNames = (doc: Doc): string[] =>
  Object.values(doc.styles)
    .sort(
      (a, b) =>
        Number(b.id === projectOf(doc).styleId) - Number(a.id === projectOf(doc).styleId) ||
        a.weightClass - b.weightClass,
    )
    .map((s) => s.name);

/** Snags, names as they will appear, formats, and the files with their sizes. */
export function CastStage() {
  const doc = useDoc();
  const casting = castingOf(doc);
  const [files, setFiles] = useState<readonly CastFile[]>([]);
  const [working, setWorking] = useState<string | null>(null);
  const family = useWhole();
  const list = snags(family);
  const isEmpty = drawnGlyphs(family).length === 0;
  const stops = list.some((p) => p.severity === 'error');
  const cast = async () => {
    const session = currentSession();
    if (!session) return;
    const made = await castAll(session, setWorking);
    setWorking(null);
    if (!made) return;
    setFiles(made);
    say(castAloud(made.length));
  };
  const installable = files.find((f) => /\.(otf|ttf|woff2?)$/.test(f.name)) ?? null;
  return (
    <>
      <Bench
        actions={<CastActions stops={stops} isEmpty={isEmpty} working={working} onCast={() => void cast()} />}
      >
        <Flex flex="1" minH="0" overflowY="auto" p="6" gap="8" wrap="wrap" align="flex-start">
          <Box flex="1 1 320px" minW="300px">
            <Check list={list} isEmpty={isEmpty} />
            <SinceLast />
            <Weights casting={casting} />
            <Cuts casting={casting} />
            <Formats casting={casting} />
            <FileNames casting={casting} />
            {casting.formats.includes('bundle') && <BundleChoice casting={casting} />}
          </Box>
          <Box flex="1 1 300px" minW="280px">
            {/* Beside what was ticked, so that they are in sight without a scroll. */}
            {files.length > 0 && <MadeFiles files={files} family={casting.family} />}
            <FontMenu casting={casting} styles={styleNames(doc)} />
            <ByItself />
            <TryIt file={installable} name={casting.family} />
            <KitView file={files.find((f) => f.name.endsWith('kit.zip')) ?? null} />
            {installable && <Installing />}
          </Box>
        </Flex>
      </Bench>
      <CastGauge casting={casting} />
    </>
  );
}
