import { Box, Tabs } from '@chakra-ui/react';
import { iconsOf } from '../../../../core/document/commands/icons';
import { useDoc } from '../../../store/projectStore';
import { useSeatBench } from '../../../store/seatBench';
import { standingsInOrder } from '../../../store/selectors';
import { Gauge } from '../../../ui/Gauge';
import { ChosenTab } from './ChosenTab';
import { IconsTab } from './IconsTab';
import { LinesTab } from './LinesTab';
import { StandTab } from './StandTab';

/** What stands out, the lines, the chosen letters, icons. */
export function SeatGauge({ ids }: { ids: readonly string[] }) {
  const doc = useDoc();
  const tab = useSeatBench((s) => s.tab);
  const out = standingsInOrder(doc).filter((s) => s.fault !== null).length;
  const icons = iconsOf(doc).length > 0;
  const tabs = [
    ['stand', 'Stand'],
    ['chosen', 'Chosen'],
    ['lines', 'Lines'],
    ...(icons ? [['icons', 'Icons'] as const] : []),
  ] as const;
  const open = tabs.some(([t]) => t === tab) ? tab : 'stand';
  return (
    <Gauge
      title={
        ids.length === 1 ? `In hand: ${doc.glyphs[ids[0]!]?.name ?? ''}` : `${ids.length} letters chosen`
      }
    >
      <Tabs.Root
        value={open}
        onValueChange={(e) => useSeatBench.setState({ tab: e.value })}
        size="sm"
        fitted
        variant="line"
      >
        <Tabs.List borderColor="rule">
          {tabs.map(([value, text]) => (
            <Tabs.Trigger key={value} value={value} px="1" color="ink" fontSize="xs">
              {text}
              {value === 'stand' && out > 0 && (
                <Box as="span" color="snag" fontWeight="bold" aria-label={`${out} letters stand out`}>
                  {out}
                </Box>
              )}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value={open} pt="3" display="flex" flexDirection="column" gap="2">
          {open === 'stand' && <StandTab />}
          {open === 'chosen' && <ChosenTab ids={ids} />}
          {open === 'lines' && <LinesTab />}
          {open === 'icons' && <IconsTab ids={ids} />}
        </Tabs.Content>
      </Tabs.Root>
    </Gauge>
  );
}
