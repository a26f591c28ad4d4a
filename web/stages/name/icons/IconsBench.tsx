import { Box, Grid, Input, Text } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useMemo, useRef } from 'react';
import { setTypedNames } from '../../../../core/project/document/commands/glyphs/codePoints';
import { setGlyphName } from '../../../../core/project/document/commands/glyphs/glyphName';
import { useWay } from '../../../panels/way';
import { iconRows, useIconBench, type IconRow } from '../../../store/iconBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { troubleText } from '../../../text/iconTroubles';
import { EmptyBench } from '../../../ui/Bench';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';

const ROW_PX = 64;
const COLUMNS = '60px minmax(110px, 0.8fr) 72px minmax(150px, 1.3fr) minmax(120px, 1.2fr)';

interface CellProps {
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
}

/** Text that is changed in its place; it counts when one leaves it. */
function Cell({ label, value, onChange }: CellProps) {
  return (
    <Input
      key={value}
      aria-label={label}
      size="xs"
      bg="sheet"
      borderColor="rule"
      defaultValue={value}
      onBlur={(e) => e.target.value.trim() !== value && onChange(e.target.value.trim())}
      onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
    />
  );
}

const Icon = memo(function Icon({ row: { glyph, troubles }, index }: { row: IconRow; index: number }) {
  const { take } = useWay();
  const change = (make: 'name' | 'typed') => (text: string) => {
    const { doc, commit } = useProject.getState();
    if (!doc) return;
    commit(
      make === 'name' ? setGlyphName(doc, glyph.id, text) : setTypedNames(doc, glyph.id, text.split(',')),
    );
  };
  return (
    <Grid
      role="row"
      aria-rowindex={index + 2}
      templateColumns={COLUMNS}
      gap="3"
      alignItems="center"
      h="100%"
      borderBottomWidth="1px"
      borderColor="rule"
    >
      <Box role="cell">
        <button type="button" aria-label={`Take ${glyph.name} in hand`} onClick={() => take(glyph.id)}>
          <GlyphDrawing glyph={glyph} size={50} />
        </button>
      </Box>
      <Box role="cell">
        <Cell label={`Name of ${glyph.name}`} value={glyph.name} onChange={change('name')} />
      </Box>
      <Text role="cell" fontSize="xs" color="faded">
        {glyph.codePoints.map((cp) => `U+${cp.toString(16).toUpperCase()}`).join(' ')}
      </Text>
      <Box role="cell">
        <Cell label={`Typed for ${glyph.name}`} value={glyph.typed.join(', ')} onChange={change('typed')} />
      </Box>
      <Text role="cell" fontSize="xs" color="snag" lineClamp="3">
        {troubles.map(troubleText).join(' ')}
      </Text>
    </Grid>
  );
});

const HEADS = ['Icon', 'Name', 'Code', 'Typed, parted by commas', ''];

/** All icons in a table: name and typed names changed in place, with what people run into who type them. */
export function IconsBench() {
  const doc = useDoc();
  const bench = useIconBench();
  const rows = useMemo(() => iconRows(doc, bench), [doc, bench]);
  const scroller = useRef<HTMLDivElement>(null);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_PX,
    overscan: 6,
  });
  if (rows.length === 0) return <EmptyBench>No icon has that in its name, words or code.</EmptyBench>;
  return (
    <Box
      ref={scroller}
      flex="1"
      minH="0"
      overflow="auto"
      px="5"
      role="table"
      aria-label="Icons"
      aria-rowcount={rows.length + 1}
    >
      <Grid
        role="row"
        templateColumns={COLUMNS}
        gap="3"
        position="sticky"
        top="0"
        bg="paper"
        zIndex="1"
        py="2"
      >
        {HEADS.map((head) => (
          <Text key={head} role="columnheader" fontSize="xs" color="faded">
            {head}
          </Text>
        ))}
      </Grid>
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => {
          const row = rows[index];
          return row ? (
            <div
              key={row.glyph.id}
              style={{ position: 'absolute', top: start, width: '100%', height: ROW_PX }}
            >
              <Icon row={row} index={index} />
            </div>
          ) : null;
        })}
      </div>
    </Box>
  );
}
