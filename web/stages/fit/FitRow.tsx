import { scaling } from '../../../core/foundations/geometry/affine';
import { transformContours } from '../../../core/foundations/geometry/contour';
import type { ShownGuide } from '../../../core/project/document/queries/guides';
import { advanceOf, inkWidth, placedContours } from '../../../core/project/document/queries/metrics';
import type { GlyphRow, Lines } from '../../../core/project/document/schema';
import { pathData } from '../../../core/readers/svg/pathData';
import { underlayLetter } from '../../../core/fonts/open/underlay';
import type { Underlay } from '../../store/underlay';
import type { FitHold, Pair } from '../../tools/fit/fitTool';
import { FitEdges } from './FitEdges';
import { FitGuides } from './FitGuides';
import { FitWhite } from './FitWhite';
import type { SetLetter } from './setText';
import type { Holding } from './useFitGesture';

/** How the line is drawn: the same for all of its rows. Em units, but for `scale`. */
export interface LineLook {
  readonly lines: Lines;
  /** Height of the tallest letter. */
  readonly tall: number;
  /** Where the row's lines begin and end, from its first letter. */
  readonly from: number;
  readonly to: number;
  /** Px an em unit. */
  readonly scale: number;
  readonly labelSize: number;
  /** How far the white of two letters is from the rhythm; null = not known. Null as a whole: no tint. */
  readonly off: ((left: string, right: string) => number | null) | null;
  /** A font behind the letters. */
  readonly underlay: Underlay | null;
}

interface Props {
  readonly row: readonly SetLetter[];
  readonly look: LineLook;
  readonly guides: readonly ShownGuide[];
  readonly inHand: string;
  /** Which of its places in the line has its bearings written out. */
  readonly numberedAt: number;
  readonly pair: Pair | null;
  readonly holding: (on: FitHold) => Holding;
  readonly onTake: (id: string, index: number) => void;
}

const drawings = new WeakMap<GlyphRow, string>();
function drawing(glyph: GlyphRow): string {
  const known = drawings.get(glyph);
  if (known !== undefined) return known;
  const d = pathData(transformContours(placedContours(glyph), scaling(1, -1)), 0);
  drawings.set(glyph, d);
  return d;
}

/** The letter of the font beneath, its origin at one's own. */
function LetterBeneath({ glyph, underlay }: { glyph: GlyphRow } & Pick<LineLook, 'underlay'>) {
  const letter = underlay && underlayLetter(underlay.font, glyph, underlay.scale);
  if (!letter) return null;
  return (
    <path
      d={pathData(transformContours(letter.contours, scaling(1, -1)), 0)}
      fill="var(--chakra-colors-hand)"
      opacity={underlay.strength}
      pointerEvents="none"
    />
  );
}

function Letter({
  letter,
  chosen,
  look,
  onTake,
}: { letter: SetLetter; chosen: boolean } & Pick<Props, 'look' | 'onTake'>) {
  const { glyph, index } = letter;
  return (
    <>
      <rect
        x={0}
        y={-look.tall}
        width={Math.max(0, advanceOf(glyph))}
        height={look.tall - look.lines.descender}
        fill="transparent"
        onClick={() => onTake(glyph.id, index)}
      />
      <LetterBeneath glyph={glyph} underlay={look.underlay} />
      <path
        d={drawing(glyph)}
        fill={chosen ? 'var(--chakra-colors-hand)' : 'var(--chakra-colors-ink)'}
        onClick={() => onTake(glyph.id, index)}
      />
    </>
  );
}

/** Baseline and x-height. */
function RowLines({ from, to, scale, lines }: LineLook) {
  return (
    <>
      <path d={`M${from} 0H${to}`} stroke="var(--chakra-colors-faded)" strokeWidth={1 / scale} />
      <path
        d={`M${from} ${-lines.xHeight}H${to}`}
        stroke="var(--chakra-colors-rule)"
        strokeWidth={1 / scale}
        strokeDasharray={`${6 / scale} ${3.2 / scale}`}
      />
    </>
  );
}

/** One row of the text: its letters, the white between them, and the uprights of the letter in hand above all. */
export function FitRow({ row, look, guides, inHand, numberedAt, pair, holding, onTake }: Props) {
  const start = row[0]?.x ?? 0;
  const own = row.filter((l) => l.glyph.id === inHand);
  return (
    <>
      <RowLines {...look} />
      <FitGuides
        guides={guides}
        from={look.from}
        to={look.to}
        inHandAt={own.map((l) => l.x - start)}
        top={look.tall}
        bottom={look.lines.descender}
        scale={look.scale}
      />
      {row.map((l) => (
        <g
          key={l.index}
          data-letter={l.glyph.name}
          aria-current={l.glyph.id === inHand || undefined}
          transform={`translate(${l.x - start} 0)`}
          style={{ cursor: 'pointer' }}
        >
          <Letter letter={l} chosen={l.glyph.id === inHand} look={look} onTake={onTake} />
        </g>
      ))}
      {row.flatMap((b, i) => {
        const a = row[i - 1];
        const held = pair?.left === a?.glyph.id && pair?.right === b.glyph.id;
        return a ? [<FitWhite key={a.index} {...{ a, b, start, held, look, holding }} />] : [];
      })}
      {/* Above all letters: a neighbour's own area must not cover half of an edge. */}
      {own
        .filter((l) => inkWidth(l.glyph) > 0)
        .map((l) => (
          <g key={l.index} transform={`translate(${l.x - start} 0)`}>
            <FitEdges letter={l} numbered={l.index === numberedAt} look={look} holding={holding} />
          </g>
        ))}
    </>
  );
}
