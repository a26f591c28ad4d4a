import { counted } from '../../../../core/foundations/problems/counted';
import { iconsOf } from '../../../../core/project/document/queries/glyphs';
import { UnderlayPart } from '../../../panels/UnderlayPart';
import { useDoc } from '../../../store/projectStore';
import { useSeatBench } from '../../../store/seatBench';
import { standingsInOrder } from '../../../store/selectors';
import { Gauge } from '../../../ui/Gauge';
import { GaugeTabs } from '../../../ui/GaugeTabs';
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
    {
      value: 'stand',
      text: 'Stand',
      snags: { count: out, label: `${counted(out, 'letter stands', 'letters stand')} out` },
    },
    { value: 'chosen', text: 'Chosen' },
    { value: 'lines', text: 'Lines' },
    ...(icons ? [{ value: 'icons', text: 'Icons' }] : []),
  ];
  const open = tabs.some((t) => t.value === tab) ? tab : 'stand';
  return (
    <Gauge
      title={
        ids.length === 1 ? `In hand: ${doc.glyphs[ids[0]!]?.name ?? ''}` : `${ids.length} letters chosen`
      }
    >
      <GaugeTabs tabs={tabs} open={open} onOpen={(value) => useSeatBench.setState({ tab: value })}>
        {open === 'stand' && <StandTab />}
        {open === 'chosen' && <ChosenTab ids={ids} />}
        {open === 'lines' && (
          <>
            <LinesTab />
            <UnderlayPart glyph={doc.glyphs[ids[0] ?? ''] ?? null} />
          </>
        )}
        {open === 'icons' && <IconsTab ids={ids} />}
      </GaugeTabs>
    </Gauge>
  );
}
