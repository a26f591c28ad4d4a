import { Box, Stack } from '@chakra-ui/react';
import { rulesInOrder } from '../../../../core/project/document/queries/forms';
import { useDoc } from '../../../store/projectStore';
import { EmptyBench } from '../../../ui/Bench';
import { RuleCard } from './RuleCard';

/** What the font does with its letters by rules, in the order in which they are tried. */
export function RulesBench() {
  const rows = rulesInOrder(useDoc());
  if (rows.length === 0)
    return (
      <EmptyBench>
        No rules yet. Let drawings take turns at the right, or take another drawing of a letter in hand and
        say under Forms when it appears.
      </EmptyBench>
    );
  return (
    <Box flex="1" minH="0" overflowY="auto" px="5" py="4">
      <Stack as="ol" gap="3" aria-label="Rules">
        {rows.map((row, i) => (
          <RuleCard key={row.id} row={row} first={i === 0} last={i === rows.length - 1} />
        ))}
      </Stack>
    </Box>
  );
}
