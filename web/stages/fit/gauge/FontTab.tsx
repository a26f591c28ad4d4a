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

/** How the whole font is fitted: tight or loose, joined or apart, a pair that the rest follows; word space. */
export function FontTab({ pair, rhythm }: { pair: PairOff | null; rhythm: Rhythm | null }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const own = useFittingAll((s) => s.projectId === projectOf(doc).id);
  const wished = useFittingAll((s) => s.wished);
  const settings = { ...fitSettingsOf(doc), ...(own ? wished : {}) };
  const [sliding, setSliding] = useState<number | null>(null);
  const [track, setTrack] = useState(10);
  const change = (next: Partial<FitSettings>) => void fitAll('all', next);
  const letters = fittable(doc);
  const count = (state: 'first' | 'fitted' | 'hand') => letters.filter((g) => g.spacing === state);
  const space = glyphNamed(doc, 'space');
  const { reference } = settings;
  const usual = followUsual(doc);
  return (
    <>
      <Slider.Root
        min={-60}
        max={90}
        step={2}
        value={[sliding ?? settings.looser]}
        onValueChange={(e) => setSliding(e.value[0]!)}
        onValueChangeEnd={(e) => {
          setSliding(null);
          change({ looser: e.value[0]! });
        }}
      >
        <Flex justify="space-between" fontSize="sm">
          <Slider.Label color="faded">Tight to loose</Slider.Label>
          <Text>
            {(sliding ?? settings.looser) > 0 ? '+' : ''}
            {sliding ?? settings.looser} u
          </Text>
        </Flex>
        <Slider.Control>
          <Slider.Track bg="rule">
            <Slider.Range bg="hand" />
          </Slider.Track>
          <Slider.Thumbs bg="hand" />
        </Slider.Control>
      </Slider.Root>
      {own && (
        <Text fontSize="xs" color="faded" role="status">
          Fitting: the letters stand as before until it is done.
        </Text>
      )}
      <SelectField
        label="Letters"
        value={settings.joins}
        options={[
          [
            'found',
            `As their ends say${rhythm ? (rhythm.fitted.joined ? ': they join' : ': they stand apart') : ''}`,
          ],
          ['joined', 'They join'],
          ['parted', 'They stand apart'],
        ]}
        onChange={(joins) => change({ joins })}
      />
      <SelectField
        label="Figures"
        value={settings.tabular}
        options={[
          [
            'found',
            `As they are drawn${rhythm ? (rhythm.fitted.tabular ? ': one width' : ': own widths') : ''}`,
          ],
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
      <GaugePart title="A pair that the rest follows" />
      {reference ? (
        <>
          <Text fontSize="sm" data-testid="reference">
            {doc.glyphs[reference.left]?.name} {doc.glyphs[reference.right]?.name}:{' '}
            {Math.round(reference.white)} u of white
          </Text>
          <InkButton tip="The fit finds its own measure again" onClick={() => change({ reference: null })}>
            Let go of it
          </InkButton>
        </>
      ) : (
        <InkButton
          tip="Fitting all opens or closes the font until this pair has the white it has now"
          disabled={!pair}
          onClick={() => {
            if (!pair) return;
            const [a, b] = [doc.glyphs[pair.left]!, doc.glyphs[pair.right]!];
            const white = a.bearings.right + b.bearings.left + kerningBetween(doc)(a.id, b.id);
            change({ reference: { left: a.id, right: b.id, white } });
          }}
        >
          {pair ? `Let the rest follow ${pair.chars}` : 'Take a pair in hand first'}
        </InkButton>
      )}
      <GaugePart title="What was set by whom" />
      <Fact label="Fitted by itself">{counted(count('fitted').length, 'letter')}</Fact>
      <Fact label="Set by hand">{counted(count('hand').length, 'letter')}</Fact>
      <Flex gap="2" wrap="wrap">
        <InkButton
          tip="Accept all that the fit made: it stays"
          disabled={count('fitted').length === 0}
          onClick={() =>
            commit(
              freezeSpacing(
                doc,
                count('fitted').map((g) => g.id),
              ),
            )
          }
        >
          Keep all so
        </InkButton>
        <InkButton
          tip="The next fit may set all letters again"
          disabled={count('hand').length === 0}
          onClick={() =>
            commit(
              releaseSpacing(
                doc,
                count('hand').map((g) => g.id),
              ),
            )
          }
        >
          Let all be fitted
        </InkButton>
        <InkButton
          tip="m, r, h follow n; c, d, e, q follow o; B, D, E ... follow H: sides of one form, where nobody set them by hand"
          disabled={usual === null}
          onClick={() => commit(usual)}
        >
          Usual sides follow
        </InkButton>
      </Flex>
      <GaugePart title="Tracking of the whole font" />
      <NumberField label="By" unit="u" min={0} max={300} value={track} onChange={setTrack} />
      <Flex gap="2">
        <InkButton
          flex="1"
          tip="Less white for every letter, set by hand or not"
          onClick={() => commit(trackAll(doc, -track))}
        >
          Closer
        </InkButton>
        <InkButton
          flex="1"
          tip="More white for every letter, set by hand or not"
          onClick={() => commit(trackAll(doc, track))}
        >
          Looser
        </InkButton>
      </Flex>
      {space && (
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
            {space.spacing === 'hand'
              ? 'Set by hand.'
              : space.spacing === 'fitted'
                ? 'Fitted by itself.'
                : 'Not fitted yet.'}{' '}
            A quarter of the em is usual: {Math.round(projectOf(doc).unitsPerEm / 4)} u.
          </Text>
        </>
      )}
      {rhythm?.fitted.joined && <JoinList rhythm={rhythm} />}
    </>
  );
}
