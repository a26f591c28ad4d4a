import { Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  liftGlyphs,
  scaleByReference,
  scaleGlyphs,
  unplaceGlyphs,
} from '../../../../core/project/document/commands/lines/placing';
import { topOf } from '../../../../core/project/document/queries/standing';
import { contoursBox } from '../../../../core/foundations/geometry/measure';
import { useDoc, useProject } from '../../../store/projectStore';
import { seatBench } from '../../../store/seatBench';
import { drawnGlyphs } from '../../../store/selectors';
import { CheckField } from '../../../ui/CheckField';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { StraightenPart } from './StraightenPart';

const SETS: readonly [string, RegExp][] = [
  ['all', /./su],
  ['capitals', /\p{Lu}/u],
  ['small', /\p{Ll}/u],
  ['figures', /\p{Nd}/u],
];

/** Moves and scales the chosen letters by exact amounts, all by the same. */
export function ChosenTab({ ids }: { ids: readonly string[] }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [by, setBy] = useState(10);
  const [percent, setPercent] = useState(100);
  const [regain, setRegain] = useState(true);
  const [reference, setReference] = useState('');
  const [height, setHeight] = useState(700);
  const glyphs = drawnGlyphs(doc);
  const ref = doc.glyphs[reference] ?? glyphs.find((g) => g.name === 'H') ?? glyphs[0]!;
  const one = ids.length === 1 ? doc.glyphs[ids[0]!] : undefined;
  const box = one && contoursBox(one.contours);
  const placed = ids.filter((id) => doc.glyphs[id]?.placing);
  const top = topOf(ref);
  return (
    <>
      <Flex gap="1" wrap="wrap">
        {SETS.map(([name, of]) => (
          <InkButton
            key={name}
            tip={`Choose ${name === 'all' ? 'all letters (A)' : name}`}
            px="2"
            onClick={() =>
              seatBench.choose(
                glyphs.filter((g) => of.test(String.fromCodePoint(g.codePoints[0]!))).map((g) => g.id),
              )
            }
          >
            {name}
          </InkButton>
        ))}
      </Flex>
      {box && (
        <>
          <Fact label="Top">{box.yMax.toFixed(1)} u</Fact>
          <Fact label="Bottom">{box.yMin.toFixed(1)} u</Fact>
        </>
      )}
      <GaugePart title="Move up or down" />
      <NumberField label="By" unit="u" min={0} max={2000} value={by} onChange={setBy} />
      <Flex gap="2">
        <InkButton
          flex="1"
          tip="Move the chosen letters up (arrow up: 1 u)"
          onClick={() => commit(liftGlyphs(doc, ids, by))}
        >
          Up
        </InkButton>
        <InkButton
          flex="1"
          tip="Move the chosen letters down (arrow down: 1 u)"
          onClick={() => commit(liftGlyphs(doc, ids, -by))}
        >
          Down
        </InkButton>
      </Flex>
      <GaugePart title="Scale about the baseline" />
      <NumberField label="To" unit="%" min={10} max={1000} digits={1} value={percent} onChange={setPercent} />
      <InkButton
        tip="The same factor for all chosen letters"
        disabled={percent === 100}
        onClick={() => {
          commit(scaleGlyphs(doc, ids, percent / 100, regain));
          setPercent(100);
        }}
      >
        Scale {ids.length === 1 ? 'the letter' : `${ids.length} letters`}
      </InkButton>
      <SelectField
        label="So that the top of"
        value={ref.id}
        options={glyphs.map((g) => [g.id, `${String.fromCodePoint(g.codePoints[0]!)} (${g.name})`] as const)}
        onChange={setReference}
      />
      <NumberField label="Reaches" unit="u" min={1} max={4000} value={height} onChange={setHeight} />
      <InkButton
        tip="One factor for all chosen letters, found from this one: tails and accents don't count"
        disabled={top === null || Math.abs(top - height) < 1e-6}
        onClick={() => commit(scaleByReference(doc, ids, ref.id, height, regain))}
      >
        Scale by {ref.name}: {top === null ? '' : `${((100 * height) / top).toFixed(1)} %`}
      </InkButton>
      <CheckField label="Keep stems as thick as they are" checked={regain} onChange={setRegain} />
      <StraightenPart ids={ids} />
      {placed.length > 0 && (
        <>
          <GaugePart title="Placed by hand" />
          <Text fontSize="sm">
            {placed.length === 1 ? 'This letter was moved' : `${placed.length} letters were moved`} from where
            the lines put it; seating again keeps that.
          </Text>
          <InkButton
            tip="Take the move back: the lines decide"
            onClick={() => commit(unplaceGlyphs(doc, placed))}
          >
            Let the lines place {placed.length === 1 ? 'it' : 'them'}
          </InkButton>
        </>
      )}
    </>
  );
}
