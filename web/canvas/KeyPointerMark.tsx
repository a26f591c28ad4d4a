import { Box, Flex, Text } from '@chakra-ui/react';
import type { Vec } from '../../core/foundations/geometry/vec';
import { NARROW } from '../ui/narrow';
import { NumberField } from '../ui/NumberField';
import type { KeyPointer } from './keyPointer';
import type { ByKeys } from './useKeyPointer';
import { toScreen, type View } from './view';

/** Arms of the cross, screen px. */
const ARM_PX = 14;

interface Props {
  readonly pointer: KeyPointer;
  readonly view: View;
  readonly byKeys: ByKeys;
  readonly onSend: (at: Vec) => void;
}

/** A cross that is seen on ink and paper; a ring in it while the pointer holds. */
function Cross({ at: { x, y }, held }: { at: Vec; held: boolean }) {
  return (
    <svg
      aria-hidden
      data-testid="key-pointer"
      data-held={held || undefined}
      width={2 * ARM_PX}
      height={2 * ARM_PX}
      style={{ position: 'absolute', left: x - ARM_PX, top: y - ARM_PX, pointerEvents: 'none' }}
    >
      {(['paper', 'hand'] as const).map((colour) => (
        <g
          key={colour}
          fill="none"
          stroke={`var(--chakra-colors-${colour})`}
          strokeWidth={colour === 'paper' ? 5 : 2}
        >
          <path d={`M0 ${ARM_PX}h${2 * ARM_PX}M${ARM_PX} 0v${2 * ARM_PX}`} />
          {held && <circle cx={ARM_PX} cy={ARM_PX} r={ARM_PX / 2} />}
        </g>
      ))}
    </svg>
  );
}

/** The pointer that keys move: a cross, and its place in numbers that can be typed. */
export function KeyPointerMark({ pointer, view, byKeys, onSend }: Props) {
  const told = byKeys.told(pointer.at);
  const send = (next: Vec) => onSend(byKeys.told(next));
  return (
    <>
      <Cross at={toScreen(view, pointer.at)} held={pointer.held} />
      <Flex
        position="absolute"
        left="3"
        bottom="2.5"
        gap="3"
        align="center"
        wrap="wrap"
        maxW="calc(100% - 15rem)"
        bg="paper"
        borderWidth="1px"
        borderColor="hand"
        borderRadius="sm"
        px="3"
        py="1"
        role="group"
        aria-label="Pointer moved by keys"
        css={{ [NARROW.drawer]: { bottom: '52px', maxWidth: 'calc(100% - 24px)' } }}
      >
        <Box>
          <NumberField
            label="x"
            value={told.x}
            unit={byKeys.unit}
            onChange={(v) => send({ ...told, x: v })}
          />
        </Box>
        <Box>
          <NumberField
            label="y"
            value={told.y}
            unit={byKeys.unit}
            onChange={(v) => send({ ...told, y: v })}
          />
        </Box>
        <Text fontSize="xs" color="faded">
          Arrows move, Space presses, Enter {pointer.held ? 'lets go' : 'holds'}, Escape ends
        </Text>
      </Flex>
    </>
  );
}
