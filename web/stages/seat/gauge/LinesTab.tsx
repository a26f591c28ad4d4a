import { Field, Flex, Input, Text } from '@chakra-ui/react';
import { changeSeating } from '../../../../core/project/document/commands/lines/changeSeating';
import {
  changeSeatFacts,
  takeLinesOfLetters,
} from '../../../../core/project/document/commands/lines/changeLines';
import { standersOf } from '../../../../core/project/document/queries/standing';
import { projectOf } from '../../../../core/project/document/newProject';
import type { Lines, Seating } from '../../../../core/project/document/schema';
import { measuredOvershoot } from '../../../../core/type/seat/standing';
import { useDoc, useProject } from '../../../store/projectStore';
import { sheetsInOrder } from '../../../store/selectors';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { GuideList } from '../../../panels/GuideList';
import { LineSpacing } from '../../../panels/LineSpacing';
import { NumberField } from '../../../ui/NumberField';
import { lineAt } from '../lineAt';
import { SelectField } from '../../../ui/SelectField';

const LINES: readonly [keyof Lines, string][] = [
  ['capHeight', 'Cap height'],
  ['xHeight', 'x-height'],
  ['ascender', 'Ascender'],
  ['descender', 'Descender'],
];

function Overshoot() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { overshoot } = projectOf(doc);
  const measured = measuredOvershoot(standersOf(doc));
  const take = (units: number) => commit(changeSeatFacts(doc, { overshoot: units }));
  return (
    <>
      <NumberField
        label="Round letters overshoot by"
        unit="u"
        min={0}
        max={100}
        value={overshoot}
        onChange={take}
      />
      {measured !== null && (
        <Flex align="center" gap="2">
          <Text flex="1" fontSize="xs" color="faded">
            Measured in these letters: {measured.toFixed(0)} u
          </Text>
          <InkButton
            tip="Take the overshoot that the letters have"
            disabled={Math.round(measured) === overshoot}
            onClick={() => take(Math.round(measured))}
          >
            Take it
          </InkButton>
        </Flex>
      )}
    </>
  );
}

function ScalingPart({ seating }: { seating: Seating }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const change = (next: Partial<Seating>) => commit(changeSeating(doc, { seating: next }));
  return (
    <>
      <GaugePart title="What sheets are scaled by" />
      <SelectField<Seating['reference']>
        label="How letters are scaled"
        value={seating.reference}
        options={[
          ['one-factor', 'One factor for all: capitals reach their line'],
          ['caps-and-small', 'Small letters by a factor of their own'],
          ['icons', 'Icons: the largest reaches its size'],
        ]}
        onChange={(reference) => change({ reference })}
      />
      <Reference
        label="Capitals by"
        value={seating.capReference}
        onChange={(capReference) => change({ capReference })}
      />
      <Reference
        label="Small letters by"
        value={seating.smallReference}
        onChange={(smallReference) => change({ smallReference })}
      />
    </>
  );
}

/** The lines, typed or taken from the letters; the overshoot of round ones; lines of one's own; what sheets are scaled by. */
export function LinesTab() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { lines, ownLines } = projectOf(doc);
  const seating = sheetsInOrder(doc)[0]?.seating;
  return (
    <>
      {LINES.map(([line, label]) => (
        <NumberField
          key={line}
          label={label}
          unit="u"
          value={lines[line]}
          min={-1000}
          max={2000}
          onChange={(v) => commit(changeSeating(doc, lineAt(line, v)))}
        />
      ))}
      <InkButton
        tip="Lay the lines where the letters' feet and tops are; no letter moves"
        onClick={() => commit(takeLinesOfLetters(doc))}
      >
        Take the lines of the letters
      </InkButton>
      <LineSpacing />
      <Overshoot />
      <GaugePart title="Lines of your own" />
      <GuideList guides={ownLines.map((g) => ({ ...g, own: false }))} glyph={null} />
      {seating && <ScalingPart seating={seating} />}
    </>
  );
}

/** Letters whose tops count as the height; none = all that end flat there, without outliers. */
function Reference({
  label,
  value,
  onChange,
}: {
  label: string;
  value: string;
  onChange: (value: string) => void;
}) {
  return (
    <Field.Root orientation="horizontal" gap="2">
      <Field.Label flex="1" fontSize="sm" color="faded">
        {label}
      </Field.Label>
      <Input
        key={value}
        size="xs"
        w="6.2rem"
        bg="sheet"
        borderColor="rule"
        placeholder="all flat ones"
        defaultValue={value}
        onBlur={(e) => e.target.value.trim() !== value && onChange(e.target.value.trim())}
        onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
      />
    </Field.Root>
  );
}
