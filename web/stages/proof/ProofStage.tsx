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
import { ComparePage } from './ComparePage';
import { ownText } from './OwnPage';
import { ProofPage } from './ProofPage';
import { PROOFS, type ProofKind } from './proofTexts';

const FIRST_SIZE_PX = 40;

const KINDS = Object.keys(PROOFS) as ProofKind[];

interface Shown {
  readonly kind: ProofKind;
  readonly size: number;
}

/** The page on its ground, larger or smaller than it is. */
function Page({ kind, size }: Shown) {
  const { take } = useGlyphInHand();
  const [closer, setCloser] = useState(1);
  const reversed = kind === 'reversed';
  return (
    <ScrolledBench
      label="The page"
      ground="sunk"
      size={closer}
      least={0.25}
      most={8}
      usual={1}
      onSize={setCloser}
    >
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
  );
}

function LetterInHand() {
  const { goTo: go } = useWay();
  const { glyph } = useGlyphInHand();
  if (!glyph) return null;
  return (
    <>
      <GaugePart title={`In hand: ${glyph.name}`} />
      <InkButton tip="Its outline" onClick={() => go('dress', glyph.id)}>
        Go to its outline
      </InkButton>
      <InkButton tip="Its side bearings" onClick={() => go('fit', glyph.id)}>
        Go to its spacing
      </InkButton>
    </>
  );
}

function ProofGauge({ kind, size, onSize }: Shown & { readonly onSize: (px: number) => void }) {
  const doc = useDoc();
  const texts = kind === 'own' ? [ownText(doc)] : PROOFS[kind].texts;
  const lacking = lackingIn(doc, texts.join('\n'));
  return (
    <Gauge title="Proof" hint="What you see is the compiled file itself, loaded by the browser.">
      <Fact label="Glyphs">{drawnGlyphs(doc).length}</Fact>
      <Fact label="Not in the font">{lacking.length === 0 ? 'nothing of this text' : lacking.join(' ')}</Fact>
      <LineSpacing />
      {kind === 'own' && (
        <NumberField label="Size" unit="px" min={6} max={400} value={size} onChange={onSize} />
      )}
      <AsDrawing />
      <LetterInHand />
    </Gauge>
  );
}

/** Pages of real typesetting in the font as compiled; any letter leads to where it is made. */
export function ProofStage() {
  const doc = useDoc();
  const [kind, setKind] = useState<ProofKind | 'compare'>('page');
  const [size, setSize] = useState(FIRST_SIZE_PX);
  if (drawnGlyphs(doc).length === 0)
    return <EmptyBench>The font has no letters yet. Lift a sheet first.</EmptyBench>;
  const kinds = KINDS.map((k) => (
    <InkButton
      key={k}
      tip={PROOFS[k].tip}
      main={k === kind}
      aria-pressed={k === kind}
      onClick={() => setKind(k)}
    >
      {PROOFS[k].name}
    </InkButton>
  ));
  const comparing = kind === 'compare';
  const actions = [
    ...kinds,
    <InkButton
      key="compare"
      tip="What changed since an earlier version, or beside another font"
      main={comparing}
      aria-pressed={comparing}
      onClick={() => setKind('compare')}
    >
      Compare
    </InkButton>,
  ];
  return (
    <>
      <Bench actions={actions}>{comparing ? <ComparePage /> : <Page kind={kind} size={size} />}</Bench>
      <ProofGauge kind={comparing ? 'own' : kind} size={size} onSize={setSize} />
    </>
  );
}
