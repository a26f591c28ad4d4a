import { useMemo, useRef } from 'react';
import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours } from '../../../core/foundations/geometry/contour';
import type { ShownGuide } from '../../../core/project/document/queries/guides';
import { advanceOf, inkBox, inkWidth, placedContours } from '../../../core/project/document/queries/metrics';
import type { GlyphRow, Lines } from '../../../core/project/document/schema';
import { pathData } from '../../../core/readers/svg/pathData';
import { useSize } from '../../ui/useSize';
import { FitGuides } from './FitGuides';
import { whiteBetween } from './whiteBetween';

export interface SetLetter {
  readonly glyph: GlyphRow;
  /** Place of its origin on the line, em units. */
  readonly x: number;
  readonly index: number;
}

interface Props {
  readonly letters: readonly SetLetter[];
  readonly lines: Lines;
  /** Lines of the artist's own, and those of the letter in hand. */
  readonly guides: readonly ShownGuide[];
  readonly inHand: string;
  /** Which of its places in the line has its bearings written out. */
  readonly numberedAt: number;
  readonly pair: { readonly left: string; readonly right: string } | null;
  /** How far the white of two letters is from the rhythm, em units; null = not known. Null as a whole: no tint. */
  readonly off: ((left: string, right: string) => number | null) | null;
  /** Px an em. */
  readonly emPx: number;
  readonly unitsPerEm: number;
  readonly onTake: (id: string, index: number) => void;
  readonly onPair: (left: string, right: string) => void;
  readonly onBearing: (id: string, side: 'left' | 'right', value: number, continues: boolean) => void;
  /** White of a pair dragged by its middle. */
  readonly onWhite: (left: string, right: string, by: number, continues: boolean) => void;
}

const MARGIN = 60;

/** From this on a deviation is seen, 1/1000 em; at the other it is as strong as it gets. */
const SEEN = 4;
const STRONG = 30;

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

/**
 * The text with the white between letters tinted by how far it is from the rhythm; the letter in hand with its bearings,
 * dragged by the uprights beside it.
 */
export function FitLine(props: Props) {
  const {
    letters,
    lines,
    guides,
    inHand,
    numberedAt,
    pair,
    off,
    emPx,
    unitsPerEm,
    onTake,
    onPair,
    onBearing,
    onWhite,
  } = props;
  const { ref, width } = useSize<HTMLDivElement>();
  const scale = emPx / unitsPerEm;
  // Accents and swashes above the ascender's line must not be cut off.
  const tall = useMemo(
    () =>
      letters.reduce(
        (top, l) => Math.max(top, inkBox(l.glyph)?.yMax ?? 0),
        Math.max(lines.ascender, lines.capHeight),
      ),
    [letters, lines],
  );
  const lineHeight = (tall - lines.descender + 0.19 * unitsPerEm) * scale;
  const drag = useRef<{
    id: string;
    side: 'left' | 'right';
    from: number;
    start: number;
    moved: boolean;
  } | null>(null);
  const white = useRef<{ from: number; done: number; moved: boolean } | null>(null);
  const rows = useMemo(() => rowsOf(letters, (width - 2 * MARGIN) / scale), [letters, width, scale]);
  const height = rows.length * lineHeight + 40;
  const labelSize = 11 / scale;

  const edge = (l: SetLetter, side: 'left' | 'right', x: number) => (
    <rect
      role="slider"
      aria-label={`${side === 'left' ? 'Left' : 'Right'} bearing of ${l.glyph.name}`}
      aria-valuenow={Math.round(l.glyph.bearings[side])}
      data-edge={side}
      x={x - 3 / scale}
      y={-tall - 20}
      width={6 / scale}
      // Down to the baseline: below it the white between letters is taken hold of.
      height={tall + 20}
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
        const by = ((e.clientX - d.from) / scale) * (d.side === 'left' ? -1 : 1);
        onBearing(d.id, d.side, Math.round(d.start + by), d.moved);
        d.moved = true;
      }}
      onPointerUp={() => (drag.current = null)}
    />
  );

  const between = (a: SetLetter, b: SetLetter, start: number) => {
    if (a.glyph.contours.length === 0 || b.glyph.contours.length === 0) return null;
    const value = off?.(a.glyph.id, b.glyph.id) ?? null;
    const held = pair?.left === a.glyph.id && pair.right === b.glyph.id;
    const strength =
      value === null ? 0 : Math.min(1, Math.max(0, (Math.abs(value) - SEEN) / (STRONG - SEEN)));
    const tint = value === null || strength === 0 ? 'faded' : value < 0 ? 'snag' : 'hand';
    const seam = b.x - start;
    return (
      <g
        key={`white ${a.index}`}
        role="button"
        aria-label={`White between ${a.glyph.name} and ${b.glyph.name}`}
        aria-pressed={held}
        data-white={`${a.glyph.name} ${b.glyph.name}`}
        style={{ cursor: held ? 'ew-resize' : 'pointer' }}
        onPointerDown={(e) => {
          e.stopPropagation();
          if (!held) return onPair(a.glyph.id, b.glyph.id);
          e.currentTarget.setPointerCapture(e.pointerId);
          white.current = { from: e.clientX, done: 0, moved: false };
        }}
        onPointerMove={(e) => {
          const d = white.current;
          if (!d) return;
          const by = Math.round((e.clientX - d.from) / scale);
          if (by === d.done) return;
          onWhite(a.glyph.id, b.glyph.id, by - d.done, d.moved);
          d.done = by;
          d.moved = true;
        }}
        onPointerUp={() => (white.current = null)}
      >
        <path
          d={whiteBetween(a.glyph, a.x - start, b.glyph, seam, lines.xHeight, advanceOf(a.glyph))}
          fill={`var(--chakra-colors-${tint})`}
          opacity={held ? 0.5 : off ? 0.1 + 0.55 * strength : 0.06}
        />
        {/* Room to take hold of where letters leave little: below the line. */}
        <rect
          x={seam - 5 / scale}
          y={6 / scale}
          width={10 / scale}
          height={Math.max(10 / scale, -lines.descender)}
          fill="transparent"
        />
        {(held || strength > 0.25) && value !== null && off && (
          <text
            x={seam}
            y={Math.abs(lines.descender) * 0.9 + labelSize}
            style={{ fontSize: labelSize }}
            textAnchor="middle"
            fill={`var(--chakra-colors-${tint === 'faded' ? 'faded' : tint})`}
            pointerEvents="none"
          >
            {value > 0 ? '+' : ''}
            {Math.round(value)}
          </text>
        )}
      </g>
    );
  };

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
              transform={`translate(${MARGIN} ${20 + r * lineHeight + (tall + 40) * scale}) scale(${scale})`}
            >
              <path
                d={`M${-MARGIN / scale} 0H${(width - MARGIN) / scale}`}
                stroke="var(--chakra-colors-faded)"
                strokeWidth={1 / scale}
              />
              <path
                d={`M${-MARGIN / scale} ${-lines.xHeight}H${(width - MARGIN) / scale}`}
                stroke="var(--chakra-colors-rule)"
                strokeWidth={1 / scale}
                strokeDasharray={`${6 / scale} ${3.2 / scale}`}
              />
              <FitGuides
                guides={guides}
                from={-MARGIN / scale}
                to={(width - MARGIN) / scale}
                inHandAt={row.filter((l) => l.glyph.id === inHand).map((l) => l.x - start)}
                top={tall}
                bottom={lines.descender}
                scale={scale}
              />
              {row.map((l) => {
                const chosen = l.glyph.id === inHand;
                return (
                  <g
                    key={l.index}
                    data-letter={l.glyph.name}
                    aria-current={chosen || undefined}
                    transform={`translate(${l.x - start} 0)`}
                    onClick={() => onTake(l.glyph.id, l.index)}
                    style={{ cursor: 'pointer' }}
                  >
                    <rect
                      x={0}
                      y={-tall}
                      width={Math.max(0, advanceOf(l.glyph))}
                      height={tall - lines.descender}
                      fill="transparent"
                    />
                    <path
                      d={drawing(l.glyph)}
                      fill={chosen ? 'var(--chakra-colors-hand)' : 'var(--chakra-colors-ink)'}
                    />
                  </g>
                );
              })}
              {row.slice(1).map((b, i) => between(row[i]!, b, start))}
              {row
                .filter((l) => l.glyph.id === inHand && inkWidth(l.glyph) > 0)
                .map((l) => {
                  const ink = inkWidth(l.glyph);
                  const { left, right } = l.glyph.bearings;
                  const numbered = l.index === numberedAt;
                  return (
                    <g key={`edges ${l.index}`} transform={`translate(${l.x - start} 0)`}>
                      <path
                        d={`M0 ${-tall}V${-lines.descender}M${advanceOf(l.glyph)} ${-tall}V${-lines.descender}`}
                        stroke="var(--chakra-colors-hand)"
                        strokeWidth={1.2 / scale}
                        pointerEvents="none"
                      />
                      {numbered && (
                        <text
                          x={left / 2}
                          y={-tall - 2 / scale}
                          style={{ fontSize: labelSize }}
                          textAnchor="end"
                          fill="var(--chakra-colors-hand)"
                        >
                          {Math.round(left)}
                        </text>
                      )}
                      {numbered && (
                        <text
                          x={left + ink + right / 2}
                          y={-tall - 2 / scale}
                          style={{ fontSize: labelSize }}
                          fill="var(--chakra-colors-hand)"
                        >
                          {Math.round(right)}
                        </text>
                      )}
                      {/* Above all letters: a neighbour's own area must not cover half of an edge. */}
                      {edge(l, 'left', 0)}
                      {edge(l, 'right', advanceOf(l.glyph))}
                    </g>
                  );
                })}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
