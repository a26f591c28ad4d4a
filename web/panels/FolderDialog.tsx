import { Box, Button, Dialog, Flex, Grid, Portal, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { FolderChange } from '../../core/project/document/commands/icons/folderChanges';
import type { PieceRow } from '../../core/project/document/schema';
import { nth } from '../../core/foundations/lists/nth';
import { counted } from '../../core/foundations/problems/counted';
import { rowTop } from '../../core/lifting/artwork/layOut';
import { pathData } from '../../core/readers/svg/pathData';
import { changeKey, useFolderOffers, type FolderOffer } from '../store/folderOffers';
import { useProject } from '../store/projectStore';
import { folderWords } from '../text/folderWords';
import { CheckField } from '../ui/CheckField';
import { VirtualRows } from '../ui/VirtualRows';

/** Height of a change, px: its picture and some white. */
const ROW_PX = 64;
/** Side of what is shown of a board, px of its sheet: 240 and some white around. */
const SEEN = 270;

/** A drawing on its board, so that what moved or grew is seen. */
function OnBoard({ drawn }: { readonly drawn: Pick<PieceRow, 'outline' | 'box' | 'row'> | null }) {
  const d = useMemo(() => (drawn ? pathData(drawn.outline, 1) : ''), [drawn]);
  if (!drawn) return <Box w="54px" h="54px" />;
  const { box, row } = drawn;
  const view = `${box.x + box.width / 2 - SEEN / 2} ${rowTop(row) - 15} ${SEEN} ${SEEN}`;
  return (
    <svg viewBox={view} width={54} height={54} aria-hidden>
      <path d={d} fill="currentColor" />
    </svg>
  );
}

interface LineProps {
  readonly change: FolderChange;
  readonly taken: boolean;
  readonly onTaken: (taken: boolean) => void;
}

function Line({ change, taken, onTaken }: LineProps) {
  const { title, what } = folderWords(change);
  return (
    <Grid
      role="listitem"
      templateColumns="1fr 60px 20px 60px"
      gap="3"
      alignItems="center"
      h="100%"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Box>
        <CheckField label={title} checked={taken} onChange={onTaken} />
        <Text fontSize="xs" color={change.byHand ? 'snag' : 'faded'} pl="6">
          {what}
        </Text>
      </Box>
      <OnBoard drawn={change.icon?.piece ?? null} />
      <Text color="faded" aria-hidden>
        →
      </Text>
      <OnBoard drawn={change.piece} />
    </Grid>
  );
}

/** All changes to go through; those that would undo what somebody drew here are not taken at first. */
function useChoice({ found: { changes } }: FolderOffer) {
  const [refused, setRefused] = useState<ReadonlySet<string>>(
    () => new Set(changes.filter((c) => c.byHand).map(changeKey)),
  );
  const set = (change: FolderChange, taken: boolean) => {
    const next = new Set(refused);
    if (taken) next.delete(changeKey(change));
    else next.add(changeKey(change));
    setRefused(next);
  };
  return {
    isTaken: (c: FolderChange) => !refused.has(changeKey(c)),
    set,
    count: changes.length - refused.size,
  };
}

interface ChangesProps extends Omit<ReturnType<typeof useChoice>, 'count'> {
  readonly changes: readonly FolderChange[];
}

/** All changes: a set that was drawn anew has thousands. */
function Changes({ changes, isTaken, set }: ChangesProps) {
  return (
    <Flex direction="column" h={`min(50vh, ${changes.length * ROW_PX + 16}px)`}>
      <VirtualRows
        label="Changes of icons"
        count={changes.length}
        rowPx={ROW_PX}
        keyOf={(i) => changeKey(nth(changes, i))}
        row={(i) => {
          const change = nth(changes, i);
          return <Line change={change} taken={isTaken(change)} onTaken={(taken) => set(change, taken)} />;
        }}
      />
    </Flex>
  );
}

function OpenDialog({ offer }: { readonly offer: FolderOffer }) {
  const { changes, same } = offer.found;
  const { isTaken, set, count } = useChoice(offer);
  return (
    <Dialog.Root
      open
      scrollBehavior="inside"
      closeOnInteractOutside={false}
      onOpenChange={(e) => !e.open && offer.leave()}
    >
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="paper" color="ink" maxW="38rem">
            <Dialog.Header>
              <Dialog.Title>These icons came before</Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>
              <Text fontSize="sm" mb="3">
                {counted(same.length, 'icon')} {same.length === 1 ? 'is' : 'are'} as before. What is taken
                below keeps its code, its white and the names that it was given here.
              </Text>
              <Changes changes={changes} isTaken={isTaken} set={set} />
            </Dialog.Body>
            <Dialog.Footer gap="3">
              <Button variant="outline" borderColor="rule" onClick={offer.leave}>
                Leave all as it is
              </Button>
              <Button
                variant="outline"
                borderColor="rule"
                title="What isn’t here yet becomes an icon of its own; names that are taken get a number"
                onClick={offer.further}
              >
                Add all as further icons
              </Button>
              <Button bg="hand" color="paper" disabled={count === 0} onClick={() => offer.take(isTaken)}>
                Take {counted(count, 'change')}
              </Button>
            </Dialog.Footer>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** Which changes of a folder of icons are taken that came to this project again. */
export function FolderDialog() {
  const projectId = useProject((s) => s.projectId);
  const offer = useFolderOffers((s) => s.offers.find((o) => o.projectId === projectId));
  return offer ? <OpenDialog key={offer.itemId} offer={offer} /> : null;
}
