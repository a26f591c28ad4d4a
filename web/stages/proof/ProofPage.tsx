import { Flex, Text } from '@chakra-ui/react';
import { LiveText } from '../../panels/LiveText';
import { OwnPage } from './OwnPage';
import { PROOFS, type ProofKind } from './proofTexts';

const SIZES = [72, 48, 36, 24, 18, 14, 12, 10];

interface Props {
  readonly kind: ProofKind;
  /** Of one's own text, CSS px. */
  readonly size: number;
  /** Called with the glyph of a letter that was pressed. */
  readonly onPick: (glyphId: string) => void;
}

/** What stands on the proof's page. Lines follow each other as the font says. */
export function ProofPage({ kind, size, onPick }: Props) {
  if (kind === 'own') return <OwnPage size={size} onPick={onPick} />;
  if (kind === 'waterfall')
    return SIZES.map((px) => (
      <Flex key={px} align="baseline" gap="4" mb="2">
        <Text fontSize="xs" color="faded" w="3rem" flexShrink={0} textAlign="right">
          {px} px
        </Text>
        <LiveText
          text={PROOFS.waterfall.texts[0]!}
          onPick={onPick}
          fontSize={`${px}px`}
          lineHeight="normal"
          whiteSpace="nowrap"
          overflow="hidden"
        />
      </Flex>
    ));
  return PROOFS[kind].texts.map((text, i) => (
    <LiveText
      key={i}
      text={text}
      onPick={onPick}
      data-testid={`proof-${i}`}
      fontSize={i === 0 ? '46px' : '30px'}
      lineHeight="normal"
      mb="6"
    />
  ));
}
