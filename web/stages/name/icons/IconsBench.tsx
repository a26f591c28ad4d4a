import { Box, Grid, Input, Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';
import { nth } from '../../../../core/foundations/lists/nth';
import { setTypedNames } from '../../../../core/project/document/commands/glyphs/codePoints';
import { setGlyphName } from '../../../../core/project/document/commands/glyphs/glyphName';
import { useWay } from '../../../panels/way';
import { iconRows, useIconBench, type IconRow } from '../../../store/iconBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { troubleText } from '../../../text/iconTroubles';
import { EmptyBench } from '../../../ui/Bench';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { VirtualRows } from '../../../ui/VirtualRows';
import { IconsWall } from './IconsWall';

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

const head = (
  <Grid role="row" templateColumns={COLUMNS} gap="3" position="sticky" top="0" bg="paper" zIndex="1" py="2">
    {HEADS.map((text) => (
      <Text key={text} role="columnheader" fontSize="xs" color="faded">
        {text}
      </Text>
    ))}
  </Grid>
);

/** Icons in a table, name and typed names changed in place with what people run into who type them, or as a wall to choose from. */
export function IconsBench() {
  const doc = useDoc();
  const bench = useIconBench();
  const rows = useMemo(() => iconRows(doc, bench), [doc, bench]);
  if (rows.length === 0) return <EmptyBench>No icon has that in its name, words, tags or code.</EmptyBench>;
  if (bench.view === 'wall') return <IconsWall rows={rows} />;
  return (
    <VirtualRows
      label="Icons"
      count={rows.length}
      rowPx={ROW_PX}
      head={head}
      keyOf={(index) => nth(rows, index).glyph.id}
      row={(index) => <Icon row={nth(rows, index)} index={index} />}
    />
  );
}
