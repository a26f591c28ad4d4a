import { Box, Tabs } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** One part of a gauge; a count of what is wrong there stands beside its name. */
interface GaugeTab {
  readonly value: string;
  readonly text: string;
  readonly snags?: { readonly count: number; readonly label: string };
}

interface Props {
  readonly tabs: readonly GaugeTab[];
  readonly open: string;
  readonly onOpen: (value: string) => void;
  /** What stands in the open part. */
  readonly children: ReactNode;
}

/** The parts of a gauge, by what one is doing with the thing in hand. */
export function GaugeTabs({ tabs, open, onOpen, children }: Props) {
  return (
    <Tabs.Root value={open} onValueChange={(e) => onOpen(e.value)} size="sm" fitted variant="line">
      <Tabs.List borderColor="rule" flexWrap="wrap">
        {tabs.map(({ value, text, snags }) => (
          <Tabs.Trigger key={value} value={value} px="0.5" color="ink" fontSize="xs">
            {text}
            {snags && snags.count > 0 && (
              <Box as="span" color="snag" fontWeight="bold" aria-label={snags.label}>
                {snags.count}
              </Box>
            )}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <Tabs.Content value={open} pt="3" display="flex" flexDirection="column" gap="2">
        {children}
      </Tabs.Content>
    </Tabs.Root>
  );
}
