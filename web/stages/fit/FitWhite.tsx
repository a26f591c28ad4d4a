import { advanceOf } from '../../../core/project/document/queries/metrics';
import type { FitHold } from '../../tools/fit/fitTool';
import type { SetLetter } from './setText';
import type { LineLook } from './FitRow';
import type { Holding } from './useFitGesture';
import { whiteBetween } from './whiteBetween';

interface Props {
  readonly a: SetLetter;
  readonly b: SetLetter;
  /** Where their row begins, em units. */
  readonly start: number;
  readonly held: boolean;
  readonly look: LineLook;
  readonly holding: (on: FitHold) => Holding;
}

/** From this on a deviation is seen, 1/1000 em; at the other it is as strong as it gets. */
const SEEN = 4;
const STRONG = 30;
/** From this strength on it is written out. */
const TOLD = 0.25;

/** How strongly a deviation is tinted, 0 to 1, and in which colour: too tight, or too loose. */
function tintOf(value: number | null): { strength: number; tint: 'faded' | 'snag' | 'hand' } {
  if (value === null) return { strength: 0, tint: 'faded' };
  const strength = Math.min(1, Math.max(0, (Math.abs(value) - SEEN) / (STRONG - SEEN)));
  return { strength, tint: strength === 0 ? 'faded' : value < 0 ? 'snag' : 'hand' };
}

/** The white between two letters, tinted by how far it is from the rhythm; taken in hand and dragged. */
export function FitWhite({ a, b, start, held, look, holding }: Props) {
  const { lines, scale, off } = look;
  if (a.glyph.contours.length === 0 || b.glyph.contours.length === 0) return null;
  const value = off?.(a.glyph.id, b.glyph.id) ?? null;
  const { strength, tint } = tintOf(value);
  const colour = `var(--chakra-colors-${tint})`;
  const seam = b.x - start;
  return (
    <g
      role="button"
      aria-label={`White between ${a.glyph.name} and ${b.glyph.name}`}
      aria-pressed={held}
      tabIndex={held ? 0 : -1}
      data-white={`${a.glyph.name} ${b.glyph.name}`}
      style={{ cursor: held ? 'ew-resize' : 'pointer' }}
      {...holding({ white: { left: a.glyph.id, right: b.glyph.id } })}
    >
      <path
        d={whiteBetween(a.glyph, a.x - start, b.glyph, seam, lines.xHeight, advanceOf(a.glyph))}
        fill={colour}
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
      {(held || strength > TOLD) && value !== null && off && (
        <text
          x={seam}
          y={Math.abs(lines.descender) * 0.9 + look.labelSize}
          style={{ fontSize: look.labelSize }}
          textAnchor="middle"
          fill={colour}
          pointerEvents="none"
        >
          {value > 0 ? '+' : ''}
          {Math.round(value)}
        </text>
      )}
    </g>
  );
}
