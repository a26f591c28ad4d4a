import { Tabs } from '@chakra-ui/react';
import type { GlyphRow } from '../../../../core/document/schema';
import { useFitBench } from '../../../store/fitBench';
import { Gauge } from '../../../ui/Gauge';
import type { PairOff, Rhythm } from '../useRhythm';
import { FontTab } from './FontTab';
import { LetterTab } from './LetterTab';
import { PairsTab } from './PairsTab';

const TABS = [
  ['letter', 'Letter'],
  ['pairs', 'Pairs'],
  ['font', 'Font'],
] as const;

interface Props {
  readonly glyph: GlyphRow;
  readonly pair: PairOff | null;
  readonly rhythm: Rhythm | null;
  readonly onNext: (by: number) => void;
}

/** The letter's bearings, pairs and their kerning, the whole font. */
export function FitGauge({ glyph, pair, rhythm, onNext }: Props) {
  const tab = useFitBench((s) => s.tab);
  return (
    <Gauge title={`${String.fromCodePoint(glyph.codePoints[0] ?? 0x20)} (${glyph.name})`}>
      <Tabs.Root
        value={tab}
        onValueChange={(e) => useFitBench.setState({ tab: e.value })}
        size="sm"
        fitted
        variant="line"
      >
        <Tabs.List borderColor="rule">
          {TABS.map(([value, text]) => (
            <Tabs.Trigger key={value} value={value} px="1" color="ink" fontSize="xs">
              {text}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value={tab} pt="3" display="flex" flexDirection="column" gap="2">
          {tab === 'letter' && <LetterTab glyph={glyph} />}
          {tab === 'pairs' && <PairsTab glyph={glyph} pair={pair} rhythm={rhythm} onNext={onNext} />}
          {tab === 'font' && <FontTab pair={pair} rhythm={rhythm} />}
        </Tabs.Content>
      </Tabs.Root>
    </Gauge>
  );
}
