import { Flex, Text } from '@chakra-ui/react';
import type { ReactNode } from 'react';
import { NARROW, SCROLLED_ROW } from './narrow';

/** The middle: one surface per stage, with its actions above, in two rows where one is too narrow. */
export function Bench({ actions, children }: { actions?: ReactNode; children: ReactNode }) {
  return (
    <Flex
      direction="column"
      flex="1"
      minW="0"
      minH="0"
      as="section"
      aria-label="Bench"
      id="bench"
      tabIndex={-1}
      css={{ '&:focus-visible': { outlineOffset: '-2px' } }}
    >
      {actions && (
        <Flex
          align="center"
          gap="2"
          px="4"
          py="1.5"
          minH="46px"
          wrap="wrap"
          flexShrink={0}
          borderBottomWidth="1px"
          borderColor="rule"
          css={{ [NARROW.low]: SCROLLED_ROW }}
        >
          {actions}
        </Flex>
      )}
      <Flex direction="column" flex="1" minH="0" minW="0" position="relative">
        {children}
      </Flex>
    </Flex>
  );
}

/** What to do next on an empty surface, in a sentence; on a stage that has nothing to work on, with the way there. */
export function EmptyBench({ way, children }: { way?: ReactNode; children: ReactNode }) {
  return (
    <Flex
      {...(way ? { as: 'section', id: 'bench', 'aria-label': 'Bench', tabIndex: -1 } : {})}
      flex="1"
      direction="column"
      gap="4"
      align="center"
      justify="center"
      p="10"
    >
      <Text color="faded" maxW="28rem" textAlign="center">
        {children}
      </Text>
      {way}
    </Flex>
  );
}
