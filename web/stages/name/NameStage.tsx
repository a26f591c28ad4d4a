import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type CollisionDetection,
  type DragEndEvent,
} from '@dnd-kit/core';
import { NativeSelect, Progress, Text } from '@chakra-ui/react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { changeProject } from '../../../core/document/commands/naming';
import { projectOf } from '../../../core/document/newProject';
import type { Doc, GlyphRow } from '../../../core/document/schema';
import { BILLS } from '../../../core/names/bills';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { giveCharacter, namelessPieces, useNameBench } from '../../store/nameBench';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { Bench } from '../../ui/Bench';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { AskTaken } from './AskTaken';
import { NameGauge } from './gauge/NameGauge';
import { Ledger } from './Ledger';
import { ledgerSections, type LedgerField } from './ledgerRows';
import { OrderStrip } from './OrderStrip';
import { PieceShelf } from './PieceShelf';

/** So many of the missing characters are named beside the coverage. */
const SHOWN_MISSING = 80;

/**
 * What lies under the pointer; fields of the ledger that are scrolled out of sight lie under the shelf, which comes first.
 */
const underPointer: CollisionDetection = (args) => {
  const hits = pointerWithin(args);
  const shelf = hits.filter((h) => String(h.id).startsWith('onto '));
  return shelf.length > 0 ? shelf : hits;
};

/** Drawings that have no character: alternates, ligatures, and the sign for what a font lacks. */
const others = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs)
    .filter((g) => g.role === 'letter' && g.codePoints.length === 0 && g.contours.length > 0)
    .sort((a, b) => (a.name < b.name ? -1 : 1));

/** The ledger: all characters wanted and all glyphs there are, with coverage of the bill. */
export function NameStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, take } = useGlyphInHand();
  const [search, setSearch] = useSearchParams();
  const { tab, pieceId } = useNameBench();
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const { bill: billText } = projectOf(doc);
  const bill = useMemo(() => [...billText], [billText]);
  const have = glyphByCodePoint(doc);
  const drawn = useMemo(() => new Set(drawnGlyphs(doc).map((g) => g.id)), [doc]);
  const glyphOf = (char: string): GlyphRow | null => {
    const g = have.get(char.codePointAt(0)!);
    return g && drawn.has(g.id) ? g : null;
  };
  const covered = bill.filter((c) => glyphOf(c) !== null).length;
  const wanted = search.get('char');
  const sections = useMemo(() => {
    const beyond = drawnGlyphs(doc).flatMap((g) => g.codePoints.map((cp) => String.fromCodePoint(cp)));
    const drawnOne = (char: string) => {
      const g = glyphByCodePoint(doc).get(char.codePointAt(0)!);
      return g && g.contours.length > 0 ? g : null;
    };
    return ledgerSections([...bill, ...beyond, ...(wanted ? [wanted] : [])], drawnOne, others(doc));
  }, [doc, bill, wanted]);
  const pieces = namelessPieces(doc);
  const known = BILLS.find((b) => b.characters === billText);
  const takeChar = (char: string) => {
    useNameBench.setState({ pieceId: null, tab: tab === 'order' ? tab : 'letter' });
    const g = glyphOf(char);
    if (g) take(g.id);
    else setSearch({ char }, { flushSync: true });
  };
  // The same function for all fields at all times, so that only those are drawn again that change.
  const latest = useRef({ takeChar, take });
  useEffect(() => {
    latest.current = { takeChar, take };
  });
  const onTake = useCallback((field: LedgerField) => {
    if (field.char !== null) return latest.current.takeChar(field.char);
    useNameBench.setState({ pieceId: null });
    latest.current.take(field.glyph.id);
  }, []);
  const dropped = ({ active, over }: DragEndEvent) => {
    setDragged(null);
    const from = active.data.current as { pieceId?: string; char?: string; glyphId?: string | null };
    const to = over?.data.current as { pieceId?: string; char?: string | null } | undefined;
    if (!to) return;
    if (from.pieceId && to.char) giveCharacter({ kind: 'piece', id: from.pieceId }, to.char);
    else if (from.char && to.pieceId) giveCharacter({ kind: 'piece', id: to.pieceId }, from.char);
    else if (from.glyphId && to.char && to.char !== from.char)
      giveCharacter({ kind: 'glyph', id: from.glyphId }, to.char);
  };
  const draggedPiece = dragged === null ? undefined : doc.pieces[dragged];
  const missing = bill.filter((c) => !glyphOf(c));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointer}
      onDragStart={(e) => setDragged((e.active.data.current as { pieceId?: string }).pieceId ?? null)}
      onDragCancel={() => setDragged(null)}
      onDragEnd={dropped}
    >
      <Bench
        actions={
          <>
            <NativeSelect.Root size="xs" w="12rem" flexShrink={0}>
              <NativeSelect.Field
                aria-label="The bill: characters to fill"
                borderColor="rule"
                value={known?.id ?? 'own'}
                onChange={(e) => {
                  const next = BILLS.find((b) => b.id === e.target.value);
                  if (next) commit(changeProject(doc, { bill: next.characters }, 'Change the bill'));
                }}
              >
                {BILLS.map((b) => (
                  <option key={b.id} value={b.id}>
                    {b.name}
                    {b.characters.length > 0 ? `, ${[...b.characters].length}` : ''}
                  </option>
                ))}
                {!known && <option value="own">A bill of your own, {bill.length}</option>}
              </NativeSelect.Field>
              <NativeSelect.Indicator />
            </NativeSelect.Root>
            <Text fontSize="sm" data-testid="coverage" flexShrink={0}>
              {covered} of {bill.length} characters of the bill
            </Text>
            <Progress.Root
              value={(100 * covered) / Math.max(1, bill.length)}
              size="sm"
              w="8rem"
              flexShrink={0}
              aria-label="Coverage of the bill"
            >
              <Progress.Track>
                <Progress.Range bg="hand" />
              </Progress.Track>
            </Progress.Root>
            <Text fontSize="sm" color="faded" truncate>
              {missing.length > 0
                ? `Missing: ${missing.slice(0, SHOWN_MISSING).join(' ')}${missing.length > SHOWN_MISSING ? ' …' : ''}`
                : 'Nothing is missing'}
            </Text>
          </>
        }
      >
        <AskTaken />
        {tab === 'order' ? (
          <OrderStrip />
        ) : (
          <PieceShelf
            pieces={pieces}
            chosen={pieceId}
            onTake={(id) => useNameBench.setState({ pieceId: id, tab: 'letter' })}
          />
        )}
        <Ledger
          sections={sections}
          char={pieceId === null ? wanted : null}
          glyphId={pieceId === null ? (glyph?.id ?? null) : null}
          onTake={onTake}
        />
      </Bench>
      <NameGauge
        glyph={wanted === null ? glyph : null}
        char={wanted}
        piece={pieceId === null ? null : (doc.pieces[pieceId] ?? null)}
        onChar={takeChar}
      />
      <DragOverlay dropAnimation={null}>
        {draggedPiece && <PieceDrawing piece={draggedPiece} width={44} height={50} />}
      </DragOverlay>
    </DndContext>
  );
}
