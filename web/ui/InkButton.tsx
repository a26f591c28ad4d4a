import { Button, type ButtonProps } from '@chakra-ui/react';
import { forwardRef } from 'react';
import { Tip } from './Tip';

interface Props extends ButtonProps {
  /** What it does, with its key: shown on hover and read aloud. */
  readonly tip: string;
  /** The one thing to do next on this surface. */
  readonly main?: boolean;
}

/** In colours of the system a filled button keeps its fill. */
const MAIN_FORCED = {
  '@media (forced-colors: active)': {
    forcedColorAdjust: 'none',
    background: 'Highlight',
    color: 'HighlightText',
    borderColor: 'Highlight',
  },
} as const;

/** A plain button of our look; the main one is filled with the colour of what is in hand. */
export const InkButton = forwardRef<HTMLButtonElement, Props>(function InkButton(
  { tip, main, ...rest },
  ref,
) {
  return (
    <Tip text={tip}>
      <Button
        ref={ref}
        size="xs"
        variant={main ? 'solid' : 'outline'}
        bg={main ? 'hand' : 'transparent'}
        color={main ? 'paper' : 'ink'}
        borderColor={main ? 'hand' : 'rule'}
        _hover={{ bg: main ? 'ink' : 'handSoft' }}
        css={main ? MAIN_FORCED : { '&[aria-pressed=true]': { borderColor: 'hand', background: 'handSoft' } }}
        {...rest}
      />
    </Tip>
  );
});
