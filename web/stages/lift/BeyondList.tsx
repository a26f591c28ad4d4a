import { Flex, Text } from '@chakra-ui/react';
import { growList } from '../../../core/project/document/commands/sheets/sheets';
import { beyondList } from '../../../core/project/document/queries/sheets';
import type { PieceRow, SheetRow } from '../../../core/project/document/schema';
import { counted } from '../../../core/foundations/problems/counted';
import { useDoc, useProject } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

/** Letters that the page holds beyond its list: said once, taken into the list by one press. */
export function BeyondList({
  sheet,
  pieces,
}: {
  readonly sheet: SheetRow;
  readonly pieces: readonly PieceRow[];
}) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const beyond = beyondList(sheet, pieces);
  if (beyond.length === 0) return null;
  return (
    <Flex align="center" gap="3" px="3" py="1" bg="sunk" borderBottomWidth="1px" borderColor="rule">
      <Text fontSize="sm" flex="1" truncate role="status">
        {counted(beyond.length, 'letter')} beyond the list, named by shape:{' '}
        <strong>{beyond.map((p) => p.char).join(' ')}</strong>
      </Text>
      <InkButton
        px="3"
        tip="Add them to what is written on the page, and to the characters of the font"
        onClick={() => commit(growList(doc, sheet.id))}
      >
        Take them into the list
      </InkButton>
    </Flex>
  );
}
