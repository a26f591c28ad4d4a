import { Box, CloseButton, Dialog, Flex, Kbd, Portal, SimpleGrid, Text } from '@chakra-ui/react';
import { SHORTCUTS } from '../text/shortcuts';
import { WORDS } from '../text/words';

/** Every key and what it does, and the app's own words. */
export function ShortcutSheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} size="xl" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet">
            <Dialog.Header>
              <Dialog.Title>Shortcuts and words</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body tabIndex={0}>
              <SimpleGrid columns={{ base: 1, md: 2 }} columnGap="10" rowGap="6">
                {SHORTCUTS.map(({ where, keys }) => (
                  <Box key={where}>
                    <Text fontWeight="bold" mb="1">
                      {where}
                    </Text>
                    {keys.map(([key, what]) => (
                      <Flex key={key} justify="space-between" align="flex-start" gap="4" py="1" fontSize="sm">
                        <Text flex="1">{what}</Text>
                        <Flex wrap="wrap" justify="flex-end" gap="1" maxW="11rem">
                          {key.split(', ').map((one) => (
                            <Kbd key={one} fontFamily="body" wordSpacing="normal" color="ink">
                              {one}
                            </Kbd>
                          ))}
                        </Flex>
                      </Flex>
                    ))}
                  </Box>
                ))}
              </SimpleGrid>
              <Text as="h2" fontWeight="bold" mt="8" mb="2">
                Words
              </Text>
              <SimpleGrid as="dl" columns={{ base: 1, md: 2 }} columnGap="10" rowGap="1" fontSize="sm">
                {WORDS.map(([word, meaning]) => (
                  <Flex key={word} gap="3" py="1">
                    <Text as="dt" fontWeight="bold" w="6rem" flexShrink={0}>
                      {word}
                    </Text>
                    <Text as="dd">{meaning}</Text>
                  </Flex>
                ))}
              </SimpleGrid>
            </Dialog.Body>
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
