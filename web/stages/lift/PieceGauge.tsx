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
import { Drawings } from './Drawings';

interface Props {
  readonly piece: PieceRow;
  /** How far its outline lies from its ink; null while it is measured. */
  readonly deviation: Deviation | null;
  /** Drawn artwork has no ink to lie off from. */
  readonly traced: boolean;
  /** Another piece is taken in hand. */
  readonly onChoose: (pieceId: string) => void;
  readonly children: ReactNode;
}

const percent = (p: PieceRow) => (p.char === null ? 'nothing fits' : `${Math.round(p.confidence * 100)} %`);

/** What was measured of it. */
function PieceFacts({ piece, deviation, traced }: Omit<Props, 'children' | 'onChoose'>) {
  const px = (value: number | undefined) => (value === undefined ? 'measuring' : `${value.toFixed(2)} px`);
  return (
    <>
      <Fact label="How sure">{percent(piece)}</Fact>
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
            <span data-testid="piece-deviation">{px(deviation?.greatestPx)}</span>
          </Fact>
          <Fact label="Mean deviation">{px(deviation?.meanPx)}</Fact>
        </>
      )}
      {piece.layers.length > 0 && (
        <Fact label="Colours">
          {piece.layers.map((l, i) => (
            <Swatch key={i} paint={l.paint} />
          ))}
        </Fact>
      )}
    </>
  );
}

function Swatch({ paint }: Pick<PieceRow['layers'][number], 'paint'>) {
  return (
    <chakra.span
      role="img"
      aria-label={paintText(paint)}
      title={paintText(paint)}
      display="inline-block"
      w="1.1rem"
      h="1.1rem"
      ms="1"
      verticalAlign="middle"
      borderWidth="1px"
      borderColor="rule"
      style={{ background: swatchOf(paint) }}
    />
  );
}

/** What of its drawing was not understood, until somebody says that it is right so. */
function Unread({ piece }: Pick<Props, 'piece'>) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  if (piece.unread.length === 0) return null;
  return (
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
  );
}

function CharacterField({ piece }: Pick<Props, 'piece'>) {
  const [typed, setTyped] = useState('');
  const relabel = () => {
    const char = [...typed.trim()][0];
    if (char) namePieceOfSheet(piece.id, char);
    setTyped('');
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        relabel();
        // Naming hands the keys back to the bench, for the next piece.
        if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
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
  );
}

/** What is said of the piece, and the way to its glyph. */
function Verdict({ piece }: Pick<Props, 'piece'>) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { goTo: go } = useWay();
  const glyph = Object.values(doc.glyphs).find((g) => g.source?.pieceId === piece.id);
  return (
    <>
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
    </>
  );
}

/** The piece in hand: what is known of it, how it is mended and traced, and what it is. */
export function PieceGauge({ piece, deviation, traced, onChoose, children }: Props) {
  const doc = useDoc();
  return (
    <Gauge
      title={`Piece ${piece.order + 1}: ${pieceLabel(piece) ?? 'no character'}`}
      hint={pieceStateText(piece, doc.sheets[piece.sheetId])}
    >
      <Drawings piece={piece} onChoose={onChoose} />
      <PieceFacts piece={piece} deviation={deviation} traced={traced} />
      <Unread piece={piece} />
      {children}
      <GaugePart title="What it is" />
      <OtherDrawing piece={piece} />
      <CharacterField piece={piece} />
      <Verdict piece={piece} />
    </Gauge>
  );
}
