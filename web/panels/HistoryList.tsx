import { Box, IconButton, Popover, Portal, Text } from '@chakra-ui/react';
import { History } from 'lucide-react';
import { useProject } from '../store/projectStore';
import { MomentList } from './MomentList';

/** Steps shown at once; older ones are reached by going back first. */
const SHOWN = 60;

interface ShownStep {
  readonly label: string;
  /** How many steps are done when one goes there. */
  readonly count: number;
  readonly back: boolean;
}

function StepButton({ step, here, onGo }: { step: ShownStep; here: boolean; onGo: (count: number) => void }) {
  return (
    <Box
      as="button"
      display="flex"
      w="100%"
      textAlign="left"
      gap="2"
      px="2"
      py="1"
      borderRadius="sm"
      fontSize="sm"
      color={step.back ? 'faded' : 'ink'}
      bg={here ? 'handSoft' : 'transparent'}
      aria-current={here ? 'step' : undefined}
      onClick={() => onGo(step.count)}
    >
      <Text flex="1">{step.label}</Text>
      {here && <Text fontSize="xs">here</Text>}
      {step.back && <Text fontSize="xs">taken back</Text>}
    </Box>
  );
}

/** The last steps, the latest first, also those of earlier visits; a click goes there. Above them moments with names. What was taken back is listed above. */
function Steps() {
  const { done, undone } = useProject((s) => s.history);
  const underWay = useProject((s) => s.underWay);
  const { goTo } = useProject.getState();
  const steps: ShownStep[] = [
    ...undone.map((d, i) => ({ label: d.label, count: done.length + undone.length - i, back: true })),
    ...done.map((d, i) => ({ label: d.label, count: i + 1, back: false })).reverse(),
    { label: 'Before all of these', count: 0, back: false },
  ];
  return (
    <>
      {underWay.map((label, i) => (
        <Text key={i} px="2" py="1" fontSize="sm" color="faded">
          {label}, still being made
        </Text>
      ))}
      {steps.slice(0, SHOWN).map((step) => (
        <StepButton key={step.count} step={step} here={step.count === done.length} onGo={goTo} />
      ))}
    </>
  );
}

/** A button that opens the list of steps and moments. */
export function HistoryList() {
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
              <Steps />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
