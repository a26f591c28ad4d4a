import { Text } from '@chakra-ui/react';
import { memo, useMemo } from 'react';
import { iconsOf } from '../../../../core/project/document/queries/glyphs';
import type { GlyphRow, PieceRow } from '../../../../core/project/document/schema';
import { glyphNameOf } from '../../../../core/type/names/glyphNames';
import { useNameBench } from '../../../store/nameBench';
import { useDoc } from '../../../store/projectStore';
import { Gauge } from '../../../ui/Gauge';
import { GaugeTabs } from '../../../ui/GaugeTabs';
import { FormsTab } from '../forms/FormsTab';
import { RulesTab } from '../forms/RulesTab';
import { IconsTab } from '../icons/IconsTab';
import { BillTab } from './BillTab';
import { LetterPart } from './LetterPart';
import { MakeTab } from './MakeTab';
import { MissingPart } from './MissingPart';
import { OrderTab } from './OrderTab';
import { PiecePart } from './PiecePart';

const TABS = [
  { value: 'letter', text: 'Letter' },
  { value: 'forms', text: 'Forms' },
  { value: 'rules', text: 'Rules' },
  { value: 'order', text: 'Order' },
  { value: 'make', text: 'Make' },
  { value: 'bill', text: 'Bill' },
];
const WITH_ICONS = [...TABS, { value: 'icons', text: 'Icons' }];

interface Props {
  readonly glyph: GlyphRow | null;
  /** A character of the ledger that nobody drew. */
  readonly char: string | null;
  /** A nameless piece in hand. */
  readonly piece: PieceRow | null;
  readonly onChar: (char: string) => void;
}

/** A drawing's characters and its name, or its name alone. */
function titleOf({ codePoints, name }: GlyphRow): string {
  // Private characters look like nothing.
  const chars = codePoints
    .map((c) => String.fromCodePoint(c))
    .filter((c) => !/\p{Co}/u.test(c))
    .join(' ');
  return chars === '' ? name : `${chars} (${name})`;
}

/** What is in hand and its characters; naming by order; what can be made of what is there; the bill. */
export const NameGauge = memo(function NameGauge({ glyph, char, piece, onChar }: Props) {
  const tab = useNameBench((s) => s.tab);
  const doc = useDoc();
  const hasIcons = useMemo(() => iconsOf(doc).length > 0, [doc]);
  const title = piece
    ? `Piece ${piece.order + 1}`
    : char !== null
      ? `${char} (${glyphNameOf(char.codePointAt(0)!)})`
      : glyph
        ? titleOf(glyph)
        : 'Nothing in hand';
  return (
    <Gauge title={title}>
      <GaugeTabs
        tabs={hasIcons ? WITH_ICONS : TABS}
        open={tab}
        onOpen={(value) => useNameBench.setState({ tab: value })}
      >
        {tab === 'letter' &&
          (piece ? (
            <PiecePart key={piece.id} piece={piece} />
          ) : char !== null ? (
            <MissingPart key={char} char={char} onChar={onChar} />
          ) : (
            glyph && <LetterPart key={glyph.id} glyph={glyph} />
          ))}
        {tab === 'forms' &&
          (glyph ? (
            <FormsTab glyph={glyph} />
          ) : (
            <Text fontSize="sm" color="faded">
              Take a letter in hand that is drawn.
            </Text>
          ))}
        {tab === 'rules' && <RulesTab />}
        {tab === 'order' && <OrderTab />}
        {tab === 'make' && <MakeTab />}
        {tab === 'bill' && <BillTab onChar={onChar} />}
        {tab === 'icons' && <IconsTab />}
      </GaugeTabs>
    </Gauge>
  );
});
