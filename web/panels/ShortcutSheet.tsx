import { Box, CloseButton, Dialog, Flex, Kbd, Portal, SimpleGrid, Text } from '@chakra-ui/react';
import { SHORTCUTS } from '../text/shortcuts';

export function ShortcutSheet({ onClose }: { onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} size="lg">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet">
            <Dialog.Header>
              <Dialog.Title>Shortcuts</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <SimpleGrid columns={2} gap="6">
                {SHORTCUTS.map(({ where, keys }) => (
                  <Box key={where}>
                    <Text fontWeight="bold" mb="1">
                      {where}
                    </Text>
                    {keys.map(([key, what]) => (
                      <Flex key={key} justify="space-between" gap="3" py="0.5" fontSize="sm">
                        <Text>{what}</Text>
                        <Kbd>{key}</Kbd>
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
