import {
  DndContext,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
  type Active,
  type DragEndEvent,
} from '@dnd-kit/core';
import { NativeSelect, Progress, Text } from '@chakra-ui/react';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState } from 'react';
import { useSearchParams } from 'react-router';
import { changeProject } from '../../../core/project/document/commands/font/project';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import { BILLS } from '../../../core/type/names/bills';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useWay } from '../../panels/way';
import { giveCharacter, namelessPieces, useNameBench } from '../../store/nameBench';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { Bench } from '../../ui/Bench';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { AskTaken } from './AskTaken';
import { NameGauge } from './gauge/NameGauge';
import { glyphNameOf } from '../../../core/type/names/glyphNames';
import { FileDrop } from '../../panels/FileDrop';
import { filesForSlot } from '../../store/filesForSlot';
import { addFiles } from '../../store/lifting';
import { fieldAtEnd, fieldUnder, LEDGER, underPointer } from './dragging';
import { Ledger } from './Ledger';
import { fieldAt, ledgerSections, type LedgerField, type LedgerSection } from './ledgerRows';
import { OrderStrip } from './OrderStrip';
import { PieceShelf } from './PieceShelf';

/** So many of the missing characters are named beside the coverage. */
const SHOWN_MISSING = 80;

/** Drawings that have no character: alternates, ligatures, and the sign for what a font lacks. */
const others = (doc: Doc): GlyphRow[] =>
  Object.values(doc.glyphs)
    .filter((g) => g.role === 'letter' && g.codePoints.length === 0 && g.contours.length > 0)
    .sort((a, b) => (a.name < b.name ? -1 : 1));

/** The piece of the shelf that is dragged; null when it is a field of the ledger. */
const pieceOf = ({ id, data }: Active): string | null =>
  id === LEDGER ? null : ((data.current as { pieceId?: string }).pieceId ?? null);

/** Files let go on a field are drawings of it; beside all fields they come in by their own names. */
function dropFiles(files: readonly File[], on: EventTarget | null, sections: readonly LedgerSection[]): void {
  const at = fieldUnder(on);
  const field = at === null ? undefined : fieldAt(sections, at);
  if (!field) return void addFiles(files);
  const name = field.glyph?.name ?? glyphNameOf(field.char!.codePointAt(0)!);
  void addFiles(filesForSlot(name, files));
}

/** A drawing let go on a field gets its character; a field's character let go on a piece goes to that. */
function giveDropped({ active, over, collisions }: DragEndEvent, sections: readonly LedgerSection[]): void {
  const pieceId = pieceOf(active);
  const from = active.id === LEDGER ? (active.data.current as { field: LedgerField | null }).field : null;
  const ontoPiece = (over!.data.current as { pieceId?: string } | undefined)?.pieceId;
  if (ontoPiece) {
    if (from?.char) giveCharacter({ kind: 'piece', id: ontoPiece }, from.char);
    return;
  }
  const at = fieldAtEnd(collisions);
  const char = at === null ? null : fieldAt(sections, at)?.char;
  if (!char) return;
  if (pieceId) giveCharacter({ kind: 'piece', id: pieceId }, char);
  else if (from?.glyph && char !== from.char) giveCharacter({ kind: 'glyph', id: from.glyph.id }, char);
}

/** The ledger: all characters wanted and all glyphs there are, with coverage of the bill. */
export function NameStage() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, take } = useGlyphInHand();
  const [search] = useSearchParams();
  const { takeMissing } = useWay();
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
    else takeMissing(char);
  };
  // The same function for all fields at all times, so that only those are drawn again that change.
  const latest = useRef({ takeChar, take });
  useEffect(() => {
    latest.current = { takeChar, take };
  });
  const onChar = useCallback((char: string) => latest.current.takeChar(char), []);
  // The gauge follows a moment later: what was clicked is marked at once.
  const gauged = useDeferredValue(
    useMemo(
      () => ({
        glyph: wanted === null ? glyph : null,
        char: wanted,
        piece: pieceId === null ? null : (doc.pieces[pieceId] ?? null),
      }),
      [wanted, glyph, pieceId, doc.pieces],
    ),
  );
  const onTake = useCallback((field: LedgerField) => {
    if (field.char !== null) return latest.current.takeChar(field.char);
    useNameBench.setState({ pieceId: null });
    latest.current.take(field.glyph.id);
  }, []);
  const dropped = (e: DragEndEvent) => {
    setDragged(null);
    if (e.over) giveDropped(e, sections);
  };
  const draggedPiece = dragged === null ? undefined : doc.pieces[dragged];
  const missing = bill.filter((c) => !glyphOf(c));
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointer}
      onDragStart={(e) => setDragged(pieceOf(e.active))}
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
        <FileDrop label="Drop files on a field" onFiles={(files, on) => dropFiles(files, on, sections)}>
          <Ledger
            sections={sections}
            char={pieceId === null ? wanted : null}
            glyphId={pieceId === null ? (glyph?.id ?? null) : null}
            onTake={onTake}
          />
        </FileDrop>
      </Bench>
      <NameGauge {...gauged} onChar={onChar} />
      <DragOverlay dropAnimation={null} style={{ pointerEvents: 'none' }}>
        {draggedPiece && <PieceDrawing piece={draggedPiece} width={44} height={50} />}
      </DragOverlay>
    </DndContext>
  );
}
