import { Portal, Tooltip } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** A tooltip around one control: what it does, and its key. */
export function Tip({ text, children }: { text: string; children: ReactNode }) {
  return (
    <Tooltip.Root openDelay={350} closeDelay={60} positioning={{ placement: 'bottom' }}>
      <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
      <Portal>
        <Tooltip.Positioner>
          <Tooltip.Content bg="ink" color="paper">
            {text}
          </Tooltip.Content>
        </Tooltip.Positioner>
      </Portal>
    </Tooltip.Root>
  );
}
