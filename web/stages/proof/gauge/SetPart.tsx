import { Button, Popover, Portal } from '@chakra-ui/react';
import { proofLook, setProofLook } from '../../../../core/project/document/commands/proof/looks';
import { projectOf } from '../../../../core/project/document/newProject';
import { stylesInOrder } from '../../../../core/project/document/queries/styles';
import { FeatureList } from '../../../panels/FeatureList';
import { useDoc, useProject, useWhole } from '../../../store/projectStore';
import { useVaryingFont } from '../../../store/varyingFont';
import { GaugePart } from '../../../ui/Gauge';
import { CheckField } from '../../../ui/CheckField';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { usePageName } from '../usePageLook';

const IN_HAND = 'in hand';

/** What the page switches of the font's features. */
function Features({ page }: { readonly page: string }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { features } = proofLook(doc, page);
  const count = Object.keys(features).length;
  const onSwitch = (tag: string, on: boolean, usual: boolean) => {
    const { [tag]: _, ...others } = features;
    commit(setProofLook(doc, page, { features: on === usual ? others : { ...others, [tag]: on } }));
  };
  return (
    <Popover.Root lazyMount unmountOnExit positioning={{ placement: 'left' }}>
      <Popover.Trigger asChild>
        <Button size="xs" variant="outline" borderColor="rule" color={count > 0 ? 'hand' : 'ink'}>
          {count > 0 ? `Switched on this page: ${count}` : 'Switch features on this page'}
        </Button>
      </Popover.Trigger>
      <Portal>
        <Popover.Positioner>
          <Popover.Content
            bg="sheet"
            w="340px"
            maxH="60vh"
            overflowY="auto"
            aria-label="Features of this page"
          >
            <Popover.Body p="3">
              <FeatureList changed={new Map(Object.entries(features))} onSwitch={onSwitch} />
            </Popover.Body>
          </Popover.Content>
        </Popover.Positioner>
      </Portal>
    </Popover.Root>
  );
}

/** Style, weight and features of this page, kept with the project; the running line stays as it is. */
export function SetPart({ kind }: { readonly kind: string }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const page = usePageName(kind);
  const { styleId, weight } = proofLook(doc, page);
  const styles = stylesInOrder(useWhole());
  const range = useVaryingFont((s) => s.range);
  const own = styles.find((s) => s.id === (styleId ?? projectOf(doc).styleId));
  return (
    <>
      <GaugePart title="How this page is set" />
      {styles.length > 1 && (
        <SelectField
          label="Style"
          value={styleId ?? IN_HAND}
          options={[[IN_HAND, 'the one in hand'], ...styles.map((s) => [s.id, s.name] as const)]}
          onChange={(to) =>
            commit(setProofLook(doc, page, { styleId: to === IN_HAND ? null : to, weight: null }))
          }
        />
      )}
      {range && (
        <>
          <CheckField
            label="At a weight between the styles"
            checked={weight !== null}
            onChange={(on) =>
              commit(setProofLook(doc, page, { weight: on ? (own?.weightClass ?? range[0]) : null }))
            }
          />
          {weight !== null && (
            <NumberField
              label="Weight"
              unit=""
              value={weight}
              min={range[0]}
              max={range[1]}
              onChange={(to) => commit(setProofLook(doc, page, { weight: to }), true)}
            />
          )}
        </>
      )}
      <Features page={page} />
    </>
  );
}
