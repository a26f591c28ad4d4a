import { Box, chakra, Grid, Text } from '@chakra-ui/react';
import { memo } from 'react';
import { nth } from '../../../core/foundations/lists/nth';
import type { GlyphRow, StyleRow } from '../../../core/project/document/schema';
import { GlyphDrawing } from '../../ui/GlyphDrawing';
import { VirtualRows } from '../../ui/VirtualRows';
import type { FamilyRow } from './familyRows';

/** Height of a row, and width of its columns, px. */
const ROW_PX = 74;
const NAME_PX = 92;
const CELL_PX = 104;

export interface TableProps {
  readonly styles: readonly StyleRow[];
  /** The style in hand. */
  readonly inHand: string;
  readonly rows: readonly FamilyRow[];
  readonly onStyle: (styleId: string) => void;
  /** A letter of a style: its drawing, or the place where one would be made. */
  readonly onLetter: (styleId: string, glyph: GlyphRow | null, char: string | null) => void;
  /** A letter whose drawings part is to be seen. */
  readonly onParting: (row: FamilyRow) => void;
}

const columns = (count: number) => `${NAME_PX}px repeat(${count}, ${CELL_PX}px) minmax(140px, 1fr)`;

/** Each letter of the family in a row, beside itself in all styles. */
export function FamilyTable(props: TableProps) {
  const { styles, rows, onLetter, onParting } = props;
  return (
    <VirtualRows
      label="Letters of the family"
      count={rows.length}
      rowPx={ROW_PX}
      head={<Heads {...props} />}
      keyOf={(index) => nth(rows, index).letter.name}
      row={(index) => (
        <Letter
          row={nth(rows, index)}
          index={index}
          styles={styles}
          onLetter={onLetter}
          onParting={onParting}
        />
      )}
    />
  );
}

function Heads({ styles, inHand, onStyle }: TableProps) {
  return (
    <Grid
      role="row"
      templateColumns={columns(styles.length)}
      position="sticky"
      top="0"
      bg="paper"
      zIndex="1"
      py="2"
      borderBottomWidth="1px"
      borderColor="rule"
      alignItems="center"
    >
      <Text role="columnheader" fontSize="xs" color="faded">
        Letter
      </Text>
      {styles.map((s) => (
        <Box key={s.id} role="columnheader">
          <chakra.button
            type="button"
            aria-pressed={s.id === inHand}
            title={s.id === inHand ? 'The style in hand' : `Take ${s.name} in hand`}
            fontWeight={s.id === inHand ? 'bold' : undefined}
            borderBottomWidth="3px"
            borderColor={s.id === inHand ? 'hand' : 'transparent'}
            maxW="100%"
            truncate
            onClick={() => onStyle(s.id)}
          >
            {s.name}
          </chakra.button>
        </Box>
      ))}
      <Text role="columnheader" fontSize="xs" color="faded">
        Between weights
      </Text>
    </Grid>
  );
}

interface LetterProps extends Pick<TableProps, 'styles' | 'onLetter' | 'onParting'> {
  readonly row: FamilyRow;
  readonly index: number;
}

interface DrawingProps extends Pick<TableProps, 'onLetter'> {
  readonly row: FamilyRow;
  readonly style: StyleRow;
  readonly glyph: GlyphRow | null;
}

/** A letter in one style, or the place where it would be made. */
function Drawing({ row: { letter }, style, glyph, onLetter }: DrawingProps) {
  const called = `${letter.name} in ${style.name}`;
  return (
    <Box role="cell">
      <button
        type="button"
        aria-label={glyph ? `Take ${called} in hand` : `Make ${called}, which is missing`}
        title={glyph ? called : `${called}: missing`}
        onClick={() => onLetter(style.id, glyph, letter.char)}
      >
        {glyph ? (
          <GlyphDrawing glyph={glyph} size={66} />
        ) : (
          <Text
            as="span"
            display="inline-block"
            px="3"
            py="1.5"
            fontSize="xs"
            color="snag"
            borderWidth="1px"
            borderStyle="dashed"
            borderColor="snag"
          >
            missing
          </Text>
        )}
      </button>
    </Box>
  );
}

/** Why a letter can't vary; a press shows it. */
function Apart({ row, onParting }: Pick<LetterProps, 'row' | 'onParting'>) {
  const { letter, apart } = row;
  return (
    <Box role="cell" fontSize="xs">
      {apart !== null && (
        <chakra.button
          type="button"
          color="snag"
          textAlign="start"
          textDecoration="underline dotted"
          aria-label={`Why ${letter.name} can’t vary: ${apart}`}
          title="See their contours and points"
          onClick={() => onParting(row)}
        >
          {apart}
        </chakra.button>
      )}
    </Box>
  );
}

const Letter = memo(function Letter({ row, index, styles, onLetter, onParting }: LetterProps) {
  const { letter } = row;
  return (
    <Grid
      role="row"
      aria-rowindex={index + 2}
      templateColumns={columns(styles.length)}
      alignItems="center"
      h="100%"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Text role="rowheader" fontSize="sm" truncate title={letter.name}>
        {letter.char ?? letter.name}
        {letter.char !== null && letter.char !== letter.name && (
          <Text as="span" fontSize="xs" color="faded" ml="2">
            {letter.name}
          </Text>
        )}
      </Text>
      {styles.map((style, k) => (
        <Drawing
          key={style.id}
          row={row}
          style={style}
          glyph={letter.drawings[k] ?? null}
          onLetter={onLetter}
        />
      ))}
      <Apart row={row} onParting={onParting} />
    </Grid>
  );
});
