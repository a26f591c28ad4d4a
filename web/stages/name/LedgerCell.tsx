import { useDraggable, useDroppable } from '@dnd-kit/core';
import { Box, chakra, Flex, Text } from '@chakra-ui/react';
import { memo } from 'react';
import type { GlyphRow } from '../../../core/document/schema';
import { GlyphDrawing } from '../../ui/GlyphDrawing';
import type { LedgerField } from './ledgerRows';

interface Props {
  /** What the field stands for: a character, or the name of a drawing without one. */
  readonly label: string;
  readonly char: string | null;
  readonly name: string;
  readonly glyph: GlyphRow | null;
  readonly chosen: boolean;
  readonly onTake: (field: LedgerField) => void;
}

/** How a glyph came about, where that matters: a mark in the corner and words for it. */
function markOf(glyph: GlyphRow | null): [sign: string, text: string] | null {
  if (!glyph) return null;
  if (glyph.draft) return ['draft', 'a draft'];
  if (glyph.components.length > 0) return ['made', 'composed'];
  if (glyph.codePoints.length > 1) return [`×${glyph.codePoints.length}`, 'for several characters'];
  return null;
}

/** One field of the ledger. Pieces can be dropped on it; an empty one can be dragged onto a piece, a drawn one onto a field. */
export const LedgerCell = memo(function LedgerCell({ label, char, name, glyph, chosen, onTake }: Props) {
  const id = char ?? `name ${name}`;
  const drop = useDroppable({ id: `cell ${id}`, disabled: char === null, data: { char } });
  const drag = useDraggable({ id: `char ${id}`, data: { char, glyphId: glyph?.id ?? null } });
  const mark = markOf(glyph);
  return (
    <chakra.button
      type="button"
      ref={(e: HTMLButtonElement | null) => {
        drop.setNodeRef(e);
        drag.setNodeRef(e);
      }}
      {...drag.listeners}
      w="58px"
      h="74px"
      borderWidth="1px"
      borderStyle={glyph ? 'solid' : 'dashed'}
      borderColor={chosen || drop.isOver ? 'hand' : 'rule'}
      bg={chosen || drop.isOver ? 'handSoft' : glyph ? 'sheet' : 'transparent'}
      aria-pressed={chosen}
      aria-label={glyph ? `${label}, ${name}${mark ? `, ${mark[1]}` : ''}` : `${label}, ${name}, missing`}
      title={glyph ? `${label} ${name}` : `${label} ${name}: no glyph yet`}
      onClick={() => onTake(char === null ? { char, glyph: glyph! } : { char, glyph })}
      position="relative"
      style={{ touchAction: 'manipulation' }}
    >
      <Text fontSize="10px" color="faded" textAlign="left" px="1.5" lineHeight="16px" truncate>
        {label}
      </Text>
      <Flex justify="center" color={glyph ? 'ink' : 'faded'} h="54px" align="center">
        {glyph ? <GlyphDrawing glyph={glyph} size={52} /> : <Text fontSize="xs">empty</Text>}
      </Flex>
      {mark && (
        <Box
          position="absolute"
          top="2px"
          right="4px"
          fontSize="9px"
          lineHeight="12px"
          color={glyph?.draft ? 'snag' : 'faded'}
        >
          {mark[0]}
        </Box>
      )}
    </chakra.button>
  );
});
