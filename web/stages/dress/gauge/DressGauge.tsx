import { counted } from '../../../../core/foundations/problems/counted';
import { findSnags } from '../../../../core/outlines/dress/snags';
import { RemoveGlyph } from '../../../panels/RemoveGlyph';
import { useDressBench } from '../../../store/dressBench';
import { Gauge } from '../../../ui/Gauge';
import { GaugeTabs } from '../../../ui/GaugeTabs';
import { useDressTarget } from '../useDressTarget';
import { CleanTab } from './CleanTab';
import { PartsTab } from './PartsTab';
import { PointsTab } from './PointsTab';
import { SeeTab } from './SeeTab';

const TABS = [
  ['points', 'Points', PointsTab],
  ['clean', 'Clean', CleanTab],
  ['parts', 'Parts', PartsTab],
  ['see', 'See', SeeTab],
] as const;

/** Facts and fields of the letter in hand, by what one is doing with it. */
export function DressGauge() {
  const { glyph, contours, target } = useDressTarget();
  const tab = useDressBench((s) => s.tab);
  const snags = target.of === 'outline' ? findSnags(contours).length : 0;
  const Open = TABS.find(([value]) => value === tab)?.[2];
  const title = `${glyph.codePoints.map((c) => String.fromCodePoint(c)).join(' ')} (${glyph.name})`.trim();
  return (
    <Gauge title={title} hint={hintOf(glyph)}>
      <GaugeTabs
        open={tab}
        onOpen={(value) => useDressBench.setState({ tab: value, tried: null })}
        tabs={TABS.map(([value, text]) => ({
          value,
          text,
          snags: value === 'clean' ? { count: snags, label: counted(snags, 'snag') } : undefined,
        }))}
      >
        {Open && <Open />}
      </GaugeTabs>
      <RemoveGlyph glyph={glyph} />
    </Gauge>
  );
}

function hintOf(glyph: { role: string; handEdited: boolean; cleaned: boolean; source: unknown }): string {
  if (glyph.role === 'part') return 'A shared part: an edit changes every letter that has it.';
  if (glyph.handEdited) return 'Worked on by hand: a new trace leaves it alone.';
  if (glyph.cleaned) return 'Cleaned: a new trace leaves it alone.';
  return glyph.source ? 'As traced.' : 'Drawn here.';
}
