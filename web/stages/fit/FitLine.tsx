import { useMemo } from 'react';
import type { ShownGuide } from '../../../core/project/document/queries/guides';
import { inkBox } from '../../../core/project/document/queries/metrics';
import type { Lines } from '../../../core/project/document/schema';
import type { FitAnswer, Pair } from '../../tools/fit/fitTool';
import { useUnderlay } from '../../store/underlay';
import { useSize } from '../../ui/useSize';
import { FitRow, type LineLook } from './FitRow';
import { rowsOf, type SetLetter } from './setText';
import { useFitGesture } from './useFitGesture';

interface Props {
  readonly letters: readonly SetLetter[];
  readonly lines: Lines;
  /** Lines of the artist's own, and those of the letter in hand. */
  readonly guides: readonly ShownGuide[];
  readonly inHand: string;
  readonly numberedAt: number;
  readonly pair: Pair | null;
  readonly off: LineLook['off'];
  /** Px an em. */
  readonly emPx: number;
  readonly unitsPerEm: number;
  readonly onTake: (id: string, index: number) => void;
  readonly onAnswer: (answer: FitAnswer) => void;
}

const MARGIN_PX = 60;
const LABEL_PX = 11;
/** White between the rows, ems. */
const LEADING = 0.19;

/**
 * The text with the white between letters tinted by how far it is from the rhythm; the letter in hand with its bearings,
 * dragged by the uprights beside it.
 */
export function FitLine(props: Props) {
  const { letters, lines, emPx, unitsPerEm, off, pair } = props;
  const { ref, width } = useSize<HTMLDivElement>();
  const scale = emPx / unitsPerEm;
  const underlay = useUnderlay();
  // Accents and swashes above the ascender's line must not be cut off.
  const tall = useMemo(() => {
    const tops = letters.map((l) => inkBox(l.glyph)?.yMax ?? 0);
    return tops.reduce((a, b) => Math.max(a, b), Math.max(lines.ascender, lines.capHeight));
  }, [letters, lines]);
  const rows = useMemo(() => rowsOf(letters, (width - 2 * MARGIN_PX) / scale), [letters, width, scale]);
  const holding = useFitGesture({ scale, held: pair }, props.onAnswer);
  const rowPx = (tall - lines.descender + LEADING * unitsPerEm) * scale;
  const look: LineLook = {
    lines,
    tall,
    from: -MARGIN_PX / scale,
    to: (width - MARGIN_PX) / scale,
    scale,
    labelSize: LABEL_PX / scale,
    off,
    underlay: underlay ?? null,
  };
  return (
    <div ref={ref} style={{ width: '100%', minHeight: '100%' }}>
      <svg
        width={width}
        height={rows.length * rowPx + 40}
        style={{ display: 'block', touchAction: 'none' }}
        aria-label="The text with its side bearings"
      >
        {rows.map((row, r) => (
          <g
            key={r}
            transform={`translate(${MARGIN_PX} ${20 + r * rowPx + (tall + 40) * scale}) scale(${scale})`}
          >
            <FitRow
              row={row}
              look={look}
              guides={props.guides}
              inHand={props.inHand}
              numberedAt={props.numberedAt}
              pair={pair}
              holding={holding}
              onTake={props.onTake}
            />
          </g>
        ))}
      </svg>
    </div>
  );
}
