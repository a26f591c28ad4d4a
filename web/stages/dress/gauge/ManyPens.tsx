import { useState } from 'react';
import type { PenShape } from '../../../../core/outlines/dress/grow';
import { counted } from '../../../../core/foundations/problems/counted';
import { HowFar, OnlyLetters } from '../../../panels/ManyParts';
import { changePens, findSkeletons, lettersForPen, lettersWithPen, usePenning } from '../../../store/penning';
import { useDoc } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';

/** Pens of many letters: skeletons found for them in one go, one pen for all, or only wider and thinner. */
export function ManyPens({ pen }: { readonly pen: PenShape | null }) {
  const doc = useDoc();
  const { done, total, stop } = usePenning();
  const [only, setOnly] = useState('');
  const [width, setWidth] = useState(pen?.width ?? 60);
  const drawn = lettersWithPen(doc, only).length;
  const others = lettersForPen(doc, only).length;
  return (
    <>
      <GaugePart title="Pens of many letters" />
      <OnlyLetters label="These letters" value={only} onChange={setOnly} />
      <InkButton
        tip="Find the lines a pen would have run along in each of them; outlines are kept, one step to undo"
        disabled={stop !== null || others === 0}
        onClick={() => void findSkeletons(only, null)}
      >
        Find skeletons of {counted(others, 'letter')}
      </InkButton>
      <NumberField label="Width for all" unit="u" min={1} max={400} value={width} onChange={setWidth} />
      <InkButton
        tip="Only the width changes: ends, joins and contrast of each stay"
        disabled={stop !== null || drawn === 0}
        onClick={() => void changePens({ width }, only)}
      >
        This width for {counted(drawn, 'skeleton')}
      </InkButton>
      {pen && (
        <InkButton
          tip="Width, ends, joins, contrast and angle of the pen in hand"
          disabled={stop !== null || drawn === 0}
          onClick={() => void changePens(pen, only)}
        >
          The pen in hand for {counted(drawn, 'skeleton')}
        </InkButton>
      )}
      <HowFar done={done} total={total} stop={stop} />
    </>
  );
}
