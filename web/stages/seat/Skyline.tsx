import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { scaleLinear } from 'd3';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Lines, ProjectRow } from '../../../core/document/schema';
import type { Standing } from '../../../core/seat/standing';
import { useSize } from '../../ui/useSize';
import { SkylineBar, type BarDoings } from './SkylineBar';
import { SkylineLines } from './SkylineLines';

export type SkylineOrder = 'alphabet' | 'height' | 'outliers';

/** A line that can be dragged: one of the font's, or one of the artist's own by its id. */
export type LineKey =
  { readonly kind: 'font'; readonly line: keyof Lines } | { readonly kind: 'own'; readonly id: string };

interface Props {
  readonly standings: readonly Standing[];
  readonly lines: Lines;
  readonly ownLines: ProjectRow['ownLines'];
  readonly chosen: ReadonlySet<string>;
  readonly inHand: string | null;
  readonly onChoose: (id: string, how: 'only' | 'toggle' | 'through') => void;
  readonly onLine: (line: LineKey, value: number, continues: boolean) => void;
  /** Moves the chosen letters by so many em units; the first of a drag begins a step. */
  readonly onLift: (by: number, continues: boolean) => void;
}

/** Within this many px a dragged foot or top snaps to its line. */
const SNAP_PX = 5;
const LEFT = 92;

interface Drag {
  readonly standing: Standing;
  readonly fromY: number;
  done: number;
  moved: boolean;
}

/** Bars stand no closer than this, px: a longer skyline is scrolled. */
const LEAST_STEP = 9;
const RIGHT = 26;
/** Skylines of fewer bars are drawn whole; of longer ones only what is in sight, and a little more. */
const WHOLE = 160;
const BEYOND = 20;

/** One upright bar per letter from its lowest to its highest point, on the font's lines; bars and lines can be dragged. */
export function Skyline({ standings, lines, ownLines, chosen, inHand, onChoose, onLine, onLift }: Props) {
  const { ref: measured, width, height } = useSize<HTMLDivElement>();
  const scroller = useRef<HTMLDivElement>(null);
  const drag = useRef<Drag | null>(null);
  const room = Math.max(1, width - LEFT - RIGHT);
  const step = Math.max(LEAST_STEP, room / Math.max(1, standings.length));
  const isLong = step * standings.length > room + 1;
  const virtual = useVirtualizer({
    horizontal: true,
    count: standings.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => step,
    overscan: standings.length <= WHOLE ? WHOLE : BEYOND,
    useFlushSync: false,
  });
  const { measure } = virtual;
  useEffect(() => measure(), [measure, step]);
  // Taken in hand elsewhere, it comes into sight.
  useEffect(() => {
    const at = standings.findIndex((s) => s.id === inHand);
    if (at >= 0 && isLong) virtual.scrollToIndex(at, { align: 'auto' });
    // Only when something else is taken: an edit must not scroll.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [inHand, width]);
  // Kept while a bar is dragged, or the picture would run away under the pointer.
  const [low, high] = useMemo(() => {
    let [bottom, top] = [lines.descender, lines.ascender];
    for (const s of standings)
      if (s.top > s.bottom) [bottom, top] = [Math.min(bottom, s.bottom), Math.max(top, s.top)];
    return [bottom - 60, top + 60];
  }, [standings, lines]);
  const y = useMemo(
    () =>
      scaleLinear()
        .domain([low, high])
        .range([height - 22, 6]),
    [low, high, height],
  );
  const emPerPx = (high - low) / Math.max(1, height - 28);

  const down = (s: Standing, e: React.PointerEvent) => {
    e.currentTarget.setPointerCapture(e.pointerId);
    if (e.shiftKey) return onChoose(s.id, 'through');
    if (e.metaKey || e.altKey) return onChoose(s.id, 'toggle');
    if (!chosen.has(s.id)) onChoose(s.id, 'only');
    drag.current = { standing: s, fromY: e.clientY, done: 0, moved: false };
  };
  const move = (e: React.PointerEvent) => {
    const d = drag.current;
    if (!d) return;
    const way = d.fromY - e.clientY;
    if (!d.moved && Math.abs(way) < 3) return;
    let to = way * emPerPx;
    if (!e.ctrlKey) to = snapped(d.standing, to, SNAP_PX * emPerPx);
    to = Math.round(to);
    if (to === d.done) return;
    onLift(to - d.done, d.moved);
    d.moved = true;
    d.done = to;
  };
  const up = (s: Standing) => {
    // A plain click on one of many chooses that one alone.
    if (drag.current && !drag.current.moved && chosen.size > 1) onChoose(s.id, 'only');
    drag.current = null;
  };
  const latest = useRef({ down, move, up });
  useEffect(() => {
    latest.current = { down, move, up };
  });
  const [doings] = useState((): BarDoings => ({
    down: (s, e) => latest.current.down(s, e),
    move: (e) => latest.current.move(e),
    up: (s) => latest.current.up(s),
    cancel: () => (drag.current = null),
  }));

  return (
    <Box
      ref={measured}
      h="100%"
      position="relative"
      overflow="hidden"
      role="group"
      aria-label="Skyline: lowest and highest point of every letter"
    >
      <svg width={width} height={height} style={{ touchAction: 'none', display: 'block' }}>
        <SkylineLines lines={lines} ownLines={ownLines} y={y} width={width} left={LEFT} onLine={onLine} />
      </svg>
      <Box
        ref={scroller}
        position="absolute"
        top="0"
        bottom="0"
        left={`${LEFT}px`}
        right={`${RIGHT}px`}
        overflowX={isLong ? 'auto' : 'hidden'}
        overflowY="hidden"
      >
        <svg
          width={virtual.getTotalSize()}
          height={height}
          style={{ touchAction: 'pan-x', display: 'block' }}
        >
          {virtual.getVirtualItems().map(({ index }) => {
            const s = standings[index];
            return (
              s && (
                <SkylineBar
                  key={s.id}
                  standing={s}
                  x={index * step}
                  step={step}
                  y={y}
                  height={height}
                  chosen={chosen.size > 0 ? chosen.has(s.id) : s.id === inHand}
                  doings={doings}
                />
              )
            );
          })}
        </svg>
      </Box>
    </Box>
  );
}

/** A lift that brings the foot or the top onto its line when it is near; round letters overshoot as the font says. */
function snapped({ foot, head, footOff, topOff }: Standing, by: number, reach: number): number {
  const ways = [...(foot === null ? [] : [-footOff]), ...(head === null ? [] : [-topOff])].filter(
    (w) => Math.abs(w - by) < reach,
  );
  return ways.length === 0 ? by : ways.reduce((a, b) => (Math.abs(a - by) <= Math.abs(b - by) ? a : b));
}
