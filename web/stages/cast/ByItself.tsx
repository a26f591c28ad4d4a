import { Box, Heading, Stack, Text } from '@chakra-ui/react';
import type { Explained } from '../../../core/fonts/features/explain';
import { useExplained } from '../../store/explained';

const HEADS = [
  [true, 'By itself'],
  [false, 'When asked for'],
] as const;

function Sentence({ tag, text }: Explained) {
  return (
    <Box display="grid" gridTemplateColumns="3.2rem 1fr" gap="2" fontSize="sm">
      <Text fontFamily="mono" fontSize="xs" color="faded" pt="0.5" title="Its name in the font file">
        {tag}
      </Text>
      <Text>{text}</Text>
    </Box>
  );
}

/** What the font does with its letters when somebody sets a text in it, in plain words. */
export function ByItself() {
  const told = useExplained();
  if (!told) return null;
  return (
    <Box mt="6" data-testid="by-itself">
      <Heading as="h2" size="sm">
        What it does with letters
      </Heading>
      {told.length === 0 && (
        <Text mt="2" fontSize="sm" color="faded">
          Each character stands for itself. Drawings called a.alt1, f_i or a.ss01 make more of it.
        </Text>
      )}
      {HEADS.map(([unasked, head]) => {
        const list = told.filter((t) => t.unasked === unasked);
        return list.length === 0 ? null : (
          <Stack key={head} gap="1.5" mt="2" role="group" aria-label={head}>
            <Text fontSize="xs" color="faded">
              {head}
            </Text>
            {list.map((t) => (
              <Sentence key={`${t.tag} ${t.text}`} {...t} />
            ))}
          </Stack>
        );
      })}
    </Box>
  );
}
