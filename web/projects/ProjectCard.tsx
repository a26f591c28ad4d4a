import { Box, Button, Dialog, Flex, IconButton, Portal, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import { deleteProject, type ProjectSummary } from '../persistence/db';
import { Tip } from '../ui/Tip';

export function ProjectCard({ summary, onOpen }: { summary: ProjectSummary; onOpen: () => void }) {
  const [asking, setAsking] = useState(false);
  return (
    <Flex borderWidth="1px" borderColor="rule" bg="sheet" borderRadius="sm" align="stretch">
      <Box as="button" flex="1" textAlign="left" p="4" onClick={onOpen} minW="0" _hover={{ bg: 'handSoft' }}>
        <Text fontWeight="bold" truncate>
          {summary.name}
        </Text>
        <Text fontSize="sm" color="faded">
          {summary.glyphs} glyphs
        </Text>
        <Text fontSize="sm" color="faded">
          {new Date(summary.changedAt).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
        </Text>
      </Box>
      <Tip text="Delete this project">
        <IconButton
          alignSelf="flex-end"
          size="xs"
          variant="ghost"
          color="faded"
          m="1"
          aria-label={`Delete ${summary.name}`}
          onClick={() => setAsking(true)}
        >
          <Trash2 />
        </IconButton>
      </Tip>
      <Dialog.Root open={asking} onOpenChange={(e) => setAsking(e.open)} role="alertdialog">
        <Portal>
          <Dialog.Backdrop />
          <Dialog.Positioner>
            <Dialog.Content bg="sheet">
              <Dialog.Header>
                <Dialog.Title>Delete {summary.name}?</Dialog.Title>
              </Dialog.Header>
              <Dialog.Body>
                Its sheets, outlines and settings go from this browser and can't be brought back. Save a
                project file first if you may want it again.
              </Dialog.Body>
              <Dialog.Footer>
                <Button variant="outline" borderColor="rule" color="ink" onClick={() => setAsking(false)}>
                  Keep it
                </Button>
                <Button bg="snag" color="paper" onClick={() => void deleteProject(summary.id)}>
                  Delete it
                </Button>
              </Dialog.Footer>
            </Dialog.Content>
          </Dialog.Positioner>
        </Portal>
      </Dialog.Root>
    </Flex>
  );
}
