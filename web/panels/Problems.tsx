import { Box, Flex, IconButton, Text } from '@chakra-ui/react';
import { TriangleAlert, X } from 'lucide-react';
import { describeProblem } from '../../core/problems/describe';
import { useProject } from '../store/projectStore';

/** What went wrong, to which thing, and what to do; stays until it is put away. */
export function Problems() {
  const { problems, dismissProblems } = useProject();
  if (problems.length === 0) return null;
  return (
    <Flex
      role="alert"
      bg="snagSoft"
      color="ink"
      px="4"
      py="2"
      gap="3"
      align="flex-start"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Box color="snag" pt="1">
        <TriangleAlert size={16} aria-hidden />
      </Box>
      <Box flex="1" maxH="7rem" overflowY="auto">
        {problems.map((p, i) => (
          <Text key={i} fontSize="sm">
            {describeProblem(p)}
          </Text>
        ))}
      </Box>
      <IconButton
        size="2xs"
        variant="ghost"
        color="ink"
        aria-label="Put these messages away"
        onClick={dismissProblems}
      >
        <X />
      </IconButton>
    </Flex>
  );
}
