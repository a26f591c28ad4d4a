import { counted } from '../../../core/foundations/problems/counted';
import { Box, Flex } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import type { GlyphRow, GuideRow, Lines } from '../../../core/project/document/schema';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { OverlaidSet } from './OverlaidSet';

const SETS: readonly [string, RegExp][] = [
  ['capitals', /\p{Lu}/u],
  ['small letters', /\p{Ll}/u],
  ['figures', /\p{Nd}/u],
];

/** How much larger than its room the overlay gets: beyond, its pictures take more memory than they show. */
const MOST_CLOSER = 8;

interface Props {
  readonly glyphs: readonly GlyphRow[];
  readonly lines: Lines;
  readonly ownLines: readonly GuideRow[];
  /** When several are chosen, only those are laid over each other. */
  readonly chosen: ReadonlySet<string>;
  readonly inHand: string | null;
}

/** The letters themselves laid over each other by kind, so that one that stands out is seen. */
export function Overlay({ glyphs, lines, ownLines, chosen, inHand }: Props) {
  const sets = useMemo(() => setsOf(glyphs, chosen), [glyphs, chosen]);
  const several = chosen.size > 1;
  const [closer, setCloser] = useState(1);
  const view = { size: closer, least: 1, most: MOST_CLOSER, usual: 1, onSize: setCloser };
  return (
    <Box position="relative" display="flex" flexDirection="column" h="100%">
      <ScrolledBench label="Letters laid over each other" second {...view}>
        <Flex h={`${100 * closer}%`} w="max-content" minW="100%" gap="8" px="6" justifyContent="center">
          {sets.map((s) => (
            <OverlaidSet
              key={s.name}
              {...s}
              label={`${several ? '' : 'All '}${s.name} laid over each other`}
              strength={several ? 0.25 : 0.09}
              lines={lines}
              ownLines={ownLines}
              inHand={inHand}
            />
          ))}
        </Flex>
      </ScrolledBench>
    </Box>
  );
}

interface GlyphSet {
  readonly name: string;
  readonly members: readonly GlyphRow[];
}

function setsOf(glyphs: readonly GlyphRow[], chosen: ReadonlySet<string>): GlyphSet[] {
  if (chosen.size > 1)
    return [{ name: counted(chosen.size, 'chosen letter'), members: glyphs.filter((g) => chosen.has(g.id)) }];
  const sets = SETS.map(([name, of]) => ({
    name,
    members: glyphs.filter((g) => of.test(String.fromCodePoint(g.codePoints[0]!))),
  }));
  return sets.filter((s) => s.members.length > 0);
}
