import { Flex, Text } from '@chakra-ui/react';
import { Minus, Plus } from 'lucide-react';
import { useBenchKey } from './benchKeys';
import { InkButton } from './InkButton';

/** One press of a key or button makes so much larger. */
export const ZOOM_STEP = 1.25;

interface Props {
  /** How large it is shown, 100 = as it is first. */
  readonly percent: number;
  readonly by: (factor: number) => void;
  readonly whole: () => void;
  /** Beneath what it belongs to, where its foot is full. */
  readonly beneath?: boolean;
  /** What is zoomed, where a page holds several. */
  readonly of?: string;
}

/** Keys of every bench with a view: larger, smaller, all of it. */
export function useZoomKeys(by: (factor: number) => void, whole: () => void, enabled = true): void {
  // The plus sign lies on other keys elsewhere, with Shift or without; with Ctrl it is the browser's own.
  const own = { useKey: true, ignoreModifiers: true, splitKey: '~', enabled };
  useBenchKey('+', (e) => !e.ctrlKey && !e.metaKey && by(ZOOM_STEP), own);
  useBenchKey('=', (e) => !e.ctrlKey && !e.metaKey && by(ZOOM_STEP), own);
  useBenchKey('-', (e) => !e.ctrlKey && !e.metaKey && by(1 / ZOOM_STEP), own);
  useBenchKey('0', whole, { enabled });
}

/** Buttons at the foot of a bench, the same on every one. */
export function ZoomBar({ percent, by, whole, beneath, of }: Props) {
  return (
    <Flex
      position="absolute"
      {...(beneath ? { top: 'calc(100% + 10px)' } : { bottom: '2.5' })}
      right="3"
      align="center"
      gap="1"
      bg="paper"
      borderRadius="sm"
      role="group"
      aria-label={of ? `Zoom: ${of}` : 'Zoom'}
      zIndex="1"
    >
      <InkButton tip="Smaller (-)" aria-label="Smaller" px="1.5" onClick={() => by(1 / ZOOM_STEP)}>
        <Minus size={14} />
      </InkButton>
      <Text
        fontSize="xs"
        minW="3.2em"
        textAlign="center"
        fontVariantNumeric="tabular-nums"
        data-testid="zoom"
      >
        {Math.round(percent)} %
      </Text>
      <InkButton tip="Larger (+)" aria-label="Larger" px="1.5" onClick={() => by(ZOOM_STEP)}>
        <Plus size={14} />
      </InkButton>
      <InkButton tip="All of it in view (0)" px="2" onClick={whole}>
        Whole
      </InkButton>
    </Flex>
  );
}
