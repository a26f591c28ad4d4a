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

interface Props {
  readonly standings: readonly Standing[];
  readonly lines: Lines;
  readonly ownLines: ProjectRow['ownLines'];
  readonly chosen: ReadonlySet<string>;
  readonly inHand: string | null;
  /** Reach of the letter of a font that lies beneath; the same object each time. */
  readonly beneathOf: (id: string) => { readonly low: number; readonly high: number } | null;
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
/** Room above the highest and below the lowest letter, em units; room for the letters' names under all, px. */
const BEYOND_EM = 60;
const NAMES_PX = 22;

/** From a little below the lowest of all letters and lines to a little above the highest. */
function heightsOf(standings: readonly Standing[], lines: Lines, height: number): Heights {
  let [bottom, top] = [lines.descender, lines.ascender];
  for (const s of standings)
    if (s.top > s.bottom) [bottom, top] = [Math.min(bottom, s.bottom), Math.max(top, s.top)];
  return { low: bottom - BEYOND_EM, high: top + BEYOND_EM, bottomPx: height - NAMES_PX, topPx: 6 };
}

/**
 * Passes pointers on to the tool of the skyline, and its answers to those who asked. What it gives is the same at all times, so
 * that only bars are drawn again that change. Heights stand still until what is held is let go.
 */
function useSkylineGesture({ chosen, onChoose, onLine, onLift }: Props, own: Heights) {
  const gesture = useRef<SkylineGesture>(idle);
  const [frozen, setFrozen] = useState<Heights | null>(null);
  const heights = frozen ?? own;
  const tell = (event: SkylinePointer) => {
    const answer = skylineTool(gesture.current, event, { chosen, heights });
    gesture.current = answer.gesture;
    if (answer.choose) onChoose(answer.choose.id, answer.choose.how);
    if (answer.lift) onLift(answer.lift.by, answer.lift.continues);
    if (answer.line) onLine(answer.line.key, answer.line.value, answer.line.continues);
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
  return { heights, doings };
}

/** Where bars stand: spread over the room, or scrolled when they are many or were brought closer. */
function useSpread({ standings, inHand }: Props, width: number) {
  const scroller = useRef<HTMLDivElement>(null);
  const [closer, setCloser] = useState(1);
  const room = Math.max(1, width - LEFT - RIGHT);
  const step = closer * Math.max(LEAST_STEP, room / Math.max(1, standings.length));
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
  return { scroller, virtual, step, isLong, zoom };
}

/** One upright bar per letter from its lowest to its highest point, on the font's lines; bars and lines can be dragged. */
export function Skyline(props: Props) {
  const { standings, lines, ownLines, chosen, inHand, onLine, beneathOf } = props;
  const { ref: measured, width, height } = useSize<HTMLDivElement>();
  const { scroller, virtual, step, isLong, zoom } = useSpread(props, width);
  const own = useMemo(() => heightsOf(standings, lines, height), [standings, lines, height]);
  const { heights, doings } = useSkylineGesture(props, own);
  const y = useMemo(
    () => scaleLinear().domain([heights.low, heights.high]).range([heights.bottomPx, heights.topPx]),
    [heights],
  );
  const isChosen = (id: string) => (chosen.size > 0 ? chosen.has(id) : id === inHand);
  const still = { display: 'block', touchAction: 'none' };
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
        <svg width={width} height={height} style={still}>
          <SkylineLines {...{ lines, ownLines, y, width, doings, onLine }} left={LEFT} />
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
          <svg width={virtual.getTotalSize()} height={height} style={{ ...still, touchAction: 'pan-x' }}>
            {virtual.getVirtualItems().flatMap(({ index }) => {
              const s = standings[index];
              if (!s) return [];
              const place = { x: index * step, step, y, height, doings };
              const beneath = beneathOf(s.id);
              return [
                <SkylineBar key={s.id} standing={s} {...place} chosen={isChosen(s.id)} beneath={beneath} />,
              ];
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
  e.clientY - ((e.currentTarget as SVGElement).ownerSVGElement?.getBoundingClientRect().top ?? 0);
