import { useEffect } from 'react';
import { Bench, EmptyBench } from '../../ui/Bench';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import type { GlyphRow } from '../../../core/project/document/schema';
import { ToGather } from '../../panels/ToGather';
import { FileDrop } from '../../panels/FileDrop';
import { addFiles } from '../../store/lifting';
import { filesForSlot } from '../../store/filesForSlot';
import { dressBench } from '../../store/dressBench';
import { useLookKey } from '../../panels/useLookKey';
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
      <FileDrop label="Drop pictures or drawings" onFiles={(files) => void addFiles(files)}>
        <EmptyBench way={<ToGather />}>
          Here outlines are cleaned, once there are letters. Drop a file called after a letter here, or draw
          one from nothing: <NewLetter />
        </EmptyBench>
      </FileDrop>
    );
  return <DressBench key={glyph.id} glyph={glyph} />;
}

function DressBench({ glyph }: { readonly glyph: GlyphRow }) {
  useEffect(() => dressBench.newLetter, [glyph.id]);
  useDressKeys();
  useLookKey();
  return (
    <>
      <Bench actions={<DressTools />}>
        <FileDrop
          label="Drop a picture or a drawing of this letter"
          onFiles={(files) => void addFiles(filesForSlot(glyph.name, files))}
        >
          <DressCanvas />
        </FileDrop>
      </Bench>
      <DressGauge />
    </>
  );
}
