import { Box, Heading, Stack, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';

/** The panel at the right: measured facts and fields for what is selected. */
export function Gauge({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <Box
      as="aside"
      aria-label="Gauge"
      id="gauge"
      tabIndex={-1}
      css={{ '&:focus-visible': { outlineOffset: '-2px' } }}
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
