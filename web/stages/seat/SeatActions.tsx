import { NativeSelect, Text } from '@chakra-ui/react';
import { seatAll } from '../../../core/project/document/commands/lines/changeSeating';
import { mendStandings } from '../../../core/project/document/commands/lines/placing';
import type { Standing } from '../../../core/type/seat/standing';
import { useDoc, useProject } from '../../store/projectStore';
import { useSeatBench } from '../../store/seatBench';
import { InkButton } from '../../ui/InkButton';
import type { SkylineOrder } from './skylineOrder';

const ORDERS: readonly [SkylineOrder, string][] = [
  ['alphabet', 'In alphabetical order'],
  ['height', 'By height'],
  ['outliers', 'Outliers first'],
];

const UNDER = [
  ['overlay', 'Overlay', 'The letters themselves laid over each other'],
  [
    'compare',
    'Beside other fonts',
    'The same text in other fonts at the same size: does ours come out as big?',
  ],
] as const;

interface OrderProps {
  readonly order: SkylineOrder;
  readonly onOrder: (order: SkylineOrder) => void;
}

function OrderField({ order, onOrder }: OrderProps) {
  return (
    <NativeSelect.Root size="xs" w="11.5rem" flexShrink={0}>
      <NativeSelect.Field
        aria-label="Order of the skyline"
        borderColor="rule"
        value={order}
        onChange={(e) => onOrder(e.target.value as SkylineOrder)}
      >
        {ORDERS.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** What is done with all letters, and what the bench shows. */
export function SeatActions({ faulty, ...ordering }: OrderProps & { faulty: readonly Standing[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const under = useSeatBench((s) => s.under);
  return (
    <>
      <InkButton
        main
        tip="Put every letter on the lines again: how you moved letters yourself stays"
        onClick={() => commit(seatAll(doc))}
      >
        Seat all
      </InkButton>
      {faulty.length > 0 && (
        <InkButton
          tip="Set floaters down, scale what is too tall or too short, as the list at the right says"
          onClick={() => commit(mendStandings(doc, faulty))}
        >
          Put {faulty.length} right
        </InkButton>
      )}
      <OrderField {...ordering} />
      <Text fontSize="sm" color="faded" flex="1" truncate>
        Drag a bar or a line. Shift or Alt chooses several.
      </Text>
      {UNDER.map(([value, name, tip]) => (
        <InkButton
          key={value}
          tip={tip}
          aria-pressed={under === value}
          onClick={() => useSeatBench.setState({ under: value })}
        >
          {name}
        </InkButton>
      ))}
    </>
  );
}
