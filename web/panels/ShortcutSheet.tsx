import { Box, CloseButton, Dialog, Flex, Kbd, Portal, SimpleGrid, Text } from '@chakra-ui/react';
import { SHORTCUTS } from '../text/shortcuts';

export function ShortcutSheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} size="xl" scrollBehavior="inside">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet">
            <Dialog.Header>
              <Dialog.Title>Shortcuts</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body tabIndex={0}>
              <SimpleGrid columns={2} columnGap="10" rowGap="6">
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
