import { Box, IconButton, Popover, Portal, Text } from '@chakra-ui/react';
import { History } from 'lucide-react';
import { useProject } from '../store/projectStore';
import { MomentList } from './MomentList';

/** Steps shown at once; older ones are reached by going back first. */
const SHOWN = 60;

/** The last steps, the latest first, also those of earlier visits; a click goes there. Above them moments with names. What was taken back is listed above. */
export function HistoryList() {
  const { done, undone } = useProject((s) => s.history);
  const underWay = useProject((s) => s.underWay);
  const { goTo } = useProject.getState();
  const steps = [
    ...undone.map((d, i) => ({ label: d.label, count: done.length + undone.length - i, back: true })),
    ...done.map((d, i) => ({ label: d.label, count: i + 1, back: false })).reverse(),
    { label: 'Before all of these', count: 0, back: false },
  ].slice(0, SHOWN);
  return (
    <Popover.Root lazyMount unmountOnExit>
      <Popover.Trigger asChild>
        <IconButton
          size="xs"
          variant="ghost"
          color="ink"
          aria-label="History"
          title="History: look through what was done, and go back to it"
        >
          <History />
        </IconButton>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="sheet" w="300px" maxH="60vh" overflowY="auto" aria-label="History">
            <Popover.Body p="2">
              <MomentList />
              {underWay.map((label, i) => (
                <Text key={i} px="2" py="1" fontSize="sm" color="faded">
                  {label}, still being made
                </Text>
              ))}
              {steps.map((s) => (
                <Box
                  key={s.count}
                  as="button"
                  display="flex"
                  w="100%"
                  textAlign="left"
                  gap="2"
                  px="2"
                  py="1"
                  borderRadius="sm"
                  fontSize="sm"
                  color={s.back ? 'faded' : 'ink'}
                  bg={s.count === done.length ? 'handSoft' : 'transparent'}
                  aria-current={s.count === done.length ? 'step' : undefined}
                  onClick={() => goTo(s.count)}
                >
                  <Text flex="1">{s.label}</Text>
                  {s.count === done.length && <Text fontSize="xs">here</Text>}
                  {s.back && <Text fontSize="xs">taken back</Text>}
                </Box>
              ))}
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
