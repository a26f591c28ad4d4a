import { Flex, Text } from '@chakra-ui/react';
import { mendStandings } from '../../../../core/project/document/commands/lines/placing';
import type { Standing } from '../../../../core/type/seat/standing';
import { useWay } from '../../../panels/way';
import { useDoc, useProject } from '../../../store/projectStore';
import { seatBench } from '../../../store/seatBench';
import { standingsInOrder } from '../../../store/selectors';
import { amountOf, FAULT_TEXT } from '../../../text/standing';
import { InkButton } from '../../../ui/InkButton';

/** What puts a letter right, in words. */
const mendText = ({ mend }: Standing): string => {
  if (!mend) return '';
  const lift = Math.round(mend.lift);
  const move = lift === 0 ? '' : `${Math.abs(lift)} u ${lift > 0 ? 'up' : 'down'}`;
  const scale = Math.abs(mend.scale - 1) < 0.002 ? '' : `${(100 * mend.scale).toFixed(1)} %`;
  return [scale, move].filter(Boolean).join(', ');
};

/** The same in little room. */
const mendSign = (s: Standing): string =>
  mendText(s).replace(/(\d+) u (up|down)/, (_, u: string, way) => `${way === 'up' ? '↑' : '↓'}${u} u`);

/** Letters that don't stand as the others do, worst first, each with what puts it right. */
export function StandTab() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const out = standingsInOrder(doc)
    .filter((s) => s.fault !== null)
    .sort((a, b) => amountOf(b) - amountOf(a));
  if (out.length === 0)
    return (
      <Text fontSize="sm" data-testid="none-out">
        All letters stand on the lines as they usually do in this hand. Tails and accents may end where they
        like.
      </Text>
    );
  return (
    <>
      <Text fontSize="xs" color="faded">
        Measured against what is usual in this font. J goes to the next, Enter puts it right.
      </Text>
      {out.map((s) => (
        <Flex key={s.id} align="center" gap="2" data-out={s.id}>
          <InkButton
            tip={`Take ${s.char} in hand`}
            minW="8"
            px="1"
            onClick={() => {
              seatBench.choose([s.id]);
              take(s.id);
            }}
          >
            {s.char}
          </InkButton>
          <Text flex="1" fontSize="sm" color="snag">
            {FAULT_TEXT[s.fault!](amountOf(s))}
          </Text>
          <InkButton
            tip={`Put ${s.char} right: ${mendText(s)}`}
            aria-label={`Put ${s.char} right: ${mendText(s)}`}
            fontSize="xs"
            px="2"
            onClick={() => commit(mendStandings(doc, [s]))}
          >
            {mendSign(s)}
          </InkButton>
        </Flex>
      ))}
    </>
  );
}
