import { useEffect } from 'react';
import { Bench, EmptyBench } from '../../ui/Bench';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { dressBench } from '../../store/dressBench';
import { DressCanvas } from './DressCanvas';
import { DressGauge } from './gauge/DressGauge';
import { DressTools } from './DressTools';
import { NewLetter } from './NewLetter';
import { useDressKeys } from './useDressKeys';

/** The letter in hand large on the ruled line between its real neighbours, the source faintly below. */
export function DressStage() {
  const { glyph } = useGlyphInHand();
  if (!glyph)
    return (
      <EmptyBench>
        No letter has an outline yet. Lift a sheet first; its letters come here by themselves. Or draw one
        from nothing: <NewLetter />
      </EmptyBench>
    );
  return <DressBench key={glyph.id} glyphId={glyph.id} />;
}

function DressBench({ glyphId }: { readonly glyphId: string }) {
  useEffect(() => dressBench.newLetter, [glyphId]);
  useDressKeys();
  return (
    <>
      <Bench actions={<DressTools />}>
        <DressCanvas />
      </Bench>
      <DressGauge />
    </>
  );
}
