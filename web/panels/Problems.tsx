import { Box, Flex, IconButton, Text } from '@chakra-ui/react';
import { TriangleAlert, X } from 'lucide-react';
import { memo, useMemo } from 'react';
import { useStore } from 'zustand';
import { describeProblem } from '../../core/foundations/problems/describe';
import { messages, useProject } from '../store/projectStore';
import { InkButton } from '../ui/InkButton';
import { saveDamagedRows } from '../store/saveProjectFile';

/** What went wrong in this project, to which thing, and what to do. Messages pass by themselves, or are put away. */
export const Problems = memo(function Problems() {
  const projectId = useProject((s) => s.projectId);
  const damaged = useProject((s) => s.damaged.length);
  const all = useStore(messages.store, (s) => s.messages);
  const own = useMemo(() => all.filter((m) => m.projectId === projectId), [all, projectId]);
  if (own.length === 0 || !projectId) return null;
  const worst = own.some((m) => m.problem.severity !== 'note');
  return (
    <Flex
      role="alert"
      bg={worst ? 'snagSoft' : 'handSoft'}
      color="ink"
      px="4"
      py="2"
      gap="3"
      align="flex-start"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Box color={worst ? 'snag' : 'hand'} pt="1">
        <TriangleAlert size={16} aria-hidden />
      </Box>
      <Box flex="1" maxH="7rem" overflowY="auto">
        {own.map((m) => (
          <Text key={m.id} fontSize="sm">
            {describeProblem(m.problem)}
            {m.times > 1 && ` (${m.times} times)`}
          </Text>
        ))}
      </Box>
      {damaged > 0 && own.some((m) => m.problem.code === 'row-damaged') && (
        <InkButton tip="Keep what couldn't be read, as it is" onClick={saveDamagedRows}>
          Save the damaged rows
        </InkButton>
      )}
      <IconButton
        size="2xs"
        variant="ghost"
        color="ink"
        aria-label="Put these messages away"
        onClick={() => messages.dropAll(projectId)}
      >
        <X />
      </IconButton>
    </Flex>
  );
});
