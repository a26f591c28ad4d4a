import { Box, Dialog, Flex, Input, Portal, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { useActions } from './actions';
import { actionsFor, type Action } from './findActions';

/** More than these can't be taken in at a look. */
const MOST_SHOWN = 10;

/** Every action by plain words: type, choose with the arrows, Enter. */
export function CommandSearch({ onClose }: { onClose: () => void }) {
  const actions = useActions();
  const [query, setQuery] = useState('');
  const [at, setAt] = useState(0);
  const found = actionsFor(actions, query).slice(0, MOST_SHOWN);
  const run = (action: Action | undefined) => {
    setQuery('');
    setAt(0);
    onClose();
    action?.run();
  };
  return (
    <Dialog.Root open onOpenChange={(e) => !e.open && onClose()} placement="top">
      <Portal>
        <Dialog.Backdrop />
        <Dialog.Positioner>
          <Dialog.Content bg="sheet" aria-label="Find an action">
            <Dialog.Body p="3">
              <Input
                autoFocus
                placeholder="What do you want to do?"
                aria-label="What do you want to do?"
                value={query}
                onChange={(e) => (setQuery(e.target.value), setAt(0))}
                onKeyDown={(e) => {
                  if (e.key === 'Enter') run(found[at]);
                  if (e.key === 'ArrowDown') setAt(Math.min(found.length - 1, at + 1));
                  if (e.key === 'ArrowUp') setAt(Math.max(0, at - 1));
                }}
              />
              {found.map((a, i) => (
                <Box
                  key={`${a.where} ${a.text}`}
                  as="button"
                  display="block"
                  w="100%"
                  textAlign="left"
                  px="3"
                  py="1.5"
                  mt="1"
                  borderRadius="sm"
                  bg={i === at ? 'handSoft' : 'transparent'}
                  onClick={() => run(a)}
                >
                  <Flex justify="space-between" gap="4">
                    <Text>{a.text}</Text>
                    <Text color="faded" fontSize="sm" flexShrink={0}>
                      {a.where}
                    </Text>
                  </Flex>
                </Box>
              ))}
              {found.length === 0 && <Text p="3">Nothing goes by these words.</Text>}
            </Dialog.Body>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}
