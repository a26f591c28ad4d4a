import { Box, Link } from '@chakra-ui/react';
import { openGauge } from '../ui/drawers';

const PLACES = [
  ['bench', 'To the bench'],
  ['gauge', 'To the gauge'],
  ['running-line', 'To the running line'],
] as const;

/** Ways past everything that comes before, for whoever goes by Tab; seen while one of them has the focus. */
export function SkipLinks() {
  return (
    <Box position="absolute" zIndex="5" left="2" top="1">
      {PLACES.map(([id, text]) => (
        <Link
          key={id}
          href={`#${id}`}
          position="absolute"
          whiteSpace="nowrap"
          bg="hand"
          color="paper"
          px="3"
          py="1.5"
          clipPath="inset(50%)"
          _focus={{ clipPath: 'none' }}
          onClick={(e) => {
            e.preventDefault();
            if (id === 'gauge') openGauge();
            requestAnimationFrame(() => document.getElementById(id)?.focus());
          }}
        >
          {text}
        </Link>
      ))}
    </Box>
  );
}
