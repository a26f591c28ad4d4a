import { Button, Menu, Portal } from '@chakra-ui/react';
import { ChevronDown } from 'lucide-react';
import { projectOf } from '../../core/project/document/newProject';
import { stylesInOrder } from '../../core/project/document/queries/styles';
import { useDoc, useProject, useWhole } from '../store/projectStore';
import { useWay } from './way';

/** The style in hand, and the others of the family to take instead; below them the ways to the family itself and to its colours. */
export function StyleSwitch() {
  const family = useWhole();
  const inHand = projectOf(useDoc()).styleId;
  const { goTo } = useWay();
  return (
    <Menu.Root positioning={{ placement: 'bottom-start' }}>
      <Menu.Trigger asChild>
        <Button
          size="xs"
          variant="outline"
          color="ink"
          borderColor="rule"
          ml="3"
          title="The style in hand: take another, or add one to the family"
          aria-label={`Style in hand: ${family.styles[inHand]?.name ?? ''}`}
        >
          {family.styles[inHand]?.name}
          <ChevronDown size={12} aria-hidden />
        </Button>
      </Menu.Trigger>
      <Portal>
        <Menu.Positioner>
          <Menu.Content bg="sheet" minW="180px">
            <Menu.RadioItemGroup
              value={inHand}
              onValueChange={(e) => useProject.getState().takeStyle(e.value)}
            >
              {stylesInOrder(family).map((s) => (
                <Menu.RadioItem key={s.id} value={s.id}>
                  {s.name}
                  <Menu.ItemIndicator />
                </Menu.RadioItem>
              ))}
            </Menu.RadioItemGroup>
            <Menu.Separator borderColor="rule" />
            <Menu.Item value="family" onClick={() => goTo('family')}>
              Family: add, compare, rename
            </Menu.Item>
            <Menu.Item value="colours" onClick={() => goTo('colours')}>
              Colours: gradients, lines, palettes
            </Menu.Item>
          </Menu.Content>
        </Menu.Positioner>
      </Portal>
    </Menu.Root>
  );
}
