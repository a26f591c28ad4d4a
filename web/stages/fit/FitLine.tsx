import { useRef } from 'react';
import { scaling } from '../../../core/geometry/affine';
import { transformContours } from '../../../core/geometry/contour';
import { advanceOf, inkWidth, placedContours } from '../../../core/document/metrics';
import type { GlyphRow, Lines } from '../../../core/document/schema';
import { pathData } from '../../../core/svg/pathData';
import { useSize } from '../../ui/useSize';

export interface SetLetter {
  readonly glyph: GlyphRow;
  /** Place of its origin on the line, em units. */
  readonly x: number;
  readonly index: number;
}

interface Props {
  readonly letters: readonly SetLetter[];
  readonly lines: Lines;
  readonly inHand: string;
  readonly onTake: (id: string) => void;
  readonly onBearing: (id: string, side: 'left' | 'right', value: number, continues: boolean) => void;
}

/** Px per em unit: 125 px an em, so that several words are judged together. */
const SCALE = 0.125;
const MARGIN = 60;

const drawings = new WeakMap<GlyphRow, string>();
function drawing(glyph: GlyphRow): string {
  const known = drawings.get(glyph);
  if (known !== undefined) return known;
  const d = pathData(transformContours(placedContours(glyph), scaling(1, -1)), 0);
  drawings.set(glyph, d);
  return d;
}

/** Letters broken into rows that fit the width, each beginning at a word. */
function rowsOf(letters: readonly SetLetter[], widthEm: number): SetLetter[][] {
  const rows: SetLetter[][] = [];
  let row: SetLetter[] = [];
  let start = 0;
  let lastSpace = -1;
  letters.forEach((l) => {
    row.push(l);
    if (l.glyph.name === 'space') lastSpace = row.length;
    if (l.x + advanceOf(l.glyph) - start > widthEm && row.length > 1) {
      const cut = lastSpace > 0 && lastSpace < row.length ? lastSpace : row.length - 1;
      rows.push(row.slice(0, cut));
      row = row.slice(cut);
      start = row[0]?.x ?? 0;
      lastSpace = -1;
    }
  });
  if (row.length > 0) rows.push(row);
  return rows;
}

/** The text with the white beside each letter shown: left bearings in one tint, right ones in another. */
export function FitLine({ letters, lines, inHand, onTake, onBearing }: Props) {
  const { ref, width } = useSize<HTMLDivElement>();
  const drag = useRef<{
    id: string;
    side: 'left' | 'right';
    from: number;
    start: number;
    moved: boolean;
  } | null>(null);
  const lineHeight = (lines.ascender - lines.descender + 170) * SCALE;
  const rows = rowsOf(letters, (width - 2 * MARGIN) / SCALE);
  const height = rows.length * lineHeight + 40;
  const firstInHand = letters.find((l) => l.glyph.id === inHand)?.index;

  const edge = (l: SetLetter, side: 'left' | 'right', x: number) => (
    <rect
      role="slider"
      aria-label={`${side === 'left' ? 'Left' : 'Right'} bearing of ${l.glyph.name}`}
      aria-valuenow={Math.round(l.glyph.bearings[side])}
      data-edge={side}
      x={x - 24}
      y={-lines.ascender - 20}
      width={48}
      height={lines.ascender - lines.descender + 40}
      fill="transparent"
      style={{ cursor: 'ew-resize' }}
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        drag.current = { id: l.glyph.id, side, from: e.clientX, start: l.glyph.bearings[side], moved: false };
      }}
      onPointerMove={(e) => {
        const d = drag.current;
        if (!d) return;
        const by = ((e.clientX - d.from) / SCALE) * (d.side === 'left' ? -1 : 1);
        onBearing(d.id, d.side, Math.round(d.start + by), d.moved);
        d.moved = true;
      }}
      onPointerUp={() => (drag.current = null)}
    />
  );

  return (
    <div ref={ref} style={{ width: '100%', minHeight: '100%' }}>
      <svg
        width={width}
        height={height}
        style={{ display: 'block', touchAction: 'none' }}
        aria-label="The text with its side bearings"
      >
        {rows.map((row, r) => {
          const start = row[0]!.x;
          return (
            <g
              key={r}
              transform={`translate(${MARGIN} ${20 + r * lineHeight + (lines.ascender + 40) * SCALE}) scale(${SCALE})`}
            >
              <path
                d={`M${-MARGIN / SCALE} 0H${(width - MARGIN) / SCALE}`}
                stroke="var(--chakra-colors-faded)"
                strokeWidth={1 / SCALE}
              />
              <path
                d={`M${-MARGIN / SCALE} ${-lines.xHeight}H${(width - MARGIN) / SCALE}`}
                stroke="var(--chakra-colors-rule)"
                strokeWidth={1 / SCALE}
                strokeDasharray="47 26"
              />
              {row.map((l) => {
                const chosen = l.glyph.id === inHand;
                const ink = inkWidth(l.glyph);
                const { left, right } = l.glyph.bearings;
                return (
                  <g
                    key={l.index}
                    transform={`translate(${l.x - start} 0)`}
                    onClick={() => onTake(l.glyph.id)}
                    style={{ cursor: 'pointer' }}
                  >
                    <rect
                      x={0}
                      y={-lines.ascender}
                      width={Math.max(0, advanceOf(l.glyph))}
                      height={lines.ascender - lines.descender}
                      fill="transparent"
                    />
                    {ink > 0 && (
                      <>
                        <rect
                          x={Math.min(0, left)}
                          y={-lines.xHeight}
                          width={Math.abs(left)}
                          height={lines.xHeight}
                          fill="var(--chakra-colors-hand)"
                          opacity={chosen ? 0.5 : 0.16}
                        />
                        <rect
                          x={left + ink + Math.min(0, right)}
                          y={-lines.xHeight}
                          width={Math.abs(right)}
                          height={lines.xHeight}
                          fill="var(--chakra-colors-snag)"
                          opacity={chosen ? 0.5 : 0.16}
                        />
                      </>
                    )}
                    <path
                      d={drawing(l.glyph)}
                      fill={chosen ? 'var(--chakra-colors-hand)' : 'var(--chakra-colors-ink)'}
                    />
                    {chosen && ink > 0 && (
                      <>
                        <path
                          d={`M0 ${-lines.ascender}V${-lines.descender}M${advanceOf(l.glyph)} ${-lines.ascender}V${-lines.descender}`}
                          stroke="var(--chakra-colors-hand)"
                          strokeWidth={1.2 / SCALE}
                        />
                        {l.index === firstInHand && (
                          <text
                            x={left / 2}
                            y={150}
                            style={{ fontSize: 90 }}
                            textAnchor="middle"
                            fill="var(--chakra-colors-hand)"
                          >
                            {Math.round(left)}
                          </text>
                        )}
                        {l.index === firstInHand && (
                          <text
                            x={left + ink + right / 2}
                            y={150}
                            style={{ fontSize: 90 }}
                            textAnchor="middle"
                            fill="var(--chakra-colors-snag)"
                          >
                            {Math.round(right)}
                          </text>
                        )}
                      </>
                    )}
                  </g>
                );
              })}
              {/* Above all letters: a neighbour's own area must not cover half of an edge. */}
              {row
                .filter((l) => l.glyph.id === inHand && inkWidth(l.glyph) > 0)
                .map((l) => (
                  <g key={`edges ${l.index}`} transform={`translate(${l.x - start} 0)`}>
                    {edge(l, 'left', 0)}
                    {edge(l, 'right', advanceOf(l.glyph))}
                  </g>
                ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
