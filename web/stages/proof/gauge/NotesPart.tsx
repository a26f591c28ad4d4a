import { Box, Flex, Text } from '@chakra-ui/react';
import { notesOf, pinNote } from '../../../../core/project/document/commands/proof/notes';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { useWay } from '../../../panels/way';
import { proofBench } from '../../../store/proofBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { TextField } from '../../../ui/TextField';

const said = (g: GlyphRow): string =>
  g.codePoints[0] === undefined ? g.name : String.fromCodePoint(g.codePoints[0]);

/** The letter in hand: where it is made, and what is pinned to it. */
function LetterInHand({ kind }: { readonly kind: string }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo } = useWay();
  const { glyph } = useGlyphInHand();
  if (!glyph) return null;
  const go = (stage: string) => {
    proofBench.set({ cameFrom: true });
    goTo(stage, glyph.id);
  };
  return (
    <>
      <GaugePart title={`In hand: ${glyph.name}`} />
      <Flex gap="2">
        <InkButton flex="1" tip="Its outline; Escape leads back to this page" onClick={() => go('dress')}>
          Go to its outline
        </InkButton>
        <InkButton flex="1" tip="Its side bearings; Escape leads back to this page" onClick={() => go('fit')}>
          Go to its spacing
        </InkButton>
      </Flex>
      <TextField
        key={glyph.id}
        label={`Note on ${said(glyph)}`}
        value={glyph.note?.text ?? ''}
        onChange={(text) => commit(pinNote(doc, glyph.id, { text, page: kind }))}
      />
    </>
  );
}

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
