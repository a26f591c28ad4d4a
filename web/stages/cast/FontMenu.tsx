import { Box, Flex, Heading, Text } from '@chakra-ui/react';
import { counted } from '../../../core/foundations/problems/counted';
import { useLiveFont } from '../../store/liveFont';

/** How the font will be listed among others: the family once, its styles below it. */
export function FontMenu({ family, styles }: { family: string; styles: readonly string[] }) {
  const live = useLiveFont((s) => s.families);
  return (
    <Box>
      <Heading as="h2" size="sm">
        As it will be listed
      </Heading>
      <Box
        mt="2"
        bg="sheet"
        borderWidth="1px"
        borderColor="rule"
        p="3"
        role="img"
        aria-label={`Listed as ${family}, ${styles.join(', ')}`}
      >
        <Text fontSize="xs" color="faded">
          Fonts on this computer
        </Text>
        <Box h="1px" bg="rule" my="2" />
        <Flex justify="space-between" align="baseline">
          <Text fontWeight="bold">{family || 'Untitled'}</Text>
          <Text fontSize="xs" color="faded">
            {counted(styles.length, 'style')}
          </Text>
        </Flex>
        {styles.map((style, i) => (
          <Flex
            key={style}
            pl="4"
            mt="1"
            align="baseline"
            gap="4"
            bg={i === 0 ? 'handSoft' : undefined}
            px="2"
          >
            <Text fontSize="sm" w="5rem">
              {style}
            </Text>
            {i === 0 && (
              <Text fontSize="22px" style={{ fontFamily: live ? `${live}, sans-serif` : undefined }} truncate>
                {family || 'Untitled'}
              </Text>
            )}
          </Flex>
        ))}
      </Box>
    </Box>
  );
}
