import { Flex, Text } from '@chakra-ui/react';
import { useState } from 'react';
import {
  liftGlyphs,
  scaleByReference,
  scaleGlyphs,
  unplaceGlyphs,
} from '../../../../core/project/document/commands/lines/placing';
import { topOf } from '../../../../core/project/document/queries/standing';
import type { GlyphRow } from '../../../../core/project/document/schema';
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

interface Props {
  readonly ids: readonly string[];
}

function Sets() {
  const glyphs = drawnGlyphs(useDoc());
  const idsOf = (of: RegExp) =>
    glyphs.filter((g) => of.test(String.fromCodePoint(g.codePoints[0] ?? 0))).map((g) => g.id);
  return (
    <Flex gap="1" wrap="wrap">
      {SETS.map(([name, of]) => (
        <InkButton
          key={name}
          tip={`Choose ${name === 'all' ? 'all letters (A)' : name}`}
          px="2"
          onClick={() => seatBench.choose(idsOf(of))}
        >
          {name}
        </InkButton>
      ))}
    </Flex>
  );
}

function Extent({ id }: { id: string }) {
  const box = contoursBox(useDoc().glyphs[id]?.contours ?? []);
  if (!box) return null;
  return (
    <>
      <Fact label="Top">{box.yMax.toFixed(1)} u</Fact>
      <Fact label="Bottom">{box.yMin.toFixed(1)} u</Fact>
    </>
  );
}

function MovePart({ ids }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [by, setBy] = useState(10);
  const ways: readonly [string, number][] = [
    ['Up', by],
    ['Down', -by],
  ];
  return (
    <>
      <GaugePart title="Move up or down" />
      <NumberField label="By" unit="u" min={0} max={2000} value={by} onChange={setBy} />
      <Flex gap="2">
        {ways.map(([name, step]) => (
          <InkButton
            key={name}
            flex="1"
            tip={`Move the chosen letters ${name.toLowerCase()} (arrow ${name.toLowerCase()}: 1 u)`}
            onClick={() => commit(liftGlyphs(doc, ids, step))}
          >
            {name}
          </InkButton>
        ))}
      </Flex>
    </>
  );
}

/** Scaled by a share, or so that one letter reaches a height; stems as they are or with them. */
function ScalePart({ ids }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [percent, setPercent] = useState(100);
  const [regain, setRegain] = useState(true);
  return (
    <>
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
      <ByReference ids={ids} regain={regain} />
      <CheckField label="Keep stems as thick as they are" checked={regain} onChange={setRegain} />
    </>
  );
}

/** Heights that differ by less are the same, em units. */
const SAME = 1e-6;

function ByReference({ ids, regain }: Props & { readonly regain: boolean }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [reference, setReference] = useState('');
  const [height, setHeight] = useState(700);
  const glyphs = drawnGlyphs(doc);
  const ref = doc.glyphs[reference] ?? glyphs.find((g) => g.name === 'H') ?? glyphs[0];
  if (!ref) return null;
  const top = topOf(ref);
  const nameOf = (g: GlyphRow) => `${String.fromCodePoint(g.codePoints[0] ?? 0)} (${g.name})`;
  return (
    <>
      <SelectField
        label="So that the top of"
        value={ref.id}
        options={glyphs.map((g) => [g.id, nameOf(g)] as const)}
        onChange={setReference}
      />
      <NumberField label="Reaches" unit="u" min={1} max={4000} value={height} onChange={setHeight} />
      <InkButton
        tip="One factor for all chosen letters, found from this one: tails and accents don't count"
        disabled={top === null || Math.abs(top - height) < SAME}
        onClick={() => commit(scaleByReference(doc, ids, ref.id, height, regain))}
      >
        Scale by {ref.name}: {top === null ? '' : `${((100 * height) / top).toFixed(1)} %`}
      </InkButton>
    </>
  );
}

function PlacedPart({ ids }: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const placed = ids.filter((id) => doc.glyphs[id]?.placing);
  if (placed.length === 0) return null;
  const one = placed.length === 1;
  return (
    <>
      <GaugePart title="Placed by hand" />
      <Text fontSize="sm">
        {one ? 'This letter was moved' : `${placed.length} letters were moved`} from where the lines put it;
        seating again keeps that.
      </Text>
      <InkButton
        tip="Take the move back: the lines decide"
        onClick={() => commit(unplaceGlyphs(doc, placed))}
      >
        Let the lines place {one ? 'it' : 'them'}
      </InkButton>
    </>
  );
}

/** Moves and scales the chosen letters by exact amounts, all by the same. */
export function ChosenTab({ ids }: Props) {
  const [first] = ids;
  return (
    <>
      <Sets />
      {first !== undefined && ids.length === 1 && <Extent id={first} />}
      <MovePart ids={ids} />
      <ScalePart ids={ids} />
      <StraightenPart ids={ids} />
      <PlacedPart ids={ids} />
    </>
  );
}
