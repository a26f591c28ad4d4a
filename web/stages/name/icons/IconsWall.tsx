import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useRef, type MouseEvent } from 'react';
import { useWay } from '../../../panels/way';
import { chooseIcon, useIconBench, type IconRow } from '../../../store/iconBench';
import { GlyphDrawing } from '../../../ui/GlyphDrawing';
import { roving } from '../../../ui/roving';
import { useSize } from '../../../ui/useSize';

/** Side of a place on the wall, px, with the icon's name below it. */
const PLACE_PX = 104;
const HEIGHT_PX = 112;

interface PlaceProps {
  readonly row: IconRow;
  readonly chosen: boolean;
  readonly onChoose: (id: string, event: MouseEvent) => void;
  readonly onTake: (id: string) => void;
}

const Place = memo(function Place({ row: { glyph, troubles }, chosen, onChoose, onTake }: PlaceProps) {
  return (
    <button
      type="button"
      tabIndex={-1}
      className="icon-place"
      aria-pressed={chosen}
      aria-label={glyph.name}
      title={[glyph.name, ...glyph.tags.map((t) => `#${t}`)].join(' ')}
      data-trouble={troubles.length > 0 || undefined}
      onClick={(e) => onChoose(glyph.id, e)}
      onDoubleClick={() => onTake(glyph.id)}
    >
      <GlyphDrawing glyph={glyph} size={64} />
      <span>{glyph.name}</span>
    </button>
  );
});

/** Looks of places: given once by the wall, since there may be thousands of them. */
const LOOKS = {
  '& .icon-place': {
    width: `${PLACE_PX - 8}px`,
    height: `${HEIGHT_PX - 8}px`,
    display: 'flex',
    flexDirection: 'column',
    alignItems: 'center',
    justifyContent: 'center',
    borderWidth: '1px',
    borderColor: 'transparent',
    cursor: 'pointer',
  },
  '& .icon-place span': {
    maxWidth: '100%',
    overflow: 'hidden',
    textOverflow: 'ellipsis',
    whiteSpace: 'nowrap',
    fontSize: '12px',
    paddingInline: '4px',
  },
  '& .icon-place:hover': { borderColor: 'rule' },
  '& .icon-place[aria-pressed=true]': { bg: 'handSoft', borderColor: 'hand' },
  '& .icon-place[data-trouble] span': { color: 'snag' },
};

/** All icons beside one another: a press chooses one or lets it go, Shift all between, a double press takes it in hand. */
export function IconsWall({ rows }: { readonly rows: readonly IconRow[] }) {
  const { ref: scroller, width } = useSize<HTMLDivElement>();
  const chosen = useIconBench((s) => s.chosen);
  const { take } = useWay();
  const perRow = Math.max(1, Math.floor((width - 40) / PLACE_PX));
  const virtual = useVirtualizer({
    count: Math.ceil(rows.length / perRow),
    getScrollElement: () => scroller.current,
    estimateSize: () => HEIGHT_PX,
    overscan: 4,
  });
  const onChoose = useStableChoice(rows);
  return (
    <Box
      ref={scroller}
      flex="1"
      minH="0"
      overflow="auto"
      px="5"
      pt="3"
      role="group"
      aria-label="Wall of icons"
      {...roving('.icon-place')}
      css={LOOKS}
    >
      <div style={{ height: virtual.getTotalSize(), position: 'relative' }}>
        {virtual.getVirtualItems().map(({ index, start }) => (
          <div key={index} style={{ position: 'absolute', top: start, display: 'flex', gap: 8 }}>
            {rows.slice(index * perRow, (index + 1) * perRow).map((row) => (
              <Place
                key={row.glyph.id}
                row={row}
                chosen={chosen.has(row.glyph.id)}
                onChoose={onChoose}
                onTake={take}
              />
            ))}
          </div>
        ))}
      </div>
    </Box>
  );
}

/** What a press on a place does, the same function while the rows change, so that places aren't drawn anew. */
function useStableChoice(rows: readonly IconRow[]) {
  const now = useRef(rows);
  now.current = rows;
  const choice = useRef((id: string, event: MouseEvent) => chooseIcon(now.current, id, event.shiftKey));
  return choice.current;
}
