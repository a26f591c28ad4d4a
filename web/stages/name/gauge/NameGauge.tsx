import { Tabs } from '@chakra-ui/react';
import type { GlyphRow, PieceRow } from '../../../../core/document/schema';
import { glyphNameOf } from '../../../../core/names/glyphNames';
import { useNameBench } from '../../../store/nameBench';
import { Gauge } from '../../../ui/Gauge';
import { BillTab } from './BillTab';
import { LetterPart } from './LetterPart';
import { MakeTab } from './MakeTab';
import { MissingPart } from './MissingPart';
import { OrderTab } from './OrderTab';
import { PiecePart } from './PiecePart';

const TABS = [
  ['letter', 'Letter'],
  ['order', 'Order'],
  ['make', 'Make'],
  ['bill', 'Bill'],
] as const;

interface Props {
  readonly glyph: GlyphRow | null;
  /** A character of the ledger that nobody drew. */
  readonly char: string | null;
  /** A nameless piece in hand. */
  readonly piece: PieceRow | null;
  readonly onChar: (char: string) => void;
}

/** What is in hand and its characters; naming by order; what can be made of what is there; the bill. */
export function NameGauge({ glyph, char, piece, onChar }: Props) {
  const tab = useNameBench((s) => s.tab);
  const title = piece
    ? `Piece ${piece.order + 1}`
    : char !== null
      ? `${char} (${glyphNameOf(char.codePointAt(0)!)})`
      : glyph
        ? `${glyph.codePoints.map((c) => String.fromCodePoint(c)).join(' ')} (${glyph.name})`.trim()
        : 'Nothing in hand';
  return (
    <Gauge title={title}>
      <Tabs.Root
        value={tab}
        onValueChange={(e) => useNameBench.setState({ tab: e.value })}
        size="sm"
        fitted
        variant="line"
      >
        <Tabs.List borderColor="rule">
          {TABS.map(([value, text]) => (
            <Tabs.Trigger key={value} value={value} px="1" color="ink" fontSize="xs">
              {text}
            </Tabs.Trigger>
          ))}
        </Tabs.List>
        <Tabs.Content value={tab} pt="3" display="flex" flexDirection="column" gap="2">
          {tab === 'letter' &&
            (piece ? (
              <PiecePart key={piece.id} piece={piece} />
            ) : char !== null ? (
              <MissingPart key={char} char={char} onChar={onChar} />
            ) : (
              glyph && <LetterPart key={glyph.id} glyph={glyph} />
            ))}
          {tab === 'order' && <OrderTab />}
          {tab === 'make' && <MakeTab />}
          {tab === 'bill' && <BillTab onChar={onChar} />}
        </Tabs.Content>
      </Tabs.Root>
    </Gauge>
  );
}
