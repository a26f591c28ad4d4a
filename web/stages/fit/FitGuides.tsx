import type { ShownGuide } from '../../../core/project/document/queries/guides';
import { wayOf } from '../../../core/outlines/dress/guides';

/** The artist's dash for lines of their own, px. */
const DASH_PX = [12, 3, 2, 3];

interface Props {
  readonly guides: readonly ShownGuide[];
  /** From where to where, em units from the row's beginning. */
  readonly from: number;
  readonly to: number;
  /** Where letters in hand begin in this row, em units. */
  readonly inHandAt: readonly number[];
  /** Height above and below the baseline that lines of a letter are drawn over, em units. */
  readonly top: number;
  readonly bottom: number;
  /** Px an em unit. */
  readonly scale: number;
}

/** The artist's own lines on a row of text: level ones of all letters through the row, all others at the letter in hand. y down. */
export function FitGuides({ guides, from, to, inHandAt, top, bottom, scale }: Props) {
  const through = guides.filter((g) => g.deg === 0 && !g.own);
  const atLetter = guides.filter((g) => g.deg !== 0 || g.own);
  const paths = [
    ...through.map((g) => `M${from} ${-g.y}H${to}`),
    ...inHandAt.flatMap((x) => atLetter.map((g) => strokeOf(g, x, top, bottom))),
  ];
  if (paths.length === 0) return null;
  return (
    <path
      data-testid="fit-guides"
      d={paths.join('')}
      fill="none"
      stroke="var(--chakra-colors-hand)"
      strokeWidth={1 / scale}
      strokeDasharray={DASH_PX.map((d) => d / scale).join(' ')}
      opacity="0.6"
      pointerEvents="none"
    />
  );
}

/** A guide within the height of the row; one that is nearly level as far as the row is high. */
function strokeOf(g: ShownGuide, x: number, top: number, bottom: number): string {
  const way = wayOf(g);
  const high = top - bottom;
  const steep = Math.abs(way.y) > 0.5;
  const [t0, t1] = steep ? [(bottom - g.y) / way.y, (top - g.y) / way.y] : [-high / 2, high / 2];
  const at = (t: number) => `${x + g.x + t * way.x} ${-(g.y + t * way.y)}`;
  return `M${at(t0)}L${at(t1)}`;
}
