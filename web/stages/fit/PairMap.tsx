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
const STRONG = 40;
const [LEFT, TOP] = [64, 56];

/** The members of a group worth a pair's name: those that occur most, few. */
const nameOf = (chars: readonly string[], group: readonly number[]): string => {
  const sorted = [...group].sort((a, b) => pairShare(chars[b]!, 'e') - pairShare(chars[a]!, 'e'));
  return (
    sorted
      .slice(0, 4)
      .map((i) => chars[i]!)
      .join('') + (group.length > 4 ? '…' : '')
  );
};

/** Groups against groups: each field tinted by how far its pairs are from the rhythm, tight ones slashed. */
export function PairMap({ chars, groups, off, inHand, onPick }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const [over, setOver] = useState<string | null>(null);
  const [closer, setCloser] = useState(1);
  const fields = useMemo(
    () =>
      groups.left.flatMap((a, p) =>
        groups.right.map((b, q) => {
          let [worst, sum, weight] = [{ i: a[0]!, j: b[0]!, off: 0 }, 0, 0];
          let rank = -1;
          for (const i of a)
            for (const j of b) {
              const w = pairShare(chars[i]!, chars[j]!);
              const value = off(i, j);
              sum += w * value;
              weight += w;
              if (Math.abs(value) * Math.sqrt(w) > rank) {
                rank = Math.abs(value) * Math.sqrt(w);
                worst = { i, j, off: value };
              }
            }
          return { p, q, mean: sum / weight, worst };
        }),
      ),
    [chars, groups, off],
  );
  const x = scaleBand<number>()
    .domain(groups.right.map((_, q) => q))
    .range([0, Math.max(1, width - LEFT - 12)])
    .padding(0.06);
  const y = scaleBand<number>()
    .domain(groups.left.map((_, p) => p))
    .range([0, Math.max(1, height - TOP - 8)])
    .padding(0.06);
  const held = (g: readonly number[], at: number | undefined) => at !== undefined && g.includes(at);
  const view = { size: closer, least: 1, most: MOST_CLOSER, usual: 1, onSize: setCloser };
  return (
    <>
      <ScrolledBench label="Map of pairs" {...view}>
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
              <text
                key={q}
                transform={`translate(${x(q)! + x.bandwidth() / 2 + 4} ${TOP - 6}) rotate(-60)`}
                style={{ fontSize: 11 }}
                fill="var(--chakra-colors-faded)"
              >
                {nameOf(chars, g)}
              </text>
            ))}
          </Labels>
          <Labels side="left" width={LEFT} height={height - TOP}>
            {groups.left.map((g, p) => (
              <text
                key={p}
                x={LEFT - 6}
                y={y(p)! + y.bandwidth() / 2 + 4}
                textAnchor="end"
                style={{ fontSize: 11 }}
                fill="var(--chakra-colors-faded)"
              >
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
            {fields.map(({ p, q, mean, worst }) => {
              const strength = Math.min(1, Math.abs(mean) / STRONG);
              const mine = held(groups.left[p]!, inHand?.[0]) && held(groups.right[q]!, inHand?.[1]);
              const told = `${nameOf(chars, groups.left[p]!)} before ${nameOf(chars, groups.right[q]!)}: ${mean < 0 ? 'tight' : 'loose'} by ${Math.abs(mean).toFixed(0)} u, ${chars[worst.i]}${chars[worst.j]} by ${Math.abs(worst.off).toFixed(0)} u`;
              return (
                <g
                  key={`${p} ${q}`}
                  data-field={`${p} ${q}`}
                  style={{ cursor: 'pointer' }}
                  onClick={() => onPick(worst.i, worst.j)}
                  onPointerEnter={() => setOver(told)}
                >
                  <title>{told}</title>
                  <rect
                    x={x(q)}
                    y={y(p)}
                    width={x.bandwidth()}
                    height={y.bandwidth()}
                    fill={`var(--chakra-colors-${mean < 0 ? 'snag' : 'hand'})`}
                    opacity={0.06 + 0.85 * strength}
                    stroke={mine ? 'var(--chakra-colors-ink)' : 'none'}
                    strokeWidth="2"
                  />
                  {mean < -6 && (
                    <path
                      d={`M${x(q)! + 2} ${y(p)! + y.bandwidth() - 2}L${x(q)! + x.bandwidth() - 2} ${y(p)! + 2}`}
                      stroke="var(--chakra-colors-ink)"
                      strokeWidth="1"
                      opacity={0.35 + 0.5 * strength}
                    />
                  )}
                </g>
              );
            })}
          </svg>
        </Box>
      </ScrolledBench>
      <Text fontSize="xs" color="faded" px="4" py="1" pr="16rem" minH="2.6rem">
        {over ??
          'Rows: first letter. Columns: second. Slashed = tighter than the rhythm, plain = looser. Click for the worst pair.'}
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
