import { Flex, Progress, Text } from '@chakra-ui/react';
import useSWR from 'swr';
import { askToKeep, lookAtRoom } from '../persistence/room';
import { inMegabytes } from '../text/sizes';
import { InkButton } from '../ui/InkButton';

/** How much room the browser's storage has left, and whether it was promised to last. */
export function RoomLine() {
  const { data: room, mutate } = useSWR('room', () => lookAtRoom(), { refreshInterval: 10_000 });
  if (!room) return null;
  const share = room.most ? Math.min(1, room.used / room.most) : null;
  return (
    <Flex align="center" gap="4" mt="3" wrap="wrap" data-testid="room">
      <Text fontSize="sm" color={share !== null && share > 0.9 ? 'snag' : 'faded'}>
        {inMegabytes(room.used)} used
        {room.most !== null && `, ${inMegabytes(room.most - room.used)} left`}.{' '}
        {room.lasting
          ? 'The browser keeps it until you delete it.'
          : 'The browser may clear it when the disk gets full; project files are safe.'}
      </Text>
      {share !== null && (
        <Progress.Root value={100 * share} size="xs" w="8rem" aria-label="Room used">
          <Progress.Track>
            <Progress.Range bg={share > 0.9 ? 'snag' : 'hand'} />
          </Progress.Track>
        </Progress.Root>
      )}
      {!room.lasting && (
        <InkButton
          tip="Ask the browser never to clear the projects by itself"
          onClick={async () => {
            await askToKeep();
            await mutate();
          }}
        >
          Ask to keep it
        </InkButton>
      )}
    </Flex>
  );
}
