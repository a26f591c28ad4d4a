import { isThere } from '../../../core/project/document/queries/inFont';
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  useSensor,
  useSensors,
  type Active,
  type DragEndEvent,
} from '@dnd-kit/core';
import { useCallback, useDeferredValue, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useSearchParams } from 'react-router';
import { projectOf } from '../../../core/project/document/newProject';
import type { Doc, GlyphRow } from '../../../core/project/document/schema';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useWay } from '../../panels/way';
import { giveCharacter, namelessPieces, useNameBench } from '../../store/nameBench';
import { useDoc } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { Bench } from '../../ui/Bench';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { AskTaken } from './AskTaken';
import { BillBar } from './BillBar';
import { NameGauge } from './gauge/NameGauge';
import { glyphNameOf } from '../../../core/type/names/glyphNames';
import { FileDrop } from '../../panels/FileDrop';
import { filesForSlot } from '../../store/filesForSlot';
import { addFiles } from '../../store/lifting';
import { fieldAtEnd, fieldUnder, LEDGER, underPointer } from './dragging';
import { Ledger } from './Ledger';
import { fieldAt, ledgerSections, type LedgerField, type LedgerSection } from './ledgerRows';
import { IconsBench } from './icons/IconsBench';
import { OrderStrip } from './OrderStrip';
import { RulesBench } from './forms/RulesBench';
import { PieceShelf } from './PieceShelf';

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
  if (!over) return;
  const pieceId = pieceOf(active);
  const from = active.id === LEDGER ? (active.data.current as { field: LedgerField | null }).field : null;
  const ontoPiece = (over.data.current as { pieceId?: string } | undefined)?.pieceId;
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

/** Which field and which piece are in hand, and how others are taken; the same functions at all times, so that few fields are drawn again. */
function useTaking(glyphOf: (char: string) => GlyphRow | null) {
  const { take } = useGlyphInHand();
  const { takeMissing } = useWay();
  const takeChar = (char: string) => {
    const { tab } = useNameBench.getState();
    useNameBench.setState({ pieceId: null, tab: tab === 'order' ? tab : 'letter' });
    const g = glyphOf(char);
    if (g) take(g.id);
    else takeMissing(char);
  };
  const latest = useRef({ takeChar, take });
  useEffect(() => {
    latest.current = { takeChar, take };
  });
  const onChar = useCallback((char: string) => latest.current.takeChar(char), []);
  const onTake = useCallback((field: LedgerField) => {
    if (field.char !== null) return latest.current.takeChar(field.char);
    useNameBench.setState({ pieceId: null });
    latest.current.take(field.glyph.id);
  }, []);
  return { onChar, onTake };
}

/** All fields: the bill, what is drawn beyond it, the character that is looked for, drawings without one. */
function useSections(doc: Doc, wanted: string | null): readonly LedgerSection[] {
  const { bill } = projectOf(doc);
  return useMemo(() => {
    const beyond = drawnGlyphs(doc).flatMap((g) => g.codePoints.map((cp) => String.fromCodePoint(cp)));
    const drawnOne = (char: string) => {
      const g = glyphByCodePoint(doc).get(char.codePointAt(0) ?? 0);
      return g && isThere(g) ? g : null;
    };
    return ledgerSections([...bill, ...beyond, ...(wanted ? [wanted] : [])], drawnOne, others(doc));
  }, [doc, bill, wanted]);
}

/** Pieces are dragged onto fields, and fields onto pieces and each other. */
function Dragging({ sections, children }: { sections: readonly LedgerSection[]; children: ReactNode }) {
  const doc = useDoc();
  const [dragged, setDragged] = useState<string | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 6 } }));
  const piece = dragged === null ? undefined : doc.pieces[dragged];
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={underPointer}
      onDragStart={(e) => setDragged(pieceOf(e.active))}
      onDragCancel={() => setDragged(null)}
      onDragEnd={(e) => {
        setDragged(null);
        giveDropped(e, sections);
      }}
    >
      {children}
      <DragOverlay dropAnimation={null} style={{ pointerEvents: 'none' }}>
        {piece && <PieceDrawing piece={piece} width={44} height={50} />}
      </DragOverlay>
    </DndContext>
  );
}

/** The ledger: all characters wanted and all glyphs there are, with coverage of the bill. */
export function NameStage() {
  const doc = useDoc();
  const { glyph } = useGlyphInHand();
  const [search] = useSearchParams();
  const { tab, pieceId } = useNameBench();
  const have = glyphByCodePoint(doc);
  const drawn = useMemo(() => new Set(drawnGlyphs(doc).map((g) => g.id)), [doc]);
  const glyphOf = (char: string): GlyphRow | null => {
    const g = have.get(char.codePointAt(0) ?? 0);
    return g && drawn.has(g.id) ? g : null;
  };
  const wanted = search.get('char');
  const sections = useSections(doc, wanted);
  const { onChar, onTake } = useTaking(glyphOf);
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
  return (
    <Dragging sections={sections}>
      <Bench actions={<BillBar isDrawn={(c) => glyphOf(c) !== null} />}>
        <AskTaken />
        {tab === 'rules' ? (
          <RulesBench />
        ) : tab === 'icons' ? (
          <IconsBench />
        ) : (
          <>
            {tab === 'order' ? (
              <OrderStrip />
            ) : (
              <PieceShelf
                pieces={namelessPieces(doc)}
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
          </>
        )}
      </Bench>
      <NameGauge {...gauged} onChar={onChar} />
    </Dragging>
  );
}
