import { Box, Flex, Heading, Progress, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { fontFileName } from '../../../core/compile/fontNames';
import { castingOf, projectOf } from '../../../core/document/newProject';
import { snags } from '../../store/selectors';
import { runFor, untilQuiet } from '../../store/jobs';
import { currentSession, useDoc } from '../../store/projectStore';
import { Bench } from '../../ui/Bench';
import { download } from '../../ui/download';
import { InkButton } from '../../ui/InkButton';
import { compileClient } from '../../workers/compileClient';
import { CastGauge } from './CastGauge';
import { FontMenu } from './FontMenu';
import { Formats } from './Formats';
import { SnagList } from './SnagList';
import { TryIt } from './TryIt';

export interface CastFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

const TYPES: Record<string, string> = { otf: 'font/otf', ttf: 'font/ttf' };

/** Snags, names as they will appear, formats, and the files with their sizes. */
export function CastStage() {
  const doc = useDoc();
  const casting = castingOf(doc);
  const [files, setFiles] = useState<readonly CastFile[]>([]);
  const [working, setWorking] = useState<string | null>(null);
  const list = snags(doc);
  const stops = list.some((p) => p.severity === 'error');
  const style = doc.styles[projectOf(doc).styleId]!;

  const cast = async () => {
    const session = currentSession();
    if (!session) return;
    const made: CastFile[] = [];
    const ending = await runFor(session, {
      name: casting.family,
      lane: 'cast',
      stage: 'Casting',
      async run({ signal, progress }) {
        setWorking('the fonts');
        progress('Waiting for what is being worked out', null);
        await untilQuiet(session, signal);
        for (const [i, format] of casting.formats.entries()) {
          setWorking(`the ${format.toUpperCase()}`);
          progress(`Making the ${format.toUpperCase()}`, i / casting.formats.length);
          const now = Math.floor(Date.now() / 1000);
          const result = await compileClient.compile(format, style.id, now, { signal });
          session.tell(result.problems);
          if (result.ok)
            made.push({ name: fontFileName(casting.family, style.name, format), bytes: result.value.bytes });
        }
      },
    }).ended;
    setWorking(null);
    if (ending === 'done') setFiles(made);
  };

  return (
    <>
      <Bench
        actions={
          <>
            <InkButton
              main
              tip="Make the font files"
              disabled={stops || working !== null}
              onClick={() => void cast()}
            >
              Cast
            </InkButton>
            <Text fontSize="sm" color="faded">
              {stops
                ? 'Mend the errors first.'
                : working
                  ? `Making ${working} ...`
                  : 'The files are made on this machine and go nowhere else.'}
            </Text>
            {working && (
              <Progress.Root value={null} size="xs" w="8rem" aria-label="Casting">
                <Progress.Track>
                  <Progress.Range bg="hand" />
                </Progress.Track>
              </Progress.Root>
            )}
          </>
        }
      >
        <Flex flex="1" minH="0" overflowY="auto" p="6" gap="8" wrap="wrap" align="flex-start">
          <Box flex="1 1 320px" minW="300px">
            <Heading as="h2" size="sm">
              Check before casting
            </Heading>
            {list.length === 0 && (
              <Text mt="2" fontSize="sm" color="good">
                No snags. Ready to cast.
              </Text>
            )}
            {list.length > 0 && <SnagList list={list} />}
            <Formats casting={casting} />
            {files.length > 0 && (
              <>
                <Heading as="h2" size="sm" mt="6">
                  Files
                </Heading>
                {files.map((f) => (
                  <Flex key={f.name} align="center" gap="3" py="2" borderBottomWidth="1px" borderColor="rule">
                    <Text flex="1" fontSize="sm">
                      {f.name}
                    </Text>
                    <Text fontSize="sm" color="faded">
                      {(f.bytes.length / 1000).toFixed(1)} kB
                    </Text>
                    <InkButton
                      tip={`Save ${f.name}`}
                      onClick={() => download(f.bytes, f.name, TYPES[f.name.slice(-3)] ?? 'font/otf')}
                    >
                      Download
                    </InkButton>
                  </Flex>
                ))}
                <Text fontSize="xs" color="faded" mt="2">
                  Open a file and choose Install. Programs that were running see a new font after a restart.
                </Text>
              </>
            )}
          </Box>
          <Box flex="1 1 300px" minW="280px">
            <FontMenu family={casting.family} style={style.name} />
            <TryIt file={files[0] ?? null} />
          </Box>
        </Flex>
      </Bench>
      <CastGauge casting={casting} />
    </>
  );
}
