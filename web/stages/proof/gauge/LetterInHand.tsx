import { Flex } from '@chakra-ui/react';
import { pinNote } from '../../../../core/project/document/commands/proof/notes';
import type { GlyphRow } from '../../../../core/project/document/schema';
import { useGlyphInHand } from '../../../panels/useGlyphInHand';
import { useWay } from '../../../panels/way';
import { proofBench } from '../../../store/proofBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { TextField } from '../../../ui/TextField';

/** What a letter is called in a few characters. */
export const said = (g: GlyphRow): string =>
  g.codePoints[0] === undefined ? g.name : String.fromCodePoint(g.codePoints[0]);

/** The letter in hand: where it is made, and what is pinned to it. */
export function LetterInHand({ kind }: { readonly kind: string }) {
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
