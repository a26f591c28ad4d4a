import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { castNews, nextVersion } from '../../../core/fonts/compile/casts/castPrint';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import { castingOf } from '../../../core/project/document/newProject';
import { useCastPrint } from '../../store/castPrint';
import { useDoc, useProject } from '../../store/projectStore';
import { someNames } from '../../text/someNames';
import { InkButton } from '../../ui/InkButton';

/** When something was cast, as people write a day. */
const dayOf = (ms: number): string =>
  new Date(ms).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' });

/** What is new since the fonts were cast last; nothing before they ever were. */
export function SinceLast() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { last, version } = castingOf(doc);
  const now = useCastPrint();
  if (!last || !now) return null;
  const news = castNews(last, now);
  const lines = news
    ? [
        ...(news.added.length > 0 ? [`New: ${someNames(news.added)}`] : []),
        ...(news.changed.length > 0 ? [`Changed: ${someNames(news.changed)}`] : []),
        ...(news.gone.length > 0 ? [`Gone: ${someNames(news.gone)}`] : []),
        ...(news.kerning ? ['Kerning'] : []),
        ...(news.weights ? ['Weights and cuts that are cast along'] : []),
        ...(news.colours ? ['Colours'] : []),
        ...(news.rules ? ['What it does with letters'] : []),
      ]
    : ['Nothing.'];
  const raised = nextVersion(version);
  return (
    <Box mt="6" data-testid="since-last">
      <Heading as="h2" size="sm">
        New since version {last.version}, {dayOf(last.atMs)}
      </Heading>
      {lines.map((line) => (
        <Text key={line} mt="1" fontSize="sm">
          {line}
        </Text>
      ))}
      {news && version === last.version && (
        <Flex mt="2" align="center" gap="3">
          <InkButton
            tip="Programs tell two castings apart by their versions"
            onClick={() => commit(changeCasting(doc, { version: raised }))}
          >
            Make it {raised}
          </InkButton>
          <Text fontSize="sm" color="faded">
            The version is still {version}.
          </Text>
        </Flex>
      )}
    </Box>
  );
}
