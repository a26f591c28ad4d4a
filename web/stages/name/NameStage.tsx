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
import { Box, Flex, NativeSelect, Progress, Text } from '@chakra-ui/react';
import { useMemo, useState } from 'react';
import { useSearchParams } from 'react-router';
import { changeProject } from '../../../core/document/commands/naming';
import { projectOf } from '../../../core/document/newProject';
import type { Doc, GlyphRow } from '../../../core/document/schema';
import { BILLS } from '../../../core/names/bills';
import { glyphNameOf } from '../../../core/names/glyphNames';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { giveCharacter, namelessPieces, useNameBench } from '../../store/nameBench';
import { useDoc, useProject } from '../../store/projectStore';
import { drawnGlyphs, glyphByCodePoint } from '../../store/selectors';
import { Bench } from '../../ui/Bench';
import { PieceDrawing } from '../../ui/PieceDrawing';
import { AskTaken } from './AskTaken';
import { NameGauge } from './gauge/NameGauge';
import { LedgerCell } from './LedgerCell';
import { OrderStrip } from './OrderStrip';
import { PieceShelf } from './PieceShelf';

const isPrivate = (c: string) => /\p{Co}/u.test(c);
const BLOCKS: readonly [string, (char: string) => boolean][] = [
  ['Icons', isPrivate],
  [
    'Latin capitals',
    (c) => /\p{Script=Latin}/u.test(c) && /\p{Lu}/u.test(c) && c.normalize('NFD').length === 1,
  ],
  [
    'Latin small letters',
    (c) => /\p{Script=Latin}/u.test(c) && /\p{Ll}/u.test(c) && c.normalize('NFD').length === 1,
  ],
  ['Accented capitals', (c) => /\p{Script=Latin}/u.test(c) && /\p{Lu}/u.test(c)],
  ['Accented small letters', (c) => /\p{Script=Latin}/u.test(c) && /\p{Ll}/u.test(c)],
  ['Greek', (c) => /\p{Script=Greek}/u.test(c)],
  ['Cyrillic', (c) => /\p{Script=Cyrillic}/u.test(c)],
  ['Other letters', (c) => /\p{L}/u.test(c)],
  ['Figures and fractions', (c) => /\p{N}/u.test(c)],
  ['Punctuation', (c) => /\p{P}/u.test(c)],
  ['Marks', (c) => /\p{M}/u.test(c)],
  ['Signs', () => true],
];

/** Characters by block, those of the bill first. */
function byBlock(characters: readonly string[]): { name: string; characters: string[] }[] {
  const left = new Set(characters);
  return BLOCKS.map(([name, belongs]) => {
    const mine = [...left].filter(belongs);
    mine.forEach((c) => left.delete(c));
    return { name, characters: mine };
  }).filter((b) => b.characters.length > 0);
}

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
  const beyond = drawnGlyphs(doc).flatMap((g) => g.codePoints.map((cp) => String.fromCodePoint(cp)));
  const wanted = search.get('char');
  const shown = [...new Set([...bill, ...beyond, ...(wanted ? [wanted] : [])])];
  const pieces = namelessPieces(doc);
  const known = BILLS.find((b) => b.characters === billText);
  const takeChar = (char: string) => {
    useNameBench.setState({ pieceId: null, tab: tab === 'order' ? tab : 'letter' });
    const g = glyphOf(char);
    if (g) take(g.id);
    else setSearch({ char }, { flushSync: true });
  };
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
              {missing.length > 0 ? `Missing: ${missing.join(' ')}` : 'Nothing is missing'}
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
        <Box flex="1" minH="0" overflowY="auto" px="5" py="3" tabIndex={0} role="region" aria-label="Ledger">
          {byBlock(shown).map((block) => {
            const count = block.characters.filter((c) => glyphOf(c)).length;
            return (
              <Section key={block.name} name={block.name} count={`${count} of ${block.characters.length}`}>
                {block.characters.map((char) => {
                  const own = glyphOf(char);
                  const icon = isPrivate(char) && own;
                  return (
                    <LedgerCell
                      key={char}
                      label={icon ? own.name : char}
                      char={char}
                      name={icon ? hex(char) : glyphNameOf(char.codePointAt(0)!)}
                      glyph={own}
                      chosen={
                        pieceId === null &&
                        (wanted !== null ? wanted === char : glyph !== null && own?.id === glyph.id)
                      }
                      onTake={() => takeChar(char)}
                    />
                  );
                })}
              </Section>
            );
          })}
          {others(doc).length > 0 && (
            <Section name="Other drawings, without a character of their own" count={`${others(doc).length}`}>
              {others(doc).map((g) => (
                <LedgerCell
                  key={g.id}
                  label={g.name}
                  char={null}
                  name={g.name}
                  glyph={g}
                  chosen={pieceId === null && wanted === null && glyph?.id === g.id}
                  onTake={() => {
                    useNameBench.setState({ pieceId: null });
                    take(g.id);
                  }}
                />
              ))}
            </Section>
          )}
        </Box>
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

const hex = (char: string) => `U+${char.codePointAt(0)!.toString(16).toUpperCase()}`;

function Section({ name, count, children }: { name: string; count: string; children: React.ReactNode }) {
  return (
    <Box as="section" mb="4" aria-label={name}>
      <Flex gap="3" align="baseline" borderBottomWidth="1px" borderColor="rule" mb="2">
        <Text as="h2" fontWeight="bold" fontSize="sm">
          {name}
        </Text>
        <Text fontSize="xs" color="faded">
          {count}
        </Text>
      </Flex>
      <Flex wrap="wrap" gap="1">
        {children}
      </Flex>
    </Box>
  );
}
