import { Box, Button, Dialog, Flex, IconButton, Portal, Text } from '@chakra-ui/react';
import { Trash2 } from 'lucide-react';
import { useState } from 'react';
import useSWR from 'swr';
import { counted } from '../../core/foundations/problems/counted';
import { isHeld } from '../persistence/projectLock';
import { deleteProject, roomOf } from '../persistence/projects';
import type { ProjectSummary } from '../persistence/db';
import { inMegabytes } from '../text/sizes';
import { Tip } from '../ui/Tip';

interface Props {
  readonly summary: ProjectSummary;
  /** Its last edits aren't in storage yet. */
  readonly unsaved: boolean;
  readonly onOpen: () => void;
  readonly onDeleted: () => void;
}

const shortTime = (at: number) =>
  new Date(at).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });

/** Some of its letters, its name, and what it takes. */
function Face({ summary, unsaved }: Pick<Props, 'summary' | 'unsaved'>) {
  const { data: room = 0 } = useSWR(['room', summary.id, summary.changedAt], () => roomOf(summary));
  const { picture, glyphs } = summary;
  return (
    <>
      <Box h="56px" mb="2" color={picture ? 'ink' : 'rule'} aria-hidden>
        {picture && (
          <svg
            width="100%"
            height="100%"
            viewBox={picture.viewBox}
            preserveAspectRatio="xMinYMid meet"
            data-testid="project-picture"
          >
            <path d={picture.d} fill="currentColor" />
          </svg>
        )}
      </Box>
      <Text fontWeight="bold" truncate>
        {summary.name}
      </Text>
      <Text fontSize="sm" color="faded">
        {counted(glyphs, 'glyph')}
        {room > 0 && `, pictures ${inMegabytes(room)}`}
      </Text>
      <Text fontSize="sm" color={unsaved ? 'snag' : 'faded'}>
        {unsaved ? 'Last changes not stored yet' : shortTime(summary.changedAt)}
      </Text>
    </>
  );
}

type Asking = 'no' | 'plain' | 'open elsewhere';

interface DialogProps {
  readonly name: string;
  readonly asking: Asking;
  readonly onKeep: () => void;
  readonly onDelete: () => void;
}

function DeleteDialog({ name, asking, onKeep, onDelete }: DialogProps) {
  return (
    <Dialog.Root open={asking !== 'no'} onOpenChange={(e) => !e.open && onKeep()} role="alertdialog">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet">
            <Dialog.Header>
              <Dialog.Title>Delete {name}?</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              {asking === 'open elsewhere' && (
                <Text mb="3">
                  It is open in another tab, or work on it isn’t done yet. That tab keeps a last copy, which
                  can be stored again from there.
                </Text>
              )}
              Its sheets, outlines and settings go from this browser and can't be brought back. Save a project
              file first if you may want it again.
            </Dialog.Body>
            <Dialog.Footer>
              <Button variant="outline" borderColor="rule" color="ink" onClick={onKeep}>
                Keep it
              </Button>
              <Button bg="snag" color="paper" onClick={onDelete}>
                Delete it
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** A project of this browser: opened by a click, deleted after being asked. */
export function ProjectCard({ summary, unsaved, onOpen, onDeleted }: Props) {
  const [asking, setAsking] = useState<Asking>('no');
  const ask = async () => setAsking((await isHeld(navigator.locks, summary.id)) ? 'open elsewhere' : 'plain');
  const remove = async () => {
    await deleteProject(summary.id);
    onDeleted();
  };
  return (
    <Flex borderWidth="1px" borderColor="rule" bg="sheet" borderRadius="sm" align="stretch">
      <Box as="button" flex="1" textAlign="left" p="4" onClick={onOpen} minW="0" _hover={{ bg: 'handSoft' }}>
        <Face summary={summary} unsaved={unsaved} />
      </Box>
      <Tip text="Delete this project">
        <IconButton
          alignSelf="flex-end"
          size="xs"
          variant="ghost"
          color="faded"
          m="1"
          aria-label={`Delete ${summary.name}`}
          onClick={() => void ask()}
        >
          <Trash2 />
        </IconButton>
      </Tip>
      <DeleteDialog
        name={summary.name}
        asking={asking}
        onKeep={() => setAsking('no')}
        onDelete={() => void remove()}
      />
    </Flex>
  );
}
