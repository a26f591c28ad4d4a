import { Box, Heading, SimpleGrid, Text } from '@chakra-ui/react';
import type { WordCompared } from '../../../core/fonts/compare/words';
import { counted } from '../../../core/foundations/problems/counted';
import { wordText } from '../../text/compared';
import { LaidOver } from './LaidOver';

/** Thousandths of an em: from above accents to below descenders, air beside the word, and as wide as a few letters at least. */
const [TOP, HEIGHT, AIR, NARROWEST] = [-1000, 1400, 120, 2200];

/** A word as it was set and as it is set now, both from the same place on; a line stands where each of them ends. */
function WordPicture({ word }: { readonly word: WordCompared }) {
  if (!word.drawn) return null;
  const width = Math.max(NARROWEST, word.before, word.after) + 2 * AIR;
  const end = (x: number, color: string) => (
    <line x1={x} x2={x} y1={200} y2={320} stroke={`var(--chakra-colors-${color})`} strokeWidth={18} />
  );
  return (
    <svg
      viewBox={`${-AIR} ${TOP} ${width} ${HEIGHT}`}
      width="100%"
      height={90}
      preserveAspectRatio="xMinYMid"
      role="img"
      aria-label={`${word.word}, as it was and as it is`}
    >
      <LaidOver was={word.drawn[0]} is={word.drawn[1]} />
      {end(word.before, 'hand')}
      {end(word.after, 'ink')}
    </svg>
  );
}

/** Words of the running line that are set otherwise, as pictures laid over each other. */
export function ComparedWords({ words }: { readonly words: readonly WordCompared[] }) {
  if (words.length === 0) return null;
  const shown = words.filter((w) => w.drawn);
  return (
    <>
      <Heading as="h3" size="xs" mt="6" mb="2">
        {counted(words.length, 'word')} set otherwise
      </Heading>
      <SimpleGrid minChildWidth="260px" gap="2" role="list" aria-label="Words set otherwise">
        {shown.map((w) => (
          <Box key={w.word} role="listitem" borderWidth="1px" borderColor="rule" bg="sheet" p="2" minW="0">
            <WordPicture word={w} />
            <Text fontSize="sm" fontWeight="bold" truncate>
              {w.word}
            </Text>
            <Text fontSize="xs" color="faded" overflowWrap="anywhere">
              {wordText(w)}
            </Text>
          </Box>
        ))}
      </SimpleGrid>
      {words.length > shown.length && <Text mt="3">and {words.length - shown.length} more</Text>}
    </>
  );
}
