import { Box, NativeSelect, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { counted } from '../../../core/foundations/problems/counted';
import { projectOf } from '../../../core/project/document/newProject';
import { familyFacts, familyLetters } from '../../../core/project/document/queries/family';
import { stylesInOrder } from '../../../core/project/document/queries/styles';
import type { GlyphRow } from '../../../core/project/document/schema';
import { useWay } from '../../panels/way';
import { useAgreement } from '../../store/agreement';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { Bench, EmptyBench } from '../../ui/Bench';
import { FamilyGauge } from './FamilyGauge';
import { familyRows, SHOWN, type FamilyRow, type Shown } from './familyRows';
import { PartingDialog } from './PartingDialog';
import { FamilyTable } from './FamilyTable';
import { StyleFactsTable } from './StyleFactsTable';

const SHOWN_WORDS: Record<Shown, string> = {
  all: 'All letters',
  missing: 'Missing in a style',
  apart: 'Can’t vary between weights',
};

function Choice({ shown, onShown }: { readonly shown: Shown; readonly onShown: (shown: Shown) => void }) {
  return (
    <NativeSelect.Root size="xs" w="15rem">
      <NativeSelect.Field
        aria-label="Letters that are shown"
        bg="sheet"
        borderColor="rule"
        value={shown}
        onChange={(e) => onShown(SHOWN.find((s) => s === e.target.value) ?? 'all')}
      >
        {SHOWN.map((s) => (
          <option key={s} value={s}>
            {SHOWN_WORDS[s]}
          </option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
}

/** Leads from a letter of the table to where it is made, in its style. */
function useLetterWay() {
  const { goTo, make } = useWay();
  const { takeStyle } = useProject.getState();
  return (styleId: string, glyph: GlyphRow | null, char: string | null) => {
    takeStyle(styleId);
    if (glyph) goTo('dress', glyph.id);
    else if (char !== null) make(char);
  };
}

/** All styles of the family side by side: what each measures, which letters one lacks, and which can't vary between weights. */
export function FamilyStage() {
  const family = useWhole();
  const inHand = projectOf(useDoc()).styleId;
  const [shown, setShown] = useState<Shown>('all');
  const [parting, setParting] = useState<FamilyRow | null>(null);
  const found = useAgreement();
  const onLetter = useLetterWay();
  const styles = useMemo(() => stylesInOrder(family), [family]);
  const letters = useMemo(() => familyLetters(family), [family]);
  const rows = useMemo(() => familyRows(letters, found?.told ?? [], shown), [letters, found, shown]);
  const varying = found && found.styleIds.length > 1;
  return (
    <>
      <Bench
        actions={
          <>
            <Choice shown={shown} onShown={setShown} />
            <Text fontSize="sm" color="faded" role="status">
              {counted(rows.length, 'letter')}
              {varying ? ` · ${counted(found.styleIds.length, 'weight')} vary as one font` : ''}
            </Text>
          </>
        }
      >
        <Box px="5" pt="3" pb="2" overflowX="auto" flexShrink={0}>
          <StyleFactsTable facts={familyFacts(family)} inHand={inHand} />
        </Box>
        {rows.length === 0 ? (
          <EmptyBench>
            {letters.length === 0 ? 'No style has letters yet: gather some.' : 'No letter is like that.'}
          </EmptyBench>
        ) : (
          <FamilyTable
            styles={styles}
            inHand={inHand}
            rows={rows}
            onStyle={useProject.getState().takeStyle}
            onLetter={onLetter}
            onParting={setParting}
          />
        )}
        {parting && (
          <PartingDialog row={parting} styles={styles} onLetter={onLetter} onClose={() => setParting(null)} />
        )}
      </Bench>
      <FamilyGauge />
    </>
  );
}
