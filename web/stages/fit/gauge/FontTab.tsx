import { counted } from '../../../../core/foundations/problems/counted';
import { Flex, Slider, Text } from '@chakra-ui/react';
import { useState } from 'react';
import { freezeSpacing, releaseSpacing } from '../../../../core/project/document/commands/spacing/fitted';
import { fittable, fitSettingsOf } from '../../../../core/project/document/queries/spacing';
import { setWordSpace, trackAll } from '../../../../core/project/document/commands/spacing/bearings';
import { followUsual } from '../../../../core/project/document/commands/spacing/follows';
import { kerningBetween } from '../../../../core/project/document/queries/kerning';
import { advanceOf } from '../../../../core/project/document/queries/metrics';
import { glyphNamed } from '../../../../core/project/document/identity';
import { projectOf } from '../../../../core/project/document/newProject';
import type { FitSettings } from '../../../../core/project/document/schema';
import { fitAll, useFittingAll } from '../../../store/fittingAll';
import { useDoc, useProject } from '../../../store/projectStore';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import type { PairOff, Rhythm } from '../useRhythm';
import { JoinList } from './JoinList';

interface SettingsProps {
  readonly settings: FitSettings;
  readonly rhythm: Rhythm | null;
}

/** Fits all by other settings. */
const change = (next: Partial<FitSettings>) => void fitAll('all', next);

function LooserSlider({ looser }: { looser: number }) {
  const [sliding, setSliding] = useState<number | null>(null);
  const shown = sliding ?? looser;
  return (
    <Slider.Root
      min={-60}
      max={90}
      step={2}
      value={[shown]}
      onValueChange={(e) => setSliding(e.value[0] ?? null)}
      onValueChangeEnd={(e) => {
        setSliding(null);
        change({ looser: e.value[0] ?? looser });
      }}
    >
      <Flex justify="space-between" fontSize="sm">
        <Slider.Label color="faded">Tight to loose</Slider.Label>
        <Text>
          {shown > 0 ? '+' : ''}
          {shown} u
        </Text>
      </Flex>
      <Slider.Control>
        <Slider.Track bg="rule">
          <Slider.Range bg="hand" />
        </Slider.Track>
        <Slider.Thumbs bg="hand" />
      </Slider.Control>
    </Slider.Root>
  );
}

/** What the fit found by itself, behind the choice that leaves it to it. */
const foundSo = (
  rhythm: Rhythm | null,
  is: (fitted: Rhythm['fitted']) => boolean,
  yes: string,
  no: string,
) => (rhythm ? `: ${is(rhythm.fitted) ? yes : no}` : '');

function Ways({ settings, rhythm }: SettingsProps) {
  const joined = foundSo(rhythm, (f) => f.joined, 'they join', 'they stand apart');
  const tabular = foundSo(rhythm, (f) => f.tabular, 'one width', 'own widths');
  return (
    <>
      <SelectField
        label="Letters"
        value={settings.joins}
        options={[
          ['found', `As their ends say${joined}`],
          ['joined', 'They join'],
          ['parted', 'They stand apart'],
        ]}
        onChange={(joins) => change({ joins })}
      />
      <SelectField
        label="Figures"
        value={settings.tabular}
        options={[
          ['found', `As they are drawn${tabular}`],
          ['on', 'One width, for tables'],
          ['off', 'Own widths'],
        ]}
        onChange={(tabular) => change({ tabular })}
      />
      <NumberField
        label="Kern pairs from"
        unit="u"
        min={1}
        max={60}
        value={settings.kernFrom}
        onChange={(kernFrom) => change({ kernFrom })}
      />
    </>
  );
}

/** A pair set by hand that the fit opens or closes the whole font to. */
function ReferencePart({ pair, reference }: { pair: PairOff | null; reference: FitSettings['reference'] }) {
  const doc = useDoc();
  if (reference)
    return (
      <>
        <Text fontSize="sm" data-testid="reference">
          {doc.glyphs[reference.left]?.name} {doc.glyphs[reference.right]?.name}:{' '}
          {Math.round(reference.white)} u of white
        </Text>
        <InkButton tip="The fit finds its own measure again" onClick={() => change({ reference: null })}>
          Let go of it
        </InkButton>
      </>
    );
  const lead = () => {
    const [a, b] = [doc.glyphs[pair?.left ?? ''], doc.glyphs[pair?.right ?? '']];
    if (!a || !b) return;
    const white = a.bearings.right + b.bearings.left + kerningBetween(doc)(a.id, b.id);
    change({ reference: { left: a.id, right: b.id, white } });
  };
  return (
    <InkButton
      tip="Fitting all opens or closes the font until this pair has the white it has now"
      disabled={!pair}
      onClick={lead}
    >
      {pair ? `Let the rest follow ${pair.chars}` : 'Take a pair in hand first'}
    </InkButton>
  );
}

/** Which letters were spaced by whom, and how that is kept or let go. */
function SetByPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const letters = fittable(doc);
  const idsOf = (state: 'fitted' | 'hand') => letters.filter((g) => g.spacing === state).map((g) => g.id);
  const [fitted, byHand] = [idsOf('fitted'), idsOf('hand')];
  const usual = followUsual(doc);
  return (
    <>
      <Fact label="Fitted by itself">{counted(fitted.length, 'letter')}</Fact>
      <Fact label="Set by hand">{counted(byHand.length, 'letter')}</Fact>
      <Flex gap="2" wrap="wrap">
        <InkButton
          tip="Accept all that the fit made: it stays"
          disabled={fitted.length === 0}
          onClick={() => commit(freezeSpacing(doc, fitted))}
        >
          Keep all so
        </InkButton>
        <InkButton
          tip="The next fit may set all letters again"
          disabled={byHand.length === 0}
          onClick={() => commit(releaseSpacing(doc, byHand))}
        >
          Let all be fitted
        </InkButton>
        <InkButton
          tip="m, r, h follow n; c, d, e, q follow o; B, D, E … follow H: sides of one form, where nobody set them by hand"
          disabled={usual === null}
          onClick={() => commit(usual)}
        >
          Usual sides follow
        </InkButton>
      </Flex>
    </>
  );
}

function TrackingPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const [by, setBy] = useState(10);
  const ways: readonly [string, string, number][] = [
    ['Closer', 'Less', -by],
    ['Looser', 'More', by],
  ];
  return (
    <>
      <NumberField label="By" unit="u" min={0} max={300} value={by} onChange={setBy} />
      <Flex gap="2">
        {ways.map(([name, much, step]) => (
          <InkButton
            key={name}
            flex="1"
            tip={`${much} white for every letter, set by hand or not`}
            onClick={() => commit(trackAll(doc, step))}
          >
            {name}
          </InkButton>
        ))}
      </Flex>
    </>
  );
}

const SET_BY = { hand: 'Set by hand.', fitted: 'Fitted by itself.', first: 'Not fitted yet.' };

function WordSpacePart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const space = glyphNamed(doc, 'space');
  if (!space) return null;
  return (
    <>
      <GaugePart title="Word space" />
      <NumberField
        label="Width of the space"
        unit="u"
        min={0}
        value={advanceOf(space)}
        onChange={(v) => commit(setWordSpace(doc, v))}
      />
      <Text fontSize="xs" color="faded">
        {SET_BY[space.spacing]} A quarter of the em is usual: {Math.round(projectOf(doc).unitsPerEm / 4)} u.
      </Text>
    </>
  );
}

/** How the whole font is fitted: tight or loose, joined or apart, a pair that the rest follows; word space. */
export function FontTab({ pair, rhythm }: { pair: PairOff | null; rhythm: Rhythm | null }) {
  const doc = useDoc();
  const own = useFittingAll((s) => s.projectId === projectOf(doc).id);
  const wished = useFittingAll((s) => s.wished);
  const settings = { ...fitSettingsOf(doc), ...(own ? wished : {}) };
  return (
    <>
      <LooserSlider looser={settings.looser} />
      {own && (
        <Text fontSize="xs" color="faded" role="status">
          Fitting: the letters stand as before until it is done.
        </Text>
      )}
      <Ways settings={settings} rhythm={rhythm} />
      <GaugePart title="A pair that the rest follows" />
      <ReferencePart pair={pair} reference={settings.reference} />
      <GaugePart title="What was set by whom" />
      <SetByPart />
      <GaugePart title="Tracking of the whole font" />
      <TrackingPart />
      <WordSpacePart />
      {rhythm?.fitted.joined && <JoinList rhythm={rhythm} />}
    </>
  );
}
