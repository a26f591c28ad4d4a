import type { GlyphRow } from '../../../../core/project/document/schema';
import { UnderlayPart } from '../../../panels/UnderlayPart';
import { useFitBench } from '../../../store/fitBench';
import { Gauge } from '../../../ui/Gauge';
import { GaugeTabs } from '../../../ui/GaugeTabs';
import type { PairOff, Rhythm } from '../useRhythm';
import { FontTab } from './FontTab';
import { LetterTab } from './LetterTab';
import { PairsTab } from './PairsTab';

const TABS = [
  { value: 'letter', text: 'Letter' },
  { value: 'pairs', text: 'Pairs' },
  { value: 'font', text: 'Font' },
];

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
      <GaugeTabs tabs={TABS} open={tab} onOpen={(value) => useFitBench.setState({ tab: value })}>
        {tab === 'letter' && (
          <>
            <LetterTab glyph={glyph} />
            <UnderlayPart glyph={glyph} />
          </>
        )}
        {tab === 'pairs' && <PairsTab glyph={glyph} pair={pair} rhythm={rhythm} onNext={onNext} />}
        {tab === 'font' && <FontTab pair={pair} rhythm={rhythm} />}
      </GaugeTabs>
    </Gauge>
  );
}
