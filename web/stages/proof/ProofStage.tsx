import { Box, Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { lackingIn } from '../../../core/compile/textRuns';
import { projectOf } from '../../../core/document/newProject';
import { LiveText } from '../../panels/LiveText';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useWay } from '../../panels/way';
import { drawnGlyphs } from '../../store/selectors';
import { useDoc } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { PROOFS, type ProofKind } from './proofTexts';

const SIZES = [72, 48, 36, 24, 18, 14, 12, 10];

/** Pages of real typesetting in the font as compiled; any letter leads to where it is made. */
export function ProofStage() {
  const doc = useDoc();
  const { goTo: go } = useWay();
  const { glyph, take } = useGlyphInHand();
  const [kind, setKind] = useState<ProofKind>('page');
  const own = projectOf(doc).runningText;
  const texts = kind === 'own' ? [own, own, own] : PROOFS[kind].texts;
  const lacking = lackingIn(doc, texts.join('\n'));
  if (drawnGlyphs(doc).length === 0)
    return <EmptyBench>The font has no letters yet. Lift a sheet first.</EmptyBench>;
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
        <Box flex="1" minH="0" overflowY="auto" bg="sunk" p="6">
          <Box
            bg={reversed ? 'ink' : 'sheet'}
            color={reversed ? 'paper' : 'ink'}
            maxW="820px"
            mx="auto"
            px="12"
            py="10"
            minH="100%"
          >
            {kind === 'waterfall'
              ? SIZES.map((size) => (
                  <Flex key={size} align="baseline" gap="4" mb="2">
                    <Text fontSize="xs" color="faded" w="3rem" flexShrink={0} textAlign="right">
                      {size} px
                    </Text>
                    <LiveText
                      text={PROOFS.waterfall.texts[0]!}
                      onPick={take}
                      fontSize={`${size}px`}
                      lineHeight="1.25"
                      whiteSpace="nowrap"
                      overflow="hidden"
                    />
                  </Flex>
                ))
              : texts.map((text, i) => (
                  <LiveText
                    key={i}
                    text={text}
                    onPick={take}
                    data-testid={`proof-${i}`}
                    fontSize={['46px', '30px', kind === 'own' ? '20px' : '30px'][Math.min(i, 2)]}
                    lineHeight="1.3"
                    mb="6"
                  />
                ))}
          </Box>
        </Box>
      </Bench>
      <Gauge title="Proof" hint="What you see is the compiled file itself, loaded by the browser.">
        <Fact label="Glyphs">{drawnGlyphs(doc).length}</Fact>
        <Fact label="Not in the font">
          {lacking.length === 0 ? 'nothing of this text' : lacking.join(' ')}
        </Fact>
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
