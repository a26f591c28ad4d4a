import { Box, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';

interface Props {
  readonly title: string;
  readonly line: string;
  /** What is seen of it, beside the words or above them. */
  readonly picture: ReactNode;
  readonly direction: 'row' | 'column';
  readonly onClick: () => void;
}

/** A way into a project on the list of projects: a picture, what it is, and a line about it. */
export const WayCard = ({ title, line, picture, direction, onClick }: Props) => (
  <Box role="listitem">
    <Box
      as="button"
      w="100%"
      h="100%"
      display="flex"
      flexDirection={direction}
      gap={direction === 'row' ? '3' : '2'}
      alignItems={direction === 'row' ? 'flex-start' : 'stretch'}
      textAlign="left"
      p="3"
      bg="sheet"
      borderWidth="1px"
      borderColor="rule"
      borderRadius="sm"
      _hover={{ bg: 'handSoft', borderColor: 'hand' }}
      onClick={onClick}
    >
      {picture}
      <Box>
        <Text fontWeight="bold" fontSize="sm">
          {title}
        </Text>
        <Text fontSize="xs" color="faded">
          {line}
        </Text>
      </Box>
    </Box>
  </Box>
);
