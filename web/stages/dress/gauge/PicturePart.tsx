import { Text } from '@chakra-ui/react';
import { dropPictures } from '../../../../core/project/document/commands/outline/picture';
import { ownPicture, piecesInLetters } from '../../../../core/project/document/queries/pictures';
import { counted } from '../../../../core/foundations/problems/counted';
import type { SheetRow } from '../../../../core/project/document/schema';
import { keepAsPictures } from '../../../store/keeping';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { useDressTarget } from '../useDressTarget';

/** The sheet whose picture the letter in hand is on; null for drawings that have none. */
function useSheetOfLetter(): SheetRow | null {
  const doc = useDoc();
  const { glyph } = useDressTarget();
  const sheet = glyph.source ? doc.sheets[glyph.source.sheetId] : undefined;
  return sheet && sheet.pictureId !== null && sheet.kind !== 'artwork' ? sheet : null;
}

/** The drawing kept as a picture: its grain and its colours, beside the outline. */
export function PicturePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const sheet = useSheetOfLetter();
  const kept = ownPicture(glyph) !== null;
  const others = sheet ? piecesInLetters(doc, sheet.id).length : 0;
  const ofSheet = Object.values(doc.glyphs).filter((g) => g.source?.sheetId === sheet?.id && g.picture);
  return (
    <>
      <GaugePart title="As a picture" />
      <Text fontSize="xs" color="faded">
        {kept
          ? 'Programs that know such letters show the drawing itself, others the outline.'
          : sheet
            ? 'Keeps the grain and colours of the ink: brush, chalk, pencil. The outline stays beside it.'
            : 'Only a letter from a photograph or scan has a drawing to keep.'}
      </Text>
      <InkButton
        tip="Take this drawing off its paper, with its grain and colours"
        disabled={!sheet || kept}
        onClick={() => sheet && glyph.source && void keepAsPictures(sheet.id, [glyph.source.pieceId])}
      >
        Keep this drawing
      </InkButton>
      <InkButton
        tip="Take all drawings of this letter’s sheet off their paper"
        disabled={!sheet || others < 2 || ofSheet.length === others}
        onClick={() => sheet && void keepAsPictures(sheet.id)}
      >
        Keep all {others > 1 ? counted(others, 'drawing') : 'drawings'} of the sheet
      </InkButton>
      <InkButton
        tip="Show this letter as its outline"
        disabled={!kept}
        onClick={() => commit(dropPictures(doc, [glyph.id]))}
      >
        Outline instead
      </InkButton>
      <InkButton
        tip="Show all letters of this sheet as their outlines"
        disabled={ofSheet.length < 2}
        onClick={() => commit(dropPictures(doc, ofSheet.map((g) => g.id)))} // prettier-ignore
      >
        All outlines instead
      </InkButton>
    </>
  );
}
