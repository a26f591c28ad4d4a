import { Box } from '@chakra-ui/react';
import { scaleBand, scaleLinear } from 'd3';
import { useMemo, useRef } from 'react';
import type { GlyphRow, Lines } from '../../../core/document/schema';
import { contoursBox } from '../../../core/geometry/measure';
import { useSize } from '../../ui/useSize';

export type SkylineOrder = 'alphabet' | 'height' | 'outliers';

interface Props {
  readonly glyphs: readonly GlyphRow[];
  readonly lines: Lines;
  readonly order: SkylineOrder;
  readonly inHand: string | null;
  readonly onTake: (id: string) => void;
  readonly onLine: (line: keyof Lines, value: number, continues: boolean) => void;
}

interface Bar {
  readonly glyph: GlyphRow;
  readonly top: number;
  readonly bottom: number;
  /** Distance of top and bottom from the nearest line, em units. */
  readonly off: number;
}

/** Up to this far over or under a line a round letter overshoots on purpose (common practice), em units. */
const OVERSHOOT = 24;

/** Letters whose feet hang freely below the baseline, and those whose tops end where they like. */
const HANGING = /[gjpqyQJ,;]/;
const FREE_TOP = /[tij]/;

function bars(glyphs: readonly GlyphRow[], lines: Lines): Bar[] {
  const tops = [lines.xHeight, lines.capHeight, lines.ascender];
  return glyphs.flatMap((glyph) => {
    const box = contoursBox(glyph.contours);
    if (!box) return [];
    // Punctuation stands where it likes; only letters and figures are held against the lines.
    const char = String.fromCodePoint(glyph.codePoints[0] ?? 0);
    const letter = /[\p{L}\p{N}]/u.test(char);
    const topOff = FREE_TOP.test(char) ? 0 : Math.min(...tops.map((l) => Math.abs(box.yMax - l)));
    const footOff = HANGING.test(char) ? 0 : Math.abs(box.yMin);
    const off = letter ? Math.max(topOff, footOff) : 0;
    return [{ glyph, top: box.yMax, bottom: box.yMin, off }];
  });
}

const sortings: Record<SkylineOrder, (a: Bar, b: Bar) => number> = {
  alphabet: () => 0,
  height: (a, b) => b.top - b.bottom - (a.top - a.bottom),
  outliers: (a, b) => b.off - a.off,
};

const LINES: readonly [keyof Lines | 'baseline', string, string][] = [
  ['ascender', 'ascender', ''],
  ['capHeight', 'caps', '1.5 4'],
  ['xHeight', 'x-height', '9 5'],
  ['baseline', 'baseline', ''],
  ['descender', 'descender', ''],
];

/** One upright bar per letter on the font's lines; lines can be dragged. */
export function Skyline({ glyphs, lines, order, inHand, onTake, onLine }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const drag = useRef<{ line: keyof Lines; moved: boolean } | null>(null);
  const list = useMemo(() => bars(glyphs, lines).sort(sortings[order]), [glyphs, lines, order]);
  const left = 92;
  const x = scaleBand<string>()
    .domain(list.map((b) => b.glyph.id))
    .range([left, Math.max(left + 1, width - 26)])
    .padding(0.35);
  const low = Math.min(lines.descender, ...list.map((b) => b.bottom)) - 60;
  const high = Math.max(lines.ascender, ...list.map((b) => b.top)) + 60;
  const y = scaleLinear()
    .domain([low, high])
    .range([height - 22, 6]);
  const value = (key: keyof Lines | 'baseline') => (key === 'baseline' ? 0 : lines[key]);
  return (
    <Box ref={ref} h="100%" overflow="hidden">
      <svg
        width={width}
        height={height}
        role="img"
        aria-label="Skyline: lowest and highest point of every letter"
        style={{ touchAction: 'none' }}
      >
        {LINES.map(([key, name, dash]) => {
          const at = y(value(key));
          const ticks = key === 'ascender' || key === 'descender';
          return (
            <g key={key}>
              {ticks ? (
                <path
                  d={`M0 ${at}H${left - 6}M${width - 22} ${at}H${width}`}
                  stroke="var(--chakra-colors-rule)"
                  fill="none"
                />
              ) : (
                <path
                  d={`M0 ${at}H${width}`}
                  stroke={key === 'baseline' ? 'var(--chakra-colors-faded)' : 'var(--chakra-colors-rule)'}
                  strokeDasharray={dash}
                  fill="none"
                />
              )}
              {key === 'baseline' && (
                <path d={`M6 ${at}l-4 6h8z`} stroke="var(--chakra-colors-faded)" fill="none" />
              )}
              <text
                x={key === 'baseline' ? 13 : 4}
                y={at - 3}
                style={{ fontSize: 11 }}
                fill="var(--chakra-colors-faded)"
              >
                {name} {Math.round(value(key))}
              </text>
            </g>
          );
        })}
        {list.map((b) => {
          const chosen = b.glyph.id === inHand;
          const far = b.off > OVERSHOOT;
          const colour = chosen
            ? 'var(--chakra-colors-hand)'
            : far
              ? 'var(--chakra-colors-snag)'
              : 'var(--chakra-colors-ink)';
          const char = String.fromCodePoint(b.glyph.codePoints[0]!);
          return (
            <g key={b.glyph.id} onClick={() => onTake(b.glyph.id)} style={{ cursor: 'pointer' }}>
              <title>{`${char}: ${b.bottom.toFixed(0)} u to ${b.top.toFixed(0)} u${far ? `, ${b.off.toFixed(0)} u off the nearest line` : ''}`}</title>
              <rect x={x(b.glyph.id)} width={x.bandwidth()} y={0} height={height} fill="transparent" />
              <rect
                x={x(b.glyph.id)}
                width={x.bandwidth()}
                y={y(b.top)}
                height={Math.max(1, y(b.bottom) - y(b.top))}
                fill={colour}
                opacity={chosen ? 1 : 0.75}
              />
              {far && (
                <path
                  d={`M${x(b.glyph.id)! - 1} ${y(b.top) - 4}h${x.bandwidth() + 2}`}
                  stroke={colour}
                  strokeWidth="2"
                />
              )}
              <text
                x={x(b.glyph.id)! + x.bandwidth() / 2}
                y={height - 6}
                textAnchor="middle"
                style={{ fontSize: 12 }}
                fill={colour}
                fontWeight={chosen ? 'bold' : 'normal'}
              >
                {char}
              </text>
            </g>
          );
        })}
        {LINES.filter(([key]) => key !== 'baseline').map(([key, name]) => (
          <rect
            key={key}
            role="slider"
            aria-label={`Drag the ${name} line`}
            aria-valuenow={Math.round(value(key))}
            data-line={key}
            x={0}
            width={left - 4}
            y={y(value(key)) - 7}
            height={14}
            fill="transparent"
            style={{ cursor: 'ns-resize' }}
            onPointerDown={(e) => {
              e.currentTarget.setPointerCapture(e.pointerId);
              drag.current = { line: key as keyof Lines, moved: false };
            }}
            onPointerMove={(e) => {
              if (drag.current?.line !== key) return;
              const box = e.currentTarget.ownerSVGElement!.getBoundingClientRect();
              onLine(drag.current.line, Math.round(y.invert(e.clientY - box.top)), drag.current.moved);
              drag.current.moved = true;
            }}
            onPointerUp={() => (drag.current = null)}
          />
        ))}
      </svg>
    </Box>
  );
}
