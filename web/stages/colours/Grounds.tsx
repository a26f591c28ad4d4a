import { Box, Flex, Text } from '@chakra-ui/react';
import { projectOf } from '../../../core/project/document/newProject';
import type { PaletteRow } from '../../../core/project/document/schema';
import { useTextFont } from '../../panels/useTextFont';
import { fontPalette } from '../../store/palettes';
import { useDoc } from '../../store/projectStore';

/** Grounds that palettes are for: our paper by day, and by night. */
const GROUNDS = { light: '#fbf8f1', dark: '#1c1b19' } as const;
const WORDS = { light: 'light ground', dark: 'dark ground' } as const;

/** Letters of the running text that are shown on each ground, in whole words. */
const SHOWN = 26;

function firstWords(text: string): string {
  const words = text.trim().split(/\s+/);
  const most = words.findIndex((_, i) => words.slice(0, i + 1).join(' ').length > SHOWN);
  return most < 1 ? text.slice(0, SHOWN) : words.slice(0, most).join(' ');
}

interface GroundProps {
  readonly name: string;
  readonly place: number;
  readonly ground: keyof typeof GROUNDS;
  readonly text: string;
}

/** Words in one palette, on its ground, as the browser paints the very font. */
function Ground({ name, place, ground, text }: GroundProps) {
  const font = useTextFont();
  return (
    <Box flex="1 1 380px" minW="0">
      <Text fontSize="xs" color="faded" mb="1">
        {name} · {WORDS[ground]}
      </Text>
      <Box
        data-testid={`ground-${place}-${ground}`}
        bg={GROUNDS[ground]}
        color={GROUNDS[ground === 'dark' ? 'light' : 'dark']}
        borderWidth="1px"
        borderColor="rule"
        px="5"
        py="4"
        fontSize="52px"
        lineHeight="1.35"
        overflowWrap="anywhere"
        style={{ ...font, fontPalette: fontPalette(place) }}
      >
        {text}
      </Box>
    </Box>
  );
}

/** The running text in each palette; as drawn on both grounds while there is no other. */
export function Grounds({ palettes }: { readonly palettes: readonly PaletteRow[] }) {
  const text = firstWords(projectOf(useDoc()).runningText);
  const others = palettes.map((p, i) => ({ name: p.name, place: i + 1, ground: p.ground }));
  return (
    <Flex gap="4" wrap="wrap">
      <Ground name="As drawn" place={0} ground="light" text={text} />
      {others.length === 0 && <Ground name="As drawn" place={0} ground="dark" text={text} />}
      {others.map((o) => (
        <Ground key={o.place} {...o} text={text} />
      ))}
    </Flex>
  );
}
