import { Box } from '@chakra-ui/react';
import { scaleBand, scaleLinear } from 'd3';
import { useMemo, useRef } from 'react';
import type { Lines, ProjectRow } from '../../../core/document/schema';
import type { Standing } from '../../../core/seat/standing';
import { FAULT_TEXT } from '../../text/standing';
import { useSize } from '../../ui/useSize';
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

/** How far a letter is out, em units; what the list of those that stand out is ordered by. */
export const amountOf = (s: Standing): number => Math.max(Math.abs(s.footOff), Math.abs(s.topOff));

/** Within this many px a dragged foot or top snaps to its line. */
const SNAP_PX = 5;
const LEFT = 92;
const LABEL_FROM = 7;

interface Drag {
  readonly standing: Standing;
  readonly fromY: number;
  done: number;
  moved: boolean;
}

/** One upright bar per letter from its lowest to its highest point, on the font's lines; bars and lines can be dragged. */
export function Skyline({ standings, lines, ownLines, chosen, inHand, onChoose, onLine, onLift }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const drag = useRef<Drag | null>(null);
  const x = scaleBand<string>()
    .domain(standings.map((s) => s.id))
    .range([LEFT, Math.max(LEFT + 1, width - 26)])
    .padding(0.35);
  // Kept while a bar is dragged, or the picture would run away under the pointer.
  const [low, high] = useMemo(() => {
    const inked = standings.filter((s) => s.top > s.bottom);
    return [
      Math.min(lines.descender, ...inked.map((s) => s.bottom)) - 60,
      Math.max(lines.ascender, ...inked.map((s) => s.top)) + 60,
    ];
  }, [standings, lines]);
  const y = scaleLinear()
    .domain([low, high])
    .range([height - 22, 6]);
  const emPerPx = (high - low) / Math.max(1, height - 28);

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

  return (
    <Box ref={ref} h="100%" overflow="hidden">
      <svg
        width={width}
        height={height}
        role="group"
        aria-label="Skyline: lowest and highest point of every letter"
        style={{ touchAction: 'none' }}
      >
        <SkylineLines lines={lines} ownLines={ownLines} y={y} width={width} left={LEFT} onLine={onLine} />
        {standings.map((s) => {
          const isChosen = chosen.size > 0 ? chosen.has(s.id) : s.id === inHand;
          const colour = isChosen
            ? 'var(--chakra-colors-hand)'
            : s.fault
              ? 'var(--chakra-colors-snag)'
              : 'var(--chakra-colors-ink)';
          const told = s.fault ? `, ${FAULT_TEXT[s.fault](amountOf(s))}` : '';
          return (
            <g
              key={s.id}
              role="button"
              aria-pressed={isChosen}
              aria-label={`${s.char}: ${s.bottom.toFixed(0)} u to ${s.top.toFixed(0)} u${told}`}
              data-bar={s.char}
              data-fault={s.fault ?? ''}
              style={{ cursor: isChosen ? 'ns-resize' : 'pointer' }}
              onPointerDown={(e) => {
                e.currentTarget.setPointerCapture(e.pointerId);
                if (e.shiftKey) return onChoose(s.id, 'through');
                if (e.metaKey || e.altKey) return onChoose(s.id, 'toggle');
                if (!chosen.has(s.id)) onChoose(s.id, 'only');
                drag.current = { standing: s, fromY: e.clientY, done: 0, moved: false };
              }}
              onPointerMove={move}
              onPointerUp={() => {
                // A plain click on one of many chooses that one alone.
                if (drag.current && !drag.current.moved && chosen.size > 1) onChoose(s.id, 'only');
                drag.current = null;
              }}
              onPointerCancel={() => (drag.current = null)}
            >
              <title>{`${s.char}: ${s.bottom.toFixed(0)} u to ${s.top.toFixed(0)} u${told}`}</title>
              <rect
                x={x(s.id)! - (x.step() - x.bandwidth()) / 2}
                width={x.step()}
                y={0}
                height={height}
                fill={isChosen ? 'var(--chakra-colors-hand-soft)' : 'transparent'}
                opacity={0.6}
              />
              <rect
                x={x(s.id)}
                width={x.bandwidth()}
                y={y(s.top)}
                height={Math.max(1, y(s.bottom) - y(s.top))}
                fill={colour}
                opacity={isChosen ? 1 : 0.75}
              />
              {s.fault && (
                <path d={`M${x(s.id)! + x.bandwidth() / 2 - 5} ${y(s.top) - 12}h10l-5 7z`} fill={colour} />
              )}
              {x.step() >= LABEL_FROM && (
                <text
                  x={x(s.id)! + x.bandwidth() / 2}
                  y={height - 6}
                  textAnchor="middle"
                  style={{ fontSize: x.step() < 11 ? 9 : 12 }}
                  fill={colour}
                  fontWeight={isChosen || s.fault ? 'bold' : 'normal'}
                >
                  {s.char}
                </text>
              )}
            </g>
          );
        })}
      </svg>
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
