import { counted } from '../../../core/foundations/problems/counted';
import { chakra, Flex, Text } from '@chakra-ui/react';
import { useMemo } from 'react';
import {
  takeOrder,
  pairByOrder,
  type OrderPlace,
} from '../../../core/project/document/commands/pieces/order';
import type { Doc, PieceRow } from '../../../core/project/document/schema';
import { useNameBench } from '../../store/nameBench';
import { useDoc, useProject } from '../../store/projectStore';
import { piecesBySheet, sheetsInOrder } from '../../store/selectors';
import { InkButton } from '../../ui/InkButton';
import { PieceDrawing } from '../../ui/PieceDrawing';

/** The sheet whose pieces are named by order, its pieces that take part, and how they pair with the list. */
function useOrder(): {
  readonly sheetId: string | null;
  readonly pieces: readonly PieceRow[];
  readonly places: readonly OrderPlace[];
} {
  const doc = useDoc();
  const { sheetId, list, onlyNameless, leftOut } = useNameBench();
  return useMemo(() => {
    const sheet = sheetsInOrder(doc).find((s) => s.id === sheetId) ?? sheetsInOrder(doc)[0];
    const all = (sheet && piecesBySheet(doc).get(sheet.id)) ?? [];
    const pieces = all.filter(
      (p) =>
        p.state !== 'dropped' &&
        p.state !== 'spare' &&
        p.outline.length > 0 &&
        (!onlyNameless || p.char === null),
    );
    const taken = pieces.filter((p) => !leftOut.has(p.id));
    const chars = [...list.replace(/\s/gu, '')];
    const paired = pairByOrder(taken, chars);
    return { sheetId: sheet?.id ?? null, pieces, places: withLeftOut(pieces, paired, leftOut) };
  }, [doc, sheetId, list, onlyNameless, leftOut]);
}

/** Pieces that a person left out shown where they stand, without a character. */
function withLeftOut(
  pieces: readonly PieceRow[],
  paired: readonly OrderPlace[],
  leftOut: ReadonlySet<string>,
): OrderPlace[] {
  const out = [...paired];
  pieces.forEach((p, i) => {
    if (!leftOut.has(p.id)) return;
    const before = pieces
      .slice(0, i)
      .reverse()
      .find((q) => !leftOut.has(q.id));
    const at = before ? out.findIndex((o) => o.pieceId === before.id) + 1 : 0;
    out.splice(at, 0, { pieceId: p.id, char: null });
  });
  return out;
}

/** The first few of a list, and how many more. */
const few = (list: readonly string[], by: string): string =>
  list.length > 8 ? `${list.slice(0, 6).join(by)} and ${list.length - 6} more` : list.join(by);

/** What doesn't pair, in words. */
function countText(doc: Doc, places: readonly OrderPlace[]): string {
  const pieces = places.filter((p) => p.pieceId !== null).length;
  const chars = places.filter((p) => p.char !== null).length;
  const extra = places.filter((p) => p.char === null).map((p) => doc.pieces[p.pieceId!]!.order + 1);
  const missing = places.filter((p) => p.pieceId === null).map((p) => p.char!);
  const head = `${counted(pieces, 'piece')} for ${counted(chars, 'character')}`;
  const tail = [
    ...(extra.length > 0 ? [`left out: piece ${few(extra.map(String), ', ')}`] : []),
    ...(missing.length > 0 ? [`without a piece: ${few(missing, ' ')}`] : []),
  ];
  return tail.length === 0 ? `${head}: every one has its own.` : `${head}; ${tail.join('; ')}.`;
}

function toggleLeftOut(id: string): void {
  const next = new Set(useNameBench.getState().leftOut);
  if (!next.delete(id)) next.add(id);
  useNameBench.setState({ leftOut: next });
}

function placeText(piece: PieceRow | null, char: string | null): string {
  if (piece === null) return `No piece for ${char}`;
  return char === null ? `Piece ${piece.order + 1} left out` : `Piece ${piece.order + 1} becomes ${char}`;
}

/** A piece with the character it would get; a click leaves it out or takes it in. */
function Place({ piece, char }: { piece: PieceRow | null; char: string | null }) {
  const odd = piece === null || char === null;
  return (
    <chakra.button
      type="button"
      data-place={piece?.id ?? ''}
      aria-label={placeText(piece, char)}
      title={piece && char === null ? 'Left out: click to take it in' : 'Click to leave it out'}
      disabled={piece === null}
      onClick={() => piece && toggleLeftOut(piece.id)}
      w="38px"
      flexShrink={0}
      borderWidth="1px"
      borderStyle={odd ? 'dashed' : 'solid'}
      borderColor={odd ? 'snag' : 'rule'}
      bg={odd ? 'snagSoft' : 'sheet'}
    >
      <Text fontSize="xs" color={odd ? 'snag' : 'faded'} lineHeight="18px">
        {char ?? 'out'}
      </Text>
      <Flex h="36px" align="center" justify="center" color={odd ? 'snag' : 'ink'}>
        {piece ? <PieceDrawing piece={piece} width={28} height={32} /> : '?'}
      </Flex>
    </chakra.button>
  );
}

/** Pieces beside the characters they would get, in order. */
export function OrderStrip() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { sheetId, places } = useOrder();
  if (sheetId === null) return null;
  const drawn = places.filter((p) => p.pieceId !== null);
  const pairs = drawn.filter((p) => p.char !== null).length;
  const name = () => {
    commit(takeOrder(doc, sheetId, drawn));
    useNameBench.setState({ leftOut: new Set() });
  };
  return (
    <Flex
      as="section"
      aria-label="Naming by order"
      direction="column"
      borderBottomWidth="1px"
      borderColor="rule"
      px="5"
      py="2"
      gap="2"
      flexShrink={0}
    >
      <Flex align="center" gap="3">
        <Text fontSize="sm" flex="1" data-testid="order-count">
          {countText(doc, places)}
        </Text>
        <InkButton
          main
          tip="Give these pieces these characters, as one step"
          disabled={pairs === 0}
          onClick={name}
        >
          Name {counted(pairs, 'piece')}
        </InkButton>
      </Flex>
      <Flex gap="1" overflowX="auto" pb="1">
        {places.map((p, i) => (
          <Place key={i} piece={doc.pieces[p.pieceId ?? ''] ?? null} char={p.char} />
        ))}
      </Flex>
    </Flex>
  );
}
