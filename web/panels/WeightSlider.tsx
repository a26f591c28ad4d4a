import { Button, Flex, Slider, Text } from '@chakra-ui/react';
import { setWeight, useVaryingFont, useVaryingInStep } from '../store/varyingFont';

/** Any weight between those of the family's styles on the running line and in proofs, as its variable font has it. Nothing for a family of one weight. */
export function WeightSlider() {
  useVaryingInStep();
  const { range, weight, family } = useVaryingFont();
  if (!range) return null;
  const [min, max] = range;
  return (
    <Flex align="center" gap="2" flexShrink={0}>
      <Button
        size="2xs"
        variant="ghost"
        color={weight === null ? 'ink' : 'hand'}
        aria-pressed={weight !== null}
        title="Look at the weights between those of the styles, as the variable font has them"
        onClick={() => setWeight(weight === null ? Math.round((min + max) / 2) : null)}
      >
        Between weights
      </Button>
      {weight !== null && (
        <>
          <Slider.Root
            w="9rem"
            size="sm"
            min={min}
            max={max}
            value={[weight]}
            onValueChange={(e) => setWeight(e.value[0] ?? weight)}
            aria-label={['Weight between the styles']}
          >
            <Slider.Control>
              <Slider.Track bg="rule">
                <Slider.Range bg="hand" />
              </Slider.Track>
              <Slider.Thumb index={0} borderColor="hand" />
            </Slider.Control>
          </Slider.Root>
          <Text fontSize="xs" color="faded" w="2rem" fontVariantNumeric="tabular-nums" data-testid="weight">
            {family ? weight : '…'}
          </Text>
        </>
      )}
    </Flex>
  );
}
