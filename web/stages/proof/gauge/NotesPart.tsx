import { Box, Flex, Text } from '@chakra-ui/react';
import { notesOf, pinNote } from '../../../../core/project/document/commands/proof/notes';
import { useWay } from '../../../panels/way';
import { proofBench } from '../../../store/proofBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { LetterInHand, said } from './LetterInHand';

/** What is pinned to letters: it stays, and is counted in the course, until it is done. */
export function NotesPart({ kind }: { readonly kind: string }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { take } = useWay();
  const notes = notesOf(doc);
  return (
    <>
      <LetterInHand kind={kind} />
      <GaugePart title="Notes that wait" />
      {notes.length === 0 && (
        <Text fontSize="sm" color="faded">
          None. Press a letter on the page and write what is to be done.
        </Text>
      )}
      {notes.map(({ glyph, text, page }) => (
        <Flex key={glyph.id} gap="2" align="flex-start">
          <Box flex="1">
            <InkButton
              tip="To the page where it was seen, with the letter in hand"
              onClick={() => {
                proofBench.show(page);
                take(glyph.id);
              }}
            >
              {said(glyph)}
            </InkButton>
            <Text fontSize="sm" mt="1">
              {text}
            </Text>
          </Box>
          <InkButton
            tip={`The note on ${said(glyph)} goes`}
            onClick={() => commit(pinNote(doc, glyph.id, { text: '', page }))}
          >
            Done
          </InkButton>
        </Flex>
      ))}
    </>
  );
}
