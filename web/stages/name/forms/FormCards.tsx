import { chakra, Flex, Text } from '@chakra-ui/react';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';

interface Props {
  readonly label: string;
  readonly glyphs: readonly GlyphRow[];
  /** The one in hand. */
  readonly inHand: string;
  readonly onTake: (glyphId: string) => void;
}

/** Drawings side by side; a click takes one in hand. */
export function FormCards({ label, glyphs, inHand, onTake }: Props) {
  return (
    <Flex gap="1.5" wrap="wrap" role="group" aria-label={label}>
      {glyphs.map((g) => (
        <chakra.button
          key={g.id}
          type="button"
          aria-pressed={g.id === inHand}
          aria-label={`Take ${g.name} in hand`}
          title={g.draft ? `${g.name}, a draft` : g.name}
          w="70px"
          bg={g.id === inHand ? 'handSoft' : 'sheet'}
          borderWidth="1px"
          borderColor={g.id === inHand ? 'hand' : 'rule'}
          onClick={() => onTake(g.id)}
        >
          <Flex justify="center">
            <GlyphDrawing glyph={g} size={56} />
          </Flex>
          <Text fontSize="10px" color={g.draft ? 'snag' : 'faded'} truncate px="1" pb="1">
            {g.name}
          </Text>
        </chakra.button>
      ))}
    </Flex>
  );
}
