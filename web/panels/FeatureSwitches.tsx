import { Box, Button, Flex, Popover, Portal, Text } from '@chakra-ui/react';
import { ToggleRight } from 'lucide-react';
import type { Explained } from '../../core/fonts/features/explain';
import { projectOf } from '../../core/project/document/newProject';
import { useExplained } from '../store/explained';
import { usePalette } from '../store/palettes';
import { useDoc } from '../store/projectStore';
import { switchAllBack, switchFeature, useSwitches } from '../store/switches';
import { CheckField } from '../ui/CheckField';
import { InkButton } from '../ui/InkButton';
import { SelectField } from '../ui/SelectField';

/** What a font does, once a feature: several sentences of one are told together. */
function byTag(told: readonly Explained[]): Explained[] {
  const tags = [...new Set(told.map((t) => t.tag))];
  return tags.flatMap((tag) => {
    const own = told.filter((t) => t.tag === tag);
    const [first] = own;
    return first ? [{ ...first, text: own.map((t) => t.text).join(' ') }] : [];
  });
}

function List() {
  const told = useExplained();
  const changed = useSwitches((s) => s.changed);
  if (!told || told.length === 0)
    return (
      <Text fontSize="sm" color="faded">
        The font does nothing with its letters yet: each stands for itself.
      </Text>
    );
  return (
    <>
      {byTag(told).map(({ tag, unasked, text }) => (
        <Box key={tag} py="1.5" borderBottomWidth="1px" borderColor="rule">
          <Flex justify="space-between" align="center">
            <CheckField
              label={unasked ? 'By itself' : 'When asked for'}
              checked={changed.get(tag) ?? unasked}
              onChange={(on) => switchFeature(tag, on, unasked)}
            />
            <Text fontFamily="mono" fontSize="xs" color="faded" title="Its name in the font file">
              {tag}
            </Text>
          </Flex>
          <Text fontSize="xs" lineClamp={3} title={text}>
            {text}
          </Text>
        </Box>
      ))}
      <InkButton
        tip="As programs have it when nobody says anything"
        mt="2"
        disabled={changed.size === 0}
        onClick={switchAllBack}
      >
        All as usual
      </InkButton>
    </>
  );
}

/** The palettes of the font, to set the running line and proofs in. */
function Palettes() {
  const { palettes } = projectOf(useDoc());
  const chosen = usePalette((s) => s.chosen);
  if (palettes.length === 0) return null;
  const options = ['As drawn', ...palettes.map((p) => p.name)].map((name, i) => [String(i), name] as const);
  return (
    <Box pb="2">
      <SelectField
        label="Colours"
        value={String(chosen)}
        options={options}
        onChange={(place) => usePalette.setState({ chosen: Number(place) })}
      />
    </Box>
  );
}

/** What the font does with its letters, to be switched on and off on the running line and in proofs: the file stays as it is. */
export function FeatureSwitches() {
  const count = useSwitches((s) => s.changed.size);
  return (
    <Popover.Root lazyMount unmountOnExit positioning={{ placement: 'top-end' }}>
      <Popover.Trigger asChild>
        <Button
          size="2xs"
          variant="ghost"
          color={count > 0 ? 'hand' : 'ink'}
          title="Switch what the font does with letters on and off, here and in proofs"
        >
          <ToggleRight size={14} aria-hidden />
          {count > 0 ? `Switches: ${count} changed` : 'Switches'}
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content bg="sheet" w="340px" maxH="60vh" overflowY="auto" aria-label="Switches">
            <Popover.Body p="3">
              <Palettes />
              <List />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}
