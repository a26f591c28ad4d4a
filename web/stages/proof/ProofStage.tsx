import { Box } from '@chakra-ui/react';
import { useState } from 'react';
import { lackingIn } from '../../../core/fonts/compile/textRuns';
import { LineSpacing } from '../../panels/LineSpacing';
import { ScrolledBench } from '../../canvas/ScrolledBench';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useWay } from '../../panels/way';
import { drawnGlyphs } from '../../store/selectors';
import { useDoc } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { AsDrawing } from './AsDrawing';
import { ownText } from './OwnPage';
import { ProofPage } from './ProofPage';
import { PROOFS, type ProofKind } from './proofTexts';

const FIRST_SIZE_PX = 40;

/** Pages of real typesetting in the font as compiled; any letter leads to where it is made. */
export function ProofStage() {
  const doc = useDoc();
  const { goTo: go } = useWay();
  const { glyph, take } = useGlyphInHand();
  const [kind, setKind] = useState<ProofKind>('page');
  const [size, setSize] = useState(FIRST_SIZE_PX);
  /** How much larger than it is the page is shown. */
  const [closer, setCloser] = useState(1);
  const texts = kind === 'own' ? [ownText(doc)] : PROOFS[kind].texts;
  const lacking = lackingIn(doc, texts.join('\n'));
  if (drawnGlyphs(doc).length === 0)
    return <EmptyBench>The font has no letters yet. Lift a sheet first.</EmptyBench>;
  const view = { size: closer, least: 0.25, most: 8, usual: 1, onSize: setCloser };
  const reversed = kind === 'reversed';
  return (
    <>
      <Bench
        actions={(Object.keys(PROOFS) as ProofKind[]).map((k) => (
          <InkButton
            key={k}
            tip={PROOFS[k].tip}
            main={k === kind}
            aria-pressed={k === kind}
            onClick={() => setKind(k)}
          >
            {PROOFS[k].name}
          </InkButton>
        ))}
      >
        <ScrolledBench label="The page" ground="sunk" {...view}>
          <Box
            style={{ zoom: closer }}
            bg={reversed ? 'ink' : 'sheet'}
            color={reversed ? 'paper' : 'ink'}
            w="820px"
            maxW={closer > 1 ? undefined : '100%'}
            my="6"
            mx="auto"
            px="12"
            py="10"
            minH="90%"
          >
            <ProofPage kind={kind} size={size} onPick={take} />
          </Box>
        </ScrolledBench>
      </Bench>
      <Gauge title="Proof" hint="What you see is the compiled file itself, loaded by the browser.">
        <Fact label="Glyphs">{drawnGlyphs(doc).length}</Fact>
        <Fact label="Not in the font">
          {lacking.length === 0 ? 'nothing of this text' : lacking.join(' ')}
        </Fact>
        <LineSpacing />
        {kind === 'own' && (
          <NumberField label="Size" unit="px" min={6} max={400} value={size} onChange={setSize} />
        )}
        <AsDrawing />
        {glyph && (
          <>
            <GaugePart title={`In hand: ${glyph.name}`} />
            <InkButton tip="Its outline" onClick={() => go('dress', glyph.id)}>
              Go to its outline
            </InkButton>
            <InkButton tip="Its side bearings" onClick={() => go('fit', glyph.id)}>
              Go to its spacing
            </InkButton>
          </>
        )}
      </Gauge>
    </>
  );
}
