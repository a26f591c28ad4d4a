import { Text } from '@chakra-ui/react';
import { keepAsAlternate, takeDrawing } from '../../../core/project/document/commands/sheets/drawnHere';
import type { PieceRow } from '../../../core/project/document/schema';
import { glyphByCodePoint, pieceLabel } from '../../store/selectors';
import { useDoc, useProject } from '../../store/projectStore';
import { InkButton } from '../../ui/InkButton';

/** When a piece's letter already has another drawing: which one is to count. */
export function OtherDrawing({ piece }: { piece: PieceRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const single = piece.char !== null && piece.variant === null && [...piece.char].length === 1;
  const glyph = single ? glyphByCodePoint(doc).get(piece.char!.codePointAt(0)!) : undefined;
  const other = glyph && glyph.contours.length > 0 && glyph.source?.pieceId !== piece.id;
  if (!other || piece.state === 'dropped') return null;
  const from = glyph.source && doc.sheets[glyph.source.sheetId];
  return (
    <>
      <Text fontSize="sm" data-testid="other-drawing">
        {pieceLabel(piece)} has another drawing already, {from ? `from ${from.name}` : 'drawn by hand'}.
      </Text>
      <InkButton
        tip="This one becomes the letter; the other stays on its sheet (can be undone)"
        onClick={() => commit(takeDrawing(doc, piece.id))}
      >
        Use this one
      </InkButton>
      <InkButton
        tip="Keep both: this one as another drawing of the letter"
        onClick={() => commit(keepAsAlternate(doc, piece.id))}
      >
        Keep as alternate
      </InkButton>
    </>
  );
}
