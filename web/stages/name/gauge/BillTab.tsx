import { counted } from '../../../../core/foundations/problems/counted';
import { Flex, Text, Textarea } from '@chakra-ui/react';
import { useState } from 'react';
import { changeProject } from '../../../../core/project/document/commands/font/project';
import { projectOf } from '../../../../core/project/document/newProject';
import { billOfText, BILLS } from '../../../../core/type/names/bills';
import { drawnGlyphs, glyphByCodePoint } from '../../../store/selectors';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { CharacterField } from '../CharacterField';

interface Props {
  readonly bill: string;
  /** Whether a character is drawn. */
  readonly there: (char: string) => boolean;
  readonly onBill: (next: string) => void;
}

function Coverage({ bill, there, onBill }: Props) {
  return BILLS.filter((b) => b.characters.length > 0).map((b) => {
    const all = [...b.characters];
    const lacking = all.filter((c) => !there(c));
    const complete = lacking.length === 0;
    return (
      <Flex key={b.id} justify="space-between" align="center" gap="2">
        <Text fontSize="sm" title={complete ? 'Complete' : `Missing: ${lacking.join(' ')}`}>
          {b.name}
        </Text>
        <InkButton
          tip={`Fill this bill${complete ? ', it is complete' : `; ${lacking.length} are missing`}`}
          aria-pressed={b.characters === bill}
          onClick={() => onBill(b.characters)}
        >
          {all.length - lacking.length} of {all.length}
        </InkButton>
      </Flex>
    );
  });
}

/** A bill out of any text: each of its characters once. */
function OwnText({ bill, there, onBill }: Props) {
  const [pasted, setPasted] = useState('');
  const own = billOfText(pasted);
  const take = (next: string) => {
    onBill(next);
    setPasted('');
  };
  return (
    <>
      <Textarea
        size="xs"
        rows={3}
        aria-label="Text to make a bill of"
        placeholder="Paste any text: each of its characters once"
        bg="sheet"
        borderColor="rule"
        value={pasted}
        onChange={(e) => setPasted(e.target.value)}
      />
      {own !== '' && (
        <>
          <Text fontSize="xs" color="faded">
            {counted([...own].length, 'character')}, {[...own].filter((c) => !there(c)).length} of them
            missing
          </Text>
          <Flex gap="2">
            <InkButton tip="The bill is what this text needs" onClick={() => take(own)}>
              Make it the bill
            </InkButton>
            <InkButton tip="Add what this text needs" onClick={() => take(billOfText(bill + own))}>
              Add to the bill
            </InkButton>
          </Flex>
        </>
      )}
    </>
  );
}

/** Bills with what of them is there, and one of the artist's own out of any text. */
export function BillTab({ onChar }: { onChar: (char: string) => void }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { bill } = projectOf(doc);
  const have = glyphByCodePoint(doc);
  const drawn = new Set(drawnGlyphs(doc).map((g) => g.id));
  const there = (c: string) => drawn.has(have.get(c.codePointAt(0) ?? 0)?.id ?? '');
  const onBill = (next: string, continues = false) =>
    commit(changeProject(doc, { bill: next }, 'Change the bill'), continues);
  const filling = { bill, there, onBill: (next: string) => onBill(next) };
  return (
    <>
      <CharacterField label="Find a character, and go to it" onPick={onChar} />
      <GaugePart title="Coverage" />
      <Coverage {...filling} />
      <GaugePart title="Characters to fill" />
      <Textarea
        size="xs"
        rows={4}
        aria-label="Characters to fill"
        bg="sheet"
        borderColor="rule"
        value={bill}
        onChange={(e) => onBill(billOfText(e.target.value), true)}
      />
      <GaugePart title="A bill of your own text" />
      <OwnText {...filling} />
    </>
  );
}
