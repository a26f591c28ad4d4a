import { counted } from '../../../core/problems/counted';
import { Box } from '@chakra-ui/react';
import { useMemo } from 'react';
import type { GlyphRow, GuideRow, Lines } from '../../../core/document/schema';
import { OverlaidSet } from './OverlaidSet';

const SETS: readonly [string, RegExp][] = [
  ['capitals', /\p{Lu}/u],
  ['small letters', /\p{Ll}/u],
  ['figures', /\p{Nd}/u],
];

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
  return (
    <Box display="flex" h="100%" gap="8" px="6" justifyContent="center">
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
