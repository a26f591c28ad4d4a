import type { ScaleLinear } from 'd3';
import type { Lines, ProjectRow } from '../../../core/project/document/schema';
import type { LineKey } from '../../tools/seat/skylineTool';
import type { SkylineDoings } from './SkylineBar';

interface Props {
  readonly lines: Lines;
  readonly ownLines: ProjectRow['ownLines'];
  readonly y: ScaleLinear<number, number>;
  readonly width: number;
  readonly left: number;
  readonly doings: SkylineDoings;
  /** A line moved by keys. */
  readonly onLine: (line: LineKey, value: number, continues: boolean) => void;
}

const LINES: readonly [keyof Lines | 'baseline', string, string][] = [
  ['ascender', 'ascender', ''],
  ['capHeight', 'caps', '1.5 4'],
  ['xHeight', 'x-height', '9 5'],
  ['baseline', 'baseline', ''],
  ['descender', 'descender', ''],
];

/** The font's lines in their own code, and the artist's own; each but the baseline can be dragged by its name. */
export function SkylineLines({ lines, ownLines, y, width, left, doings, onLine }: Props) {
  const handle = (key: LineKey, name: string, value: number) => (
    <rect
      key={name}
      role="slider"
      tabIndex={0}
      aria-label={`Drag the ${name} line`}
      aria-valuenow={Math.round(value)}
      data-line={key.kind === 'font' ? key.line : key.id}
      x={0}
      width={left - 4}
      y={y(value) - 7}
      height={14}
      fill="transparent"
      style={{ cursor: 'ns-resize' }}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
        e.preventDefault();
        e.stopPropagation();
        onLine(key, Math.round(value) + (e.key === 'ArrowUp' ? 1 : -1) * (e.shiftKey ? 10 : 1), false);
      }}
      onPointerDown={(e) => doings.line(key, e)}
      onPointerMove={doings.move}
      onPointerUp={doings.up}
      onPointerCancel={doings.cancel}
    />
  );
  return (
    <>
      {LINES.map(([key, name, dash]) => {
        const value = key === 'baseline' ? 0 : lines[key];
        const at = y(value);
        const ticks = key === 'ascender' || key === 'descender';
        return (
          <g key={key} pointerEvents="none">
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
              {name} {Math.round(value)}
            </text>
          </g>
        );
      })}
      {ownLines.map((l) => (
        <g key={l.id} pointerEvents="none">
          <path
            d={`M0 ${y(l.y)}H${width}`}
            stroke="var(--chakra-colors-hand)"
            strokeDasharray="12 3 2 3"
            opacity="0.6"
          />
          <text
            x={width - 26}
            y={y(l.y) - 3}
            textAnchor="end"
            style={{ fontSize: 11 }}
            fill="var(--chakra-colors-hand)"
          >
            {l.name} {Math.round(l.y)}
          </text>
        </g>
      ))}
      {LINES.filter(([key]) => key !== 'baseline').map(([key, name]) =>
        handle({ kind: 'font', line: key as keyof Lines }, name, lines[key as keyof Lines]),
      )}
      {ownLines.map((l) => handle({ kind: 'own', id: l.id }, l.name, l.y))}
    </>
  );
}
