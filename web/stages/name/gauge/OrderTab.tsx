import { Checkbox, Flex, Text, Textarea } from '@chakra-ui/react';
import { projectOf } from '../../../../core/project/document/newProject';
import { useNameBench } from '../../../store/nameBench';
import { useDoc } from '../../../store/projectStore';
import { sheetsInOrder } from '../../../store/selectors';
import { InkButton } from '../../../ui/InkButton';
import { SelectField } from '../../../ui/SelectField';

const CAPITALS = 'ABCDEFGHIJKLMNOPQRSTUVWXYZ';
const LISTS: readonly [string, string][] = [
  ['A-Z', CAPITALS],
  ['a-z', CAPITALS.toLowerCase()],
  ['0-9', '0123456789'],
];

/** Pieces of a sheet named one after the other by a list; the count is checked before anything is named. */
export function OrderTab() {
  const doc = useDoc();
  const { sheetId, list, onlyNameless } = useNameBench();
  const set = useNameBench.setState;
  const sheets = sheetsInOrder(doc);
  if (sheets.length === 0) return <Text fontSize="sm">No sheet lies on the table yet.</Text>;
  return (
    <>
      <Text fontSize="sm">
        Pieces in reading order get the characters of a list. Where the counts differ, the likeliest piece is
        left out: click a piece above to decide otherwise.
      </Text>
      <SelectField
        label="Pieces of"
        value={sheets.some((s) => s.id === sheetId) ? sheetId! : sheets[0]!.id}
        options={sheets.map((s) => [s.id, s.name] as const)}
        onChange={(id) => set({ sheetId: id, leftOut: new Set() })}
      />
      <Flex gap="1" wrap="wrap">
        {LISTS.map(([name, chars]) => (
          <InkButton key={name} tip={`The list is ${name}`} px="2" onClick={() => set({ list: chars })}>
            {name}
          </InkButton>
        ))}
        <InkButton tip="The list is the whole bill" px="2" onClick={() => set({ list: projectOf(doc).bill })}>
          bill
        </InkButton>
      </Flex>
      <Textarea
        size="xs"
        rows={4}
        aria-label="Characters in order"
        bg="sheet"
        borderColor="rule"
        value={list}
        onChange={(e) => set({ list: e.target.value })}
      />
      <Checkbox.Root
        size="sm"
        checked={onlyNameless}
        onCheckedChange={(e) => set({ onlyNameless: e.checked === true })}
      >
        <Checkbox.HiddenInput />
        <Checkbox.Control />
        <Checkbox.Label fontSize="sm">Only pieces without a character</Checkbox.Label>
      </Checkbox.Root>
    </>
  );
}
