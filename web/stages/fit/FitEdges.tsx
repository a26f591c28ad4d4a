import { useCoarse } from '../../ui/useCoarse';
import { advanceOf, inkWidth } from '../../../core/project/document/queries/metrics';
import type { FitHold, Side } from '../../tools/fit/fitTool';
import type { LineLook } from './FitRow';
import type { SetLetter } from './setText';
import type { Holding } from './useFitGesture';

interface Props {
  readonly letter: SetLetter;
  /** Whether its bearings are written out. */
  readonly numbered: boolean;
  readonly look: LineLook;
  readonly holding: (on: FitHold) => Holding;
}

/** How far from an upright it is still taken hold of, screen px. */
const MOUSE_PX = 3;
const FINGER_PX = 12;

/** The uprights beside the letter in hand, dragged for its side bearings, which are written above. */
export function FitEdges({ letter, numbered, look, holding }: Props) {
  const { glyph } = letter;
  const { tall, lines, scale } = look;
  const { left, right } = glyph.bearings;
  const advance = advanceOf(glyph);
  const reach = useCoarse() ? FINGER_PX : MOUSE_PX;
  const numbers: readonly [number, number, 'end' | 'start'][] = [
    [left, left / 2, 'end'],
    [right, left + inkWidth(glyph) + right / 2, 'start'],
  ];
  const edge = (side: Side, x: number) => (
    <rect
      role="slider"
      tabIndex={numbered ? 0 : -1}
      aria-label={`${side === 'left' ? 'Left' : 'Right'} bearing of ${glyph.name}`}
      aria-valuenow={Math.round(glyph.bearings[side])}
      aria-valuetext={`${Math.round(glyph.bearings[side])} units`}
      data-edge={side}
      x={x - reach / scale}
      y={-tall - 20}
      width={(2 * reach) / scale}
      // Down to the baseline: below it the white between letters is taken hold of.
      height={tall + 20}
      fill="transparent"
      style={{ cursor: 'ew-resize' }}
      {...holding({ edge: { id: glyph.id, side, bearing: glyph.bearings[side] } })}
    />
  );
  return (
    <>
      <path
        d={`M0 ${-tall}V${-lines.descender}M${advance} ${-tall}V${-lines.descender}`}
        stroke="var(--chakra-colors-hand)"
        strokeWidth={1.2 / scale}
        pointerEvents="none"
      />
      {numbered &&
        numbers.map(([value, x, anchor]) => (
          <text
            key={anchor}
            x={x}
            y={-tall - 2 / scale}
            style={{ fontSize: look.labelSize }}
            textAnchor={anchor}
            fill="var(--chakra-colors-hand)"
          >
            {Math.round(value)}
          </text>
        ))}
      {edge('left', 0)}
      {edge('right', advance)}
    </>
  );
}
