import { Box, Button, Popover, Portal } from '@chakra-ui/react';
import { ToggleRight } from 'lucide-react';
import { projectOf } from '../../core/project/document/newProject';
import { usePalette } from '../store/palettes';
import { useDoc } from '../store/projectStore';
import { switchAllBack, switchFeature, useSwitches } from '../store/switches';
import { InkButton } from '../ui/InkButton';
import { SelectField } from '../ui/SelectField';
import { FeatureList } from './FeatureList';

/** All features, and one press for as programs have them. */
function List() {
  const changed = useSwitches((s) => s.changed);
  return (
    <>
      <FeatureList changed={changed} onSwitch={switchFeature} />
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
