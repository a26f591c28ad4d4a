import { Box, Flex, Text } from '@chakra-ui/react';
import { useDndContext, useDraggable, useDroppable } from '@dnd-kit/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, type PointerEvent } from 'react';
import { glyphNameOf } from '../../../core/type/names/glyphNames';
import { roving } from '../../ui/roving';
import { useSize } from '../../ui/useSize';
import { fieldUnder, LEDGER } from './dragging';
import { CELL_CSS, LedgerCell } from './LedgerCell';
import { fieldAt, ledgerRows, rowWith, type LedgerField, type LedgerSection } from './ledgerRows';

/** Side of a field with its gap, and of what else there is, px. */
const FIELD = { width: 62, height: 78 };
const HEAD_PX = 42;
const PADDING_PX = 40;
/** Ledgers of fewer rows are drawn whole; of longer ones only what is in sight, and a little more. */
const WHOLE_ROWS = 60;
const BEYOND_ROWS = 6;

interface Props {
  readonly sections: readonly LedgerSection[];
  /** The field in hand: a character, or the id of a drawing. */
  readonly char: string | null;
  readonly glyphId: string | null;
  readonly onTake: (field: LedgerField) => void;
}

const isPrivate = (c: string) => /\p{Co}/u.test(c);
const hex = (char: string) => `U+${char.codePointAt(0)!.toString(16).toUpperCase()}`;

/** What a field is called, and the small words beside it. */
function wordsOf({ char, glyph }: LedgerField): { label: string; name: string } {
  if (char === null) return { label: glyph.name, name: glyph.name };
  if (isPrivate(char) && glyph) return { label: glyph.name, name: hex(char) };
  return { label: char, name: glyphNameOf(char.codePointAt(0)!) };
}

const isIn = (f: LedgerField, { char, glyphId }: Pick<Props, 'char' | 'glyphId'>): boolean =>
  char !== null ? f.char === char : f.glyph?.id === glyphId;

/** Rows of fields as wide as there is room; of many only those in sight. What is taken in hand elsewhere comes into sight. */
function useRows({ sections, char, glyphId }: Props) {
  const { ref: measured, width } = useSize<HTMLDivElement>();
  const scroller = useRef<HTMLDivElement>(null);
  const columns = Math.floor((width - PADDING_PX) / FIELD.width);
  const rows = useMemo(() => ledgerRows(sections, columns), [sections, columns]);
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (rows[i]?.kind === 'head' ? HEAD_PX : FIELD.height),
    overscan: rows.length <= WHOLE_ROWS ? WHOLE_ROWS : BEYOND_ROWS,
    useFlushSync: false,
  });
  useEffect(() => {
    if (columns < 1) return;
    const at = rowWith(rows, (f) => isIn(f, { char, glyphId }));
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // Only when something else is taken: an edit must not scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [char, glyphId, columns < 1]);
  const inSight = virtual.getVirtualItems().flatMap((item) => {
    const row = rows[item.index];
    return row ? [{ row, key: item.key, start: item.start }] : [];
  });
  const ref = (e: HTMLDivElement | null) => {
    scroller.current = e;
    measured.current = e;
  };
  return { ref, inSight, height: virtual.getTotalSize() };
}

/** One place to drag from and to drop on for all fields: thousands of them would have to be asked at every move. */
function useFieldDrag(fieldOf: (target: EventTarget) => LedgerField | undefined) {
  const held = useRef<{ field: LedgerField | null }>({ field: null });
  const { setNodeRef: dropRef } = useDroppable({ id: LEDGER });
  const drag = useDraggable({ id: LEDGER, data: held.current });
  const { active } = useDndContext();
  return {
    ref(e: HTMLDivElement | null) {
      dropRef(e);
      drag.setNodeRef(e);
    },
    onPointerDown(e: PointerEvent) {
      held.current.field = fieldOf(e.target) ?? null;
      if (held.current.field) drag.listeners?.onPointerDown?.(e);
    },
    dragging: active !== null,
  };
}

/** All fields by section. Thousands of them scroll as smoothly as a hundred: only rows in sight are drawn. */
export function Ledger(props: Props) {
  const { sections, onTake } = props;
  const rows = useRows(props);
  const fieldOf = (target: EventTarget): LedgerField | undefined => {
    const at = fieldUnder(target);
    return at === null ? undefined : fieldAt(sections, at);
  };
  const drag = useFieldDrag(fieldOf);
  return (
    <Box
      ref={(e: HTMLDivElement | null) => {
        rows.ref(e);
        drag.ref(e);
      }}
      onPointerDown={drag.onPointerDown}
      onClick={(e) => {
        const taken = fieldOf(e.target);
        if (taken) onTake(taken);
      }}
      data-dragging={drag.dragging ? '' : undefined}
      css={CELL_CSS}
      flex="1"
      minH="0"
      overflowY="auto"
      px="5"
      py="3"
      role="region"
      aria-label="Ledger"
      {...roving('[data-field]')}
    >
      <div style={{ height: rows.height, position: 'relative' }}>
        {rows.inSight.map(({ row, key, start }) => (
          <div
            key={key}
            style={{ position: 'absolute', top: 0, width: '100%', transform: `translateY(${start}px)` }}
          >
            {row.kind === 'head' ? (
              <Head name={row.name} count={row.count} />
            ) : (
              <div style={{ display: 'flex', gap: 4 }}>
                {row.fields.map((f, i) => (
                  <LedgerCell
                    key={f.char ?? f.glyph.id}
                    at={row.first + i}
                    char={f.char}
                    {...wordsOf(f)}
                    glyph={f.glyph}
                    chosen={isIn(f, props)}
                  />
                ))}
              </div>
            )}
          </div>
        ))}
      </div>
    </Box>
  );
}

function Head({ name, count }: { name: string; count: string }) {
  return (
    <Flex gap="3" align="baseline" borderBottomWidth="1px" borderColor="rule" pt="2">
      <Text as="h2" fontWeight="bold" fontSize="sm">
        {name}
      </Text>
      <Text fontSize="xs" color="faded">
        {count}
      </Text>
    </Flex>
  );
}
