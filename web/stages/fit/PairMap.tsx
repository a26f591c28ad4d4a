import { Box, Text } from '@chakra-ui/react';
import { scaleBand } from 'd3';
import { useMemo, useState, type ReactNode } from 'react';
import type { KerningGroups } from '../../../core/type/fit/kerning';
import { pairShare } from '../../../core/type/fit/frequency';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { useSize } from '../../ui/useSize';

interface Props {
  readonly chars: readonly string[];
  readonly groups: KerningGroups;
  /** How far a pair of letters by their places is from the rhythm, em units. */
  readonly off: (left: number, right: number) => number;
  readonly inHand: readonly [number, number] | null;
  readonly onPick: (left: number, right: number) => void;
}

/** How much larger than its room the map gets. */
const MOST_CLOSER = 6;
/** A deviation is as strong as it gets from here on, em units; a pair is slashed when it is tighter than the other. */
const STRONG = 40;
const SLASHED = -6;
const HINT =
  'Rows: first letter. Columns: second. Slashed = tighter than the rhythm, plain = looser. Click for the worst pair.';
const [LEFT, TOP] = [64, 56];

/** The members of a group worth a pair's name: those that occur most, few. */
const nameOf = (chars: readonly string[], group: readonly number[]): string => {
  const often = (i: number) => pairShare(chars[i] ?? '', 'e');
  const sorted = [...group].sort((a, b) => often(b) - often(a));
  const first = sorted.slice(0, 4).map((i) => chars[i] ?? '');
  return first.join('') + (group.length > 4 ? '…' : '');
};

/** Groups `p` and `q` against each other: the mean by how often their pairs occur, and the pair that is seen most. */
interface Field {
  readonly p: number;
  readonly q: number;
  readonly mean: number;
  readonly worst: { readonly i: number; readonly j: number; readonly off: number };
}

function fieldOf(
  p: number,
  q: number,
  { chars, groups, off }: Pick<Props, 'chars' | 'groups' | 'off'>,
): Field {
  let [worst, sum, weight] = [{ i: 0, j: 0, off: 0 }, 0, 0];
  let rank = -1;
  for (const i of groups.left[p] ?? [])
    for (const j of groups.right[q] ?? []) {
      const w = pairShare(chars[i] ?? '', chars[j] ?? '');
      const value = off(i, j);
      sum += w * value;
      weight += w;
      if (Math.abs(value) * Math.sqrt(w) > rank) {
        rank = Math.abs(value) * Math.sqrt(w);
        worst = { i, j, off: value };
      }
    }
  return { p, q, mean: sum / weight, worst };
}

/** A place for each group along a side of the map. */
const bandOf = (groups: readonly unknown[], room: number) =>
  scaleBand<number>()
    .domain(groups.map((_, k) => k))
    .range([0, Math.max(1, room)])
    .padding(0.06);
type Band = ReturnType<typeof bandOf>;

interface FieldProps {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly mean: number;
  readonly told: string;
  readonly held: boolean;
}

function FieldBox({ x, y, width, height, mean, told, held }: FieldProps) {
  const strength = Math.min(1, Math.abs(mean) / STRONG);
  return (
    <>
      <title>{told}</title>
      <rect
        {...{ x, y, width, height }}
        fill={`var(--chakra-colors-${mean < 0 ? 'snag' : 'hand'})`}
        opacity={0.06 + 0.85 * strength}
        stroke={held ? 'var(--chakra-colors-ink)' : 'none'}
        strokeWidth="2"
      />
      {mean < SLASHED && (
        <path
          d={`M${x + 2} ${y + height - 2}L${x + width - 2} ${y + 2}`}
          stroke="var(--chakra-colors-ink)"
          strokeWidth="1"
          opacity={0.35 + 0.5 * strength}
        />
      )}
    </>
  );
}

interface FieldsProps extends Props {
  readonly x: Band;
  readonly y: Band;
  readonly onOver: (told: string) => void;
}

function Fields({ x, y, onOver, ...props }: FieldsProps) {
  const { chars, groups, off, inHand, onPick } = props;
  const fields = useMemo(
    () => groups.left.flatMap((_, p) => groups.right.map((_, q) => fieldOf(p, q, { chars, groups, off }))),
    [chars, groups, off],
  );
  const holds = (g: readonly number[] = [], at: number | undefined) => at !== undefined && g.includes(at);
  const names = ({ p, q }: Field) =>
    `${nameOf(chars, groups.left[p] ?? [])} before ${nameOf(chars, groups.right[q] ?? [])}`;
  const tell = (f: Field) =>
    `${names(f)}: ${f.mean < 0 ? 'tight' : 'loose'} by ${Math.abs(f.mean).toFixed(0)} u, ` +
    `${chars[f.worst.i]}${chars[f.worst.j]} by ${Math.abs(f.worst.off).toFixed(0)} u`;
  return fields.map((f) => (
    <g
      key={`${f.p} ${f.q}`}
      data-field={`${f.p} ${f.q}`}
      style={{ cursor: 'pointer' }}
      onClick={() => onPick(f.worst.i, f.worst.j)}
      onPointerEnter={() => onOver(tell(f))}
    >
      <FieldBox
        x={x(f.q) ?? 0}
        y={y(f.p) ?? 0}
        width={x.bandwidth()}
        height={y.bandwidth()}
        mean={f.mean}
        told={tell(f)}
        held={holds(groups.left[f.p], inHand?.[0]) && holds(groups.right[f.q], inHand?.[1])}
      />
    </g>
  ));
}

const LABEL = { style: { fontSize: 11 }, fill: 'var(--chakra-colors-faded)' };

/** Groups against groups: each field tinted by how far its pairs are from the rhythm, tight ones slashed. */
export function PairMap(props: Props) {
  const { chars, groups } = props;
  const { ref, width, height } = useSize<HTMLDivElement>();
  const [over, setOver] = useState<string | null>(null);
  const [closer, setCloser] = useState(1);
  const x = bandOf(groups.right, width - LEFT - 12);
  const y = bandOf(groups.left, height - TOP - 8);
  const middle = (band: Band, k: number) => (band(k) ?? 0) + band.bandwidth() / 2 + 4;
  return (
    <>
      <ScrolledBench
        label="Map of pairs"
        size={closer}
        least={1}
        most={MOST_CLOSER}
        usual={1}
        onSize={setCloser}
      >
        <Box
          ref={ref}
          h={`${100 * closer}%`}
          w={`${100 * closer}%`}
          display="grid"
          gridTemplateRows={`${TOP}px 1fr`}
          gridTemplateColumns={`${LEFT}px 1fr`}
        >
          <Corner />
          <Labels side="top" width={width - LEFT}>
            {groups.right.map((g, q) => (
              <text key={q} transform={`translate(${middle(x, q)} ${TOP - 6}) rotate(-60)`} {...LABEL}>
                {nameOf(chars, g)}
              </text>
            ))}
          </Labels>
          <Labels side="left" width={LEFT} height={height - TOP}>
            {groups.left.map((g, p) => (
              <text key={p} x={LEFT - 6} y={middle(y, p)} textAnchor="end" {...LABEL}>
                {nameOf(chars, g)}
              </text>
            ))}
          </Labels>
          <svg
            width={Math.max(1, width - LEFT)}
            height={Math.max(1, height - TOP)}
            role="group"
            aria-label="Map of pairs, groups against groups"
          >
            <Fields {...props} x={x} y={y} onOver={setOver} />
          </svg>
        </Box>
      </ScrolledBench>
      <Text fontSize="xs" color="faded" px="4" py="1" pr="16rem" minH="2.6rem">
        {over ?? HINT}
      </Text>
    </>
  );
}

/** Names of groups stay in sight while the map is moved under them. */
const Labels = ({
  side,
  width,
  height = TOP,
  children,
}: {
  readonly side: 'top' | 'left';
  readonly width: number;
  readonly height?: number;
  readonly children: ReactNode;
}) => (
  <Box position="sticky" {...{ [side]: 0 }} zIndex="1" bg="paper">
    <svg width={Math.max(1, width)} height={Math.max(1, height)} aria-hidden style={{ display: 'block' }}>
      {children}
    </svg>
  </Box>
);

const Corner = () => <Box position="sticky" top="0" left="0" zIndex="2" bg="paper" />;
