import type { ScaleLinear } from 'd3';
import type { Lines, ProjectRow } from '../../../core/project/document/schema';
import type { LineKey } from '../../tools/seat/skylineTool';
import { useCoarse } from '../../ui/useCoarse';
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

/** How far from a line its name is still taken hold of, screen px. */
const MOUSE_PX = 7;
const FINGER_PX = 12;

/** A line's name, by which it is dragged, also by the arrow keys. */
function Handle({ line, name, value, props }: { line: LineKey; name: string; value: number; props: Props }) {
  const { y, left, doings, onLine } = props;
  const reach = useCoarse() ? FINGER_PX : MOUSE_PX;
  return (
    <rect
      role="slider"
      tabIndex={0}
      aria-label={`Drag the ${name} line`}
      aria-valuenow={Math.round(value)}
      data-line={line.kind === 'font' ? line.line : line.id}
      x={0}
      width={left - 4}
      y={y(value) - reach}
      height={2 * reach}
      fill="transparent"
      style={{ cursor: 'ns-resize' }}
      onKeyDown={(e) => {
        if (e.key !== 'ArrowUp' && e.key !== 'ArrowDown') return;
        e.preventDefault();
        e.stopPropagation();
        onLine(line, Math.round(value) + (e.key === 'ArrowUp' ? 1 : -1) * (e.shiftKey ? 10 : 1), false);
      }}
      onPointerDown={(e) => doings.line(line, e)}
      onPointerMove={doings.move}
      onPointerUp={doings.up}
      onPointerCancel={doings.cancel}
    />
  );
}

const [FADED, RULE, HAND] = ['faded', 'rule', 'hand'].map((c) => `var(--chakra-colors-${c})`);

type Drawn = Pick<Props, 'width' | 'left'> & { readonly at: number };

/** Ascender and descender are marked at the sides only; the baseline has a foot to stand on. */
function FontLine({
  line,
  dash,
  at,
  width,
  left,
}: Drawn & { line: (typeof LINES)[number][0]; dash: string }) {
  if (line === 'ascender' || line === 'descender')
    return <path d={`M0 ${at}H${left - 6}M${width - 22} ${at}H${width}`} stroke={RULE} fill="none" />;
  const isBaseline = line === 'baseline';
  return (
    <>
      <path d={`M0 ${at}H${width}`} stroke={isBaseline ? FADED : RULE} strokeDasharray={dash} fill="none" />
      {isBaseline && <path d={`M6 ${at}l-4 6h8z`} stroke={FADED} fill="none" />}
    </>
  );
}

/** The font's lines in their own code, and the artist's own; each but the baseline can be dragged by its name. */
export function SkylineLines(props: Props) {
  const { lines, ownLines, y, width, left } = props;
  return (
    <>
      {LINES.map(([key, name, dash]) => {
        const value = key === 'baseline' ? 0 : lines[key];
        return (
          <g key={key} pointerEvents="none">
            <FontLine line={key} dash={dash} at={y(value)} width={width} left={left} />
            <text x={key === 'baseline' ? 13 : 4} y={y(value) - 3} style={{ fontSize: 11 }} fill={FADED}>
              {name} {Math.round(value)}
            </text>
          </g>
        );
      })}
      {ownLines.map((l) => (
        <g key={l.id} pointerEvents="none">
          <path d={`M0 ${y(l.y)}H${width}`} stroke={HAND} strokeDasharray="12 3 2 3" opacity="0.6" />
          <text x={width - 26} y={y(l.y) - 3} textAnchor="end" style={{ fontSize: 11 }} fill={HAND}>
            {l.name} {Math.round(l.y)}
          </text>
        </g>
      ))}
      {LINES.map(
        ([line, name]) =>
          line !== 'baseline' && (
            <Handle key={line} line={{ kind: 'font', line }} name={name} value={lines[line]} props={props} />
          ),
      )}
      {ownLines.map((l) => (
        <Handle key={l.id} line={{ kind: 'own', id: l.id }} name={l.name} value={l.y} props={props} />
      ))}
    </>
  );
}
