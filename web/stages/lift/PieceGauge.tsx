import { chakra, Field, Input, Text } from '@chakra-ui/react';
import { useState, type ReactNode } from 'react';
import { dropPiece, acceptUnread, acceptPieces } from '../../../core/project/document/commands/pieces/named';
import type { PieceRow } from '../../../core/project/document/schema';
import type { Deviation } from '../../../core/lifting/find/tracePiece';
import { countNodes } from '../../../core/foundations/geometry/contour';
import { paintText, swatchOf } from '../../canvas/fillLayers';
import { useWay } from '../../panels/way';
import { pieceLabel } from '../../store/selectors';
import { namePieceOfSheet } from '../../store/nameBench';
import { useDoc, useProject } from '../../store/projectStore';
import { pieceStateText } from '../../text/pieceState';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { OtherDrawing } from '../gather/OtherDrawing';

interface Props {
  readonly piece: PieceRow;
  /** How far its outline lies from its ink; null while it is measured. */
  readonly deviation: Deviation | null;
  /** Drawn artwork has no ink to lie off from. */
  readonly traced: boolean;
  readonly children: ReactNode;
}

export function PieceGauge({ piece, deviation, traced, children }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  const [typed, setTyped] = useState('');
  const glyph = Object.values(doc.glyphs).find((g) => g.source?.pieceId === piece.id);
  const relabel = () => {
    const char = [...typed.trim()][0];
    if (char) namePieceOfSheet(piece.id, char);
    setTyped('');
  };
  return (
    <Gauge
      title={`Piece ${piece.order + 1}: ${pieceLabel(piece) ?? 'no character'}`}
      hint={pieceStateText(piece, doc.sheets[piece.sheetId])}
    >
      <Fact label="How sure">
        {piece.char === null ? 'nothing fits' : `${Math.round(piece.confidence * 100)} %`}
      </Fact>
      <Fact label="Row">{piece.row + 1}</Fact>
      <Fact label="Size">
        {Math.round(piece.box.width)} x {Math.round(piece.box.height)} px
      </Fact>
      <Fact label="Contours">{piece.outline.length}</Fact>
      <Fact label="Points">
        <span data-testid="piece-points">{countNodes(piece.outline)}</span>
      </Fact>
      {piece.name !== null && <Fact label="File">{piece.name}</Fact>}
      {traced && (
        <>
          <Fact label="Greatest deviation">
            <span data-testid="piece-deviation">
              {deviation ? `${deviation.greatestPx.toFixed(2)} px` : 'measuring'}
            </span>
          </Fact>
          <Fact label="Mean deviation">{deviation ? `${deviation.meanPx.toFixed(2)} px` : 'measuring'}</Fact>
        </>
      )}
      {piece.layers.length > 0 && (
        <Fact label="Colours">
          {piece.layers.map((l, i) => (
            <chakra.span
              key={i}
              role="img"
              aria-label={paintText(l.paint)}
              title={paintText(l.paint)}
              display="inline-block"
              w="1.1rem"
              h="1.1rem"
              ms="1"
              verticalAlign="middle"
              borderWidth="1px"
              borderColor="rule"
              style={{ background: swatchOf(l.paint) }}
            />
          ))}
        </Fact>
      )}
      {piece.unread.length > 0 && (
        <>
          <Text fontSize="sm" color="snag" role="status">
            Not understood, and missing: {piece.unread.join('; ')}
          </Text>
          <InkButton
            tip="The drawing is right without it: tell it no more"
            onClick={() => commit(acceptUnread(doc, piece.id))}
          >
            It is right as it is
          </InkButton>
        </>
      )}
      {children}
      <GaugePart title="What it is" />
      <OtherDrawing piece={piece} />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          relabel();
        }}
      >
        <Field.Root orientation="horizontal">
          <Field.Label fontSize="sm" color="faded">
            It is really
          </Field.Label>
          <Input
            size="xs"
            w="4rem"
            bg="sheet"
            borderColor="rule"
            value={typed}
            placeholder={piece.char ?? ''}
            onChange={(e) => setTyped(e.target.value)}
          />
        </Field.Root>
      </form>
      <InkButton
        main
        tip="The suggestion is right (Enter)"
        disabled={piece.char === null || piece.state === 'accepted'}
        onClick={() => commit(acceptPieces(doc, [piece.id]))}
      >
        Accept
      </InkButton>
      <InkButton
        tip="Not a letter: leave it out, or take it back (Delete)"
        onClick={() => commit(dropPiece(doc, piece.id, piece.state !== 'dropped'))}
      >
        {piece.state === 'dropped' ? 'Take it back' : 'Drop it'}
      </InkButton>
      {glyph && (
        <InkButton tip="Look at its outline" onClick={() => go('dress', glyph.id)}>
          Dress it
        </InkButton>
      )}
    </Gauge>
  );
}
