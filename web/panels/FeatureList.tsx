import { Box, Flex, Text } from '@chakra-ui/react';
import type { Explained } from '../../core/fonts/features/explain';
import { useExplained } from '../store/explained';
import { CheckField } from '../ui/CheckField';

/** What a font does, once a feature: several sentences of one are told together. */
function byTag(told: readonly Explained[]): Explained[] {
  const tags = [...new Set(told.map((t) => t.tag))];
  return tags.flatMap((tag) => {
    const own = told.filter((t) => t.tag === tag);
    const [first] = own;
    return first ? [{ ...first, text: own.map((t) => t.text).join(' ') }] : [];
  });
}

interface Props {
  /** Features that are switched otherwise than programs have them, by their tags. */
  readonly changed: ReadonlyMap<string, boolean>;
  /** `usual`: how programs have it. */
  readonly onSwitch: (tag: string, on: boolean, usual: boolean) => void;
}

/** What the font does with its letters, feature by feature, to be switched on and off. */
export function FeatureList({ changed, onSwitch }: Props) {
  const told = useExplained();
  if (!told || told.length === 0)
    return (
      <Text fontSize="sm" color="faded">
        The font does nothing with its letters yet: each stands for itself.
      </Text>
    );
  return byTag(told).map(({ tag, unasked, text }) => (
    <Box key={tag} py="1.5" borderBottomWidth="1px" borderColor="rule">
      <Flex justify="space-between" align="center">
        <CheckField
          label={unasked ? 'By itself' : 'When asked for'}
          checked={changed.get(tag) ?? unasked}
          onChange={(on) => onSwitch(tag, on, unasked)}
        />
        <Text fontFamily="mono" fontSize="xs" color="faded" title="Its name in the font file">
          {tag}
        </Text>
      </Flex>
      <Text fontSize="xs" lineClamp={3} title={text}>
        {text}
      </Text>
    </Box>
  ));
}
