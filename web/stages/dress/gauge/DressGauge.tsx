import { Box, Tabs } from '@chakra-ui/react';
import { findSnags } from '../../../../core/dress/snags';
import { useDressBench } from '../../../store/dressBench';
import { Gauge } from '../../../ui/Gauge';
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
  const title = `${glyph.codePoints.map((c) => String.fromCodePoint(c)).join(' ')} (${glyph.name})`.trim();
  return (
    <Gauge title={title} hint={hintOf(glyph)}>
      <Tabs.Root
        value={tab}
        onValueChange={(e) => useDressBench.setState({ tab: e.value, tried: null })}
        size="sm"
        fitted
        variant="line"
      >
        <Tabs.List borderColor="rule">
          {TABS.map(([value, text]) => (
            <Tabs.Trigger key={value} value={value} px="1" color="ink" fontSize="xs">
              {text}
              {value === 'clean' && snags > 0 && (
                <Box as="span" color="snag" fontWeight="bold" aria-label={`${snags} snags`}>
                  {snags}
                </Box>
              )}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        {TABS.map(([value, , Tab]) => (
          <Tabs.Content key={value} value={value} pt="3" display="flex" flexDirection="column" gap="2">
            {tab === value && <Tab />}
          </Tabs.Content>
        ))}
      </Tabs.Root>
    </Gauge>
  );
}

function hintOf(glyph: { role: string; handEdited: boolean; cleaned: boolean; source: unknown }): string {
  if (glyph.role === 'part') return 'A shared part: an edit changes every letter that has it.';
  if (glyph.handEdited) return 'Worked on by hand: a new trace leaves it alone.';
  if (glyph.cleaned) return 'Cleaned: a new trace leaves it alone.';
  return glyph.source ? 'As traced.' : 'Drawn here.';
}
