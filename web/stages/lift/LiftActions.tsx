import { NativeSelect, Text } from '@chakra-ui/react';
import { acceptPieces } from '../../../core/project/document/commands/pieces/named';
import { counted } from '../../../core/foundations/problems/counted';
import { useDoc, useProject } from '../../store/projectStore';
import { sheetsInOrder } from '../../store/selectors';
import { InkButton } from '../../ui/InkButton';
import { ShowBar, type Shown } from './ShowBar';
import type { LiftSheet } from './useLiftSheet';

function SheetField({ sheetId, onSheet }: { sheetId: string; onSheet: (id: string) => void }) {
  const sheets = sheetsInOrder(useDoc());
  if (sheets.length < 2) return null;
  return (
    <NativeSelect.Root size="xs" w="11rem" flexShrink={0}>
      <NativeSelect.Field
        aria-label="Sheet to look at"
        bg="sheet"
        borderColor="rule"
        value={sheetId}
        onChange={(e) => onSheet(e.target.value)}
      >
        {sheets.map((s) => (
          <option key={s.id} value={s.id}>
            {s.name}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

interface Props {
  readonly on: LiftSheet;
  readonly doubtful: number;
  readonly shown: Shown;
  readonly onSheet: (id: string) => void;
  readonly onNextDoubtful: () => void;
  readonly onShown: (shown: Shown) => void;
}

/** Which sheet is looked at, what of it is shown, and what is said of all its pieces. */
export function LiftActions({ on, doubtful, shown, onSheet, onNextDoubtful, onShown }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { pieces } = on;
  const found = pieces.filter((p) => p.state === 'found').map((p) => p.id);
  return (
    <>
      <SheetField sheetId={on.sheet.id} onSheet={onSheet} />
      <InkButton
        main
        px="2"
        tip="Go to the next piece that should be looked at (J)"
        disabled={doubtful === 0}
        onClick={onNextDoubtful}
      >
        Next doubtful
      </InkButton>
      <InkButton
        px="2"
        tip="Accept every suggestion as it stands"
        onClick={() => commit(acceptPieces(doc, found))}
      >
        Accept all
      </InkButton>
      <ShowBar shown={shown} onShown={onShown} coloured={pieces.some((p) => p.layers.length > 0)} />
      <Text fontSize="xs" color="faded" whiteSpace="nowrap" data-testid="lift-count">
        {counted(pieces.filter((p) => p.state !== 'dropped').length, 'piece')}, {doubtful} doubtful
      </Text>
    </>
  );
}
