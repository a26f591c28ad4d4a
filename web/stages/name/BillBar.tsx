import { NativeSelect, Progress, Text } from '@chakra-ui/react';
import { changeProject } from '../../../core/project/document/commands/font/project';
import { projectOf } from '../../../core/project/document/newProject';
import { BILLS } from '../../../core/type/names/bills';
import { useDoc, useProject } from '../../store/projectStore';

/** So many of the missing characters are named beside the coverage. */
const SHOWN_MISSING = 80;

function BillField() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { bill } = projectOf(doc);
  const known = BILLS.find((b) => b.characters === bill);
  const choose = (id: string) => {
    const next = BILLS.find((b) => b.id === id);
    if (next) commit(changeProject(doc, { bill: next.characters }, 'Change the bill'));
  };
  return (
    <NativeSelect.Root size="xs" w="12rem" flexShrink={0}>
      <NativeSelect.Field
        aria-label="The bill: characters to fill"
        borderColor="rule"
        value={known?.id ?? 'own'}
        onChange={(e) => choose(e.target.value)}
      >
        {BILLS.map((b) => (
          <option key={b.id} value={b.id}>
            {b.name}
            {b.characters.length > 0 ? `, ${[...b.characters].length}` : ''}
          </option>
        ))}
        {!known && <option value="own">A bill of your own, {[...bill].length}</option>}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** Which characters are to be filled, and how many of them are. */
export function BillBar({ isDrawn }: { isDrawn: (char: string) => boolean }) {
  const bill = [...projectOf(useDoc()).bill];
  const missing = bill.filter((c) => !isDrawn(c));
  const covered = bill.length - missing.length;
  const more = missing.length > SHOWN_MISSING ? ' …' : '';
  return (
    <>
      <BillField />
      <Text fontSize="sm" data-testid="coverage" flexShrink={0}>
        {covered} of {bill.length} characters of the bill
      </Text>
      <Progress.Root
        value={(100 * covered) / Math.max(1, bill.length)}
        size="sm"
        w="8rem"
        flexShrink={0}
        aria-label="Coverage of the bill"
      >
        <Progress.Track>
          <Progress.Range bg="hand" />
        </Progress.Track>
      </Progress.Root>
      <Text fontSize="sm" color="faded" truncate>
        {missing.length > 0
          ? `Missing: ${missing.slice(0, SHOWN_MISSING).join(' ')}${more}`
          : 'Nothing is missing'}
      </Text>
    </>
  );
}
