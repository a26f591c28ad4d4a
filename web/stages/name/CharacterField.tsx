import { Box, Field, Flex, Input, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { findCharacters } from '../../../core/type/names/characters';
import { useCharacterNames } from '../../store/characterNames';

interface Props {
  readonly label: string;
  readonly onPick: (char: string) => void;
}

export const hexOf = (cp: number): string => `U+${cp.toString(16).toUpperCase().padStart(4, '0')}`;

const UNFOUND = {
  coming: 'Fetching the names of characters…',
  here: 'No character goes by that.',
  'not to be had':
    'The names of characters could not be fetched. Type the character itself, or its code point.',
} as const;

/** A character by typing it, by its name in plain words, or by its code point. Enter takes the first found. */
export function CharacterField({ label, onPick }: Props) {
  const { names, state } = useCharacterNames();
  const [asked, setAsked] = useState('');
  const found = useMemo(() => findCharacters(names, asked, 7), [names, asked]);
  const pick = (codePoint: number | undefined) => {
    if (codePoint === undefined) return;
    setAsked('');
    onPick(String.fromCodePoint(codePoint));
  };
  return (
    <Box>
      <Field.Root>
        <Field.Label fontSize="sm" color="faded">
          {label}
        </Field.Label>
        <Input
          size="xs"
          bg="sheet"
          borderColor="rule"
          placeholder="ß, capital sharp s, U+1E9E"
          value={asked}
          onChange={(e) => setAsked(e.target.value)}
          onKeyDown={(e) => {
            if (e.key === 'Enter') pick(found[0]?.codePoint);
            if (e.key === 'Escape') setAsked('');
          }}
        />
      </Field.Root>
      {found.map((n) => (
        <Box
          as="button"
          key={n.codePoint}
          display="block"
          w="100%"
          textAlign="left"
          px="2"
          py="1"
          borderRadius="sm"
          _hover={{ bg: 'handSoft' }}
          onClick={() => pick(n.codePoint)}
        >
          <Flex gap="2" align="baseline">
            <Text fontSize="lg" w="1.6rem" flexShrink={0}>
              {String.fromCodePoint(n.codePoint)}
            </Text>
            <Text fontSize="xs" color="faded">
              {n.name.toLowerCase()} {hexOf(n.codePoint)}
            </Text>
          </Flex>
        </Box>
      ))}
      {asked.trim() !== '' && found.length === 0 && (
        <Text fontSize="xs" color="faded" role="status">
          {UNFOUND[state]}
        </Text>
      )}
    </Box>
  );
}
