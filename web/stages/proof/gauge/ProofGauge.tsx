import { useState } from 'react';
import { LineSpacing } from '../../../panels/LineSpacing';
import { drawnGlyphs } from '../../../store/selectors';
import { useDoc } from '../../../store/projectStore';
import { Fact, Gauge } from '../../../ui/Gauge';
import { GaugeTabs } from '../../../ui/GaugeTabs';
import { AsDrawing } from './AsDrawing';
import { GroundPart } from './GroundPart';
import { LetterInHand } from './LetterInHand';
import { LettersPart } from './LettersPart';
import { NotesPart } from './NotesPart';
import { OwnPages } from './OwnPages';
import { PicturesPart } from './PicturesPart';
import { SecondPart } from './SecondPart';
import { SetPart } from './SetPart';

const TABS = [
  { value: 'page', text: 'Page' },
  { value: 'notes', text: 'Notes' },
  { value: 'pictures', text: 'Pictures' },
] as const;

interface Props {
  readonly kind: string;
  readonly lacking: readonly string[];
}

function PageTab({ kind, lacking }: Props) {
  const doc = useDoc();
  return (
    <>
      <Fact label="Glyphs">{drawnGlyphs(doc).length}</Fact>
      <Fact label="Not in the font">{lacking.length === 0 ? 'nothing of this text' : lacking.join(' ')}</Fact>
      {kind === 'own' && <OwnPages />}
      {(kind === 'words' || kind === 'strings') && <LettersPart />}
      <LineSpacing />
      <SetPart kind={kind} />
      <SecondPart />
      <GroundPart />
      <LetterInHand kind={kind} />
    </>
  );
}

/** What the page is made of, what is pinned to letters, and what is made of pages. */
export function ProofGauge({ kind, lacking }: Props) {
  const [tab, setTab] = useState<string>('page');
  return (
    <Gauge title="Proof" hint="What you see is the compiled file itself, loaded by the browser.">
      <GaugeTabs tabs={TABS} open={tab} onOpen={setTab}>
        {tab === 'page' && <PageTab kind={kind} lacking={lacking} />}
        {tab === 'notes' && <NotesPart kind={kind} />}
        {tab === 'pictures' && (
          <>
            <PicturesPart kind={kind} />
            <AsDrawing />
          </>
        )}
      </GaugeTabs>
    </Gauge>
  );
}
