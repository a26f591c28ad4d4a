import { Box } from '@chakra-ui/react';
import { useVirtualizer } from '@tanstack/react-virtual';
import { scaleLinear } from 'd3';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { Lines, ProjectRow } from '../../../core/project/document/schema';
import type { Standing } from '../../../core/type/seat/standing';
import { useScrolledZoom } from '../../canvas/useScrolledZoom';
import { ZoomBar } from '../../ui/ZoomBar';
import { useSize } from '../../ui/useSize';
import {
  idle,
  skylineTool,
  type Heights,
  type LineKey,
  type SkylineGesture,
  type SkylinePointer,
} from '../../tools/seat/skylineTool';
import { SkylineBar, type SkylineDoings } from './SkylineBar';
import { SkylineLines } from './SkylineLines';

export type SkylineOrder = 'alphabet' | 'height' | 'outliers';

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

const LEFT = 92;

/** Bars stand no closer than this, px: a longer skyline is scrolled. */
const LEAST_STEP = 9;
const RIGHT = 26;
/** Bars are spread by no more than this. */
const MOST_CLOSER = 12;
/** Skylines of fewer bars are drawn whole; of longer ones only what is in sight, and a little more. */
const WHOLE = 160;
const BEYOND = 20;

/** One upright bar per letter from its lowest to its highest point, on the font's lines; bars and lines can be dragged. */
export function Skyline({ standings, lines, ownLines, chosen, inHand, onChoose, onLine, onLift }: Props) {
  const { ref: measured, width, height } = useSize<HTMLDivElement>();
  const scroller = useRef<HTMLDivElement>(null);
  const gesture = useRef<SkylineGesture>(idle);
  const [frozen, setFrozen] = useState<Heights | null>(null);
  const room = Math.max(1, width - LEFT - RIGHT);
  const usual = Math.max(LEAST_STEP, room / Math.max(1, standings.length));
  const [closer, setCloser] = useState(1);
  const step = usual * closer;
  const isLong = step * standings.length > room + 1;
  const virtual = useVirtualizer({
    horizontal: true,
    count: standings.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => step,
    overscan: standings.length <= WHOLE ? WHOLE : BEYOND,
    useFlushSync: false,
  });
  const zoom = useScrolledZoom({
    element: scroller,
    size: closer,
    least: 1,
    most: MOST_CLOSER,
    usual: 1,
    onSize: setCloser,
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
  const own = useMemo((): Heights => {
    let [bottom, top] = [lines.descender, lines.ascender];
    for (const s of standings)
      if (s.top > s.bottom) [bottom, top] = [Math.min(bottom, s.bottom), Math.max(top, s.top)];
    return { low: bottom - 60, high: top + 60, bottomPx: height - 22, topPx: 6 };
  }, [standings, lines, height]);
  const heights = frozen ?? own;
  const y = useMemo(
    () => scaleLinear().domain([heights.low, heights.high]).range([heights.bottomPx, heights.topPx]),
    [heights],
  );

  const tell = (event: SkylinePointer) => {
    const answer = skylineTool(gesture.current, event, { chosen, heights });
    gesture.current = answer.gesture;
    if (answer.choose) onChoose(answer.choose.id, answer.choose.how);
    if (answer.lift) onLift(answer.lift.by, answer.lift.continues);
    if (answer.line) onLine(answer.line.key, answer.line.value, answer.line.continues);
    // The picture stands still until what is held is let go.
    const now = answer.gesture.mode === 'idle' ? null : answer.gesture.heights;
    if (now !== frozen) setFrozen(now);
  };
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  const [doings] = useState((): SkylineDoings => {
    const press = (on: { bar: Standing } | { line: LineKey }, e: React.PointerEvent) => {
      e.currentTarget.setPointerCapture(e.pointerId);
      const [shift, toggle] = [e.shiftKey, e.metaKey || e.altKey];
      latest.current({ type: 'down', on, px: pxOf(e), shift, toggle });
    };
    return {
      bar: (bar, e) => press({ bar }, e),
      line: (line, e) => press({ line }, e),
      move: (e) => latest.current({ type: 'move', px: pxOf(e), free: e.ctrlKey }),
      up: () => latest.current({ type: 'up' }),
      cancel: () => latest.current({ type: 'cancel' }),
    };
  });

  return (
    <Box h="100%" position="relative">
      <Box
        ref={measured}
        h="100%"
        position="relative"
        overflow="hidden"
        role="group"
        aria-label="Skyline: lowest and highest point of every letter"
      >
        <svg width={width} height={height} style={{ touchAction: 'none', display: 'block' }}>
          <SkylineLines
            lines={lines}
            ownLines={ownLines}
            y={y}
            width={width}
            left={LEFT}
            doings={doings}
            onLine={onLine}
          />
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
      <ZoomBar {...zoom} beneath />
    </Box>
  );
}

/** Px from the top of the skyline. */
const pxOf = (e: React.PointerEvent): number =>
  e.clientY - (e.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect().top;
