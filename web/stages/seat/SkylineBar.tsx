import type { ScaleLinear } from 'd3';
import { memo, type PointerEvent } from 'react';
import type { Standing } from '../../../core/type/seat/standing';
import { amountOf, FAULT_TEXT } from '../../text/standing';
import type { LineKey } from '../../tools/seat/skylineTool';

/** What the pointer does on the skyline; the same functions at all times, so that only bars are drawn again that change. */
export interface SkylineDoings {
  readonly bar: (standing: Standing, e: PointerEvent) => void;
  readonly line: (line: LineKey, e: PointerEvent) => void;
  readonly move: (e: PointerEvent) => void;
  readonly up: () => void;
  readonly cancel: () => void;
}

interface Props {
  readonly standing: Standing;
  /** Left edge of the bar's place, and the place's width, px. */
  readonly x: number;
  readonly step: number;
  readonly y: ScaleLinear<number, number>;
  readonly height: number;
  readonly chosen: boolean;
  /** Lowest and highest point of the letter of a font that lies beneath, em units. */
  readonly beneath: { readonly low: number; readonly high: number } | null;
  readonly doings: SkylineDoings;
}

/** Places narrower than this have no room for a letter's name, px. */
const LABEL_FROM = 7;
/** Icons' characters have no look of their own. */
const isPrivate = (char: string) => /\p{Co}/u.test(char);
/** Share of a place that its bar leaves free. */
const FREE = 0.35;

const colourOf = (s: Standing, chosen: boolean): string =>
  `var(--chakra-colors-${chosen ? 'hand' : s.fault ? 'snag' : 'ink'})`;

function BarShapes({ standing: s, x, step, y, height, chosen, beneath }: Omit<Props, 'doings'>) {
  const colour = colourOf(s, chosen);
  const middle = x + step / 2;
  const top = y(s.top);
  return (
    <>
      <rect
        {...{ x, height }}
        y={0}
        width={step}
        fill={chosen ? 'var(--chakra-colors-hand-soft)' : 'transparent'}
        opacity={0.6}
      />
      <rect
        x={x + (step * FREE) / 2}
        width={step * (1 - FREE)}
        y={top}
        height={Math.max(1, y(s.bottom) - top)}
        fill={colour}
        opacity={chosen ? 1 : 0.75}
      />
      {beneath && (
        <path
          data-beneath={s.char}
          d={`M${x} ${y(beneath.high)}h${step}M${x} ${y(beneath.low)}h${step}`}
          stroke="var(--chakra-colors-hand)"
          strokeWidth={2}
        />
      )}
      {s.fault && <path d={`M${middle - 5} ${top - 12}h10l-5 7z`} fill={colour} />}
      {step >= LABEL_FROM && !isPrivate(s.char) && (
        <text
          x={middle}
          y={height - 6}
          textAnchor="middle"
          style={{ fontSize: step < 11 ? 9 : 12 }}
          fill={colour}
          fontWeight={chosen || s.fault ? 'bold' : 'normal'}
        >
          {s.char}
        </text>
      )}
    </>
  );
}

/** One letter of the skyline: a bar from its lowest to its highest point, with a flag when it stands out. */
export const SkylineBar = memo(function SkylineBar({ doings, ...drawn }: Props) {
  const { standing: s, chosen } = drawn;
  const fault = s.fault ? `, ${FAULT_TEXT[s.fault](amountOf(s))}` : '';
  const words = `${s.char}: ${s.bottom.toFixed(0)} u to ${s.top.toFixed(0)} u${fault}`;
  return (
    <g
      role="button"
      aria-pressed={chosen}
      aria-label={words}
      data-bar={s.char}
      data-fault={s.fault ?? ''}
      style={{ cursor: chosen ? 'ns-resize' : 'pointer' }}
      onPointerDown={(e) => doings.bar(s, e)}
      onPointerMove={doings.move}
      onPointerUp={doings.up}
      onPointerCancel={doings.cancel}
    >
      <title>{words}</title>
      <BarShapes {...drawn} />
    </g>
  );
});
