import { Box, chakra, Heading, Stack, Text } from '@chakra-ui/react';
import { SlidersHorizontal } from 'lucide-react';
import type { ReactNode } from 'react';
import { toggleGauge, useDrawers } from './drawers';
import { NARROW } from './narrow';

/** Width of what opens the gauge where it is a drawer, px. */
const HANDLE_PX = 30;

/** The panel at the right: measured facts and fields for what is selected. */
export function Gauge({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  const open = useDrawers((s) => s.gauge);
  return (
    <>
      <GaugeHandle open={open} />
      <Box
        as="aside"
        aria-label="Gauge"
        id="gauge"
        tabIndex={-1}
        css={{
          '&:focus-visible': { outlineOffset: '-2px' },
          [NARROW.drawer]: {
            display: open ? 'block' : 'none',
            position: 'absolute',
            zIndex: 3,
            insetBlock: 0,
            right: `${HANDLE_PX}px`,
            maxWidth: `calc(100% - ${HANDLE_PX}px)`,
          },
        }}
        w="264px"
        flexShrink={0}
        borderLeftWidth="1px"
        borderColor="rule"
        overflowY="auto"
        p="4"
        bg="paper"
      >
        <Heading as="h2" size="sm" fontWeight="bold">
          {title}
        </Heading>
        {hint && (
          <Text fontSize="xs" color="faded" mt="1">
            {hint}
          </Text>
        )}
        <Stack gap="2" mt="3">
          {children}
        </Stack>
      </Box>
    </>
  );
}

/** Where there is no room for both, the gauge lies over the bench when it is asked for. */
function GaugeHandle({ open }: { open: boolean }) {
  return (
    <chakra.button
      type="button"
      display="none"
      aria-expanded={open}
      aria-controls="gauge"
      onClick={toggleGauge}
      w={`${HANDLE_PX}px`}
      order="1"
      flexShrink={0}
      borderLeftWidth="1px"
      borderColor="rule"
      bg={open ? 'handSoft' : 'paper'}
      color={open ? 'hand' : 'ink'}
      fontSize="sm"
      alignItems="center"
      justifyContent="center"
      gap="2"
      css={{ writingMode: 'vertical-rl', [NARROW.drawer]: { display: 'flex' } }}
    >
      <SlidersHorizontal size={16} aria-hidden />
      Gauge
    </chakra.button>
  );
}

/** One measured fact. */
export function Fact({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Box display="flex" justifyContent="space-between" gap="3" fontSize="sm">
      <Text color="faded">{label}</Text>
      <Text textAlign="right">{children}</Text>
    </Box>
  );
}

/** A heading inside the gauge. */
export function GaugePart({ title }: { title: string }) {
  return (
    <Text fontSize="xs" color="faded" mt="3" pt="3" borderTopWidth="1px" borderColor="rule" fontWeight="bold">
      {title}
    </Text>
  );
}
