import { counted } from '../../../../core/foundations/problems/counted';
import { SimpleGrid } from '@chakra-ui/react';
import {
  closeRuns,
  movePoints,
  releaseHandEdits,
  reverseRuns,
  scaleGlyph,
  startHere,
} from '../../../../core/project/document/commands/outline';
import { seatAll } from '../../../../core/project/document/commands/lines/changeSeating';
import { editAll } from '../../../../core/project/document/inStep/edit';
import { countNodes } from '../../../../core/foundations/geometry/contour';
import { contoursBox } from '../../../../core/foundations/geometry/measure';
import { BearingFields } from '../../../panels/BearingFields';
import { dressBench, useDressBench } from '../../../store/dressBench';
import { useDoc, useProject } from '../../../store/projectStore';
import { refitGlyph } from '../../../store/tracing';
import { Fact, GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { usePointActions } from '../useDressKeys';
import { useDressTarget } from '../useDressTarget';
import { ChoosePart } from './ChoosePart';
import { GuidePart } from './GuidePart';
import { MeasurePart } from './MeasurePart';
import { TurnPart } from './TurnPart';

const REFITS = [
  [-1, 'Refit with fewer points', 'Fit this stretch to the ink again with one point fewer'],
  [0, 'Refit to the ink', 'Fit this stretch to the ink again with as many points'],
  [1, 'Refit with more points', 'Fit this stretch to the ink again with one point more'],
] as const;

const KIND_TEXT = { corner: 'corner', smooth: 'smooth', tangent: 'straight into curve' } as const;

export function PointsTab() {
  // With a tool in hand its numbers are what one looks for.
  const tool = useDressBench((s) => s.tool);
  const turning = tool === 'turn';
  return (
    <>
      <LetterFacts />
      {tool === 'guide' && <GuidePart />}
      {tool === 'measure' && <MeasurePart />}
      <ChosenPoint />
      <ChoosePart />
      {turning && <TurnPart />}
      <PointButtons />
      <StretchButtons />
      {!turning && <TurnPart />}
      <BackToTrace />
    </>
  );
}

function LetterFacts() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, contours } = useDressTarget();
  const box = contoursBox(glyph.contours);
  const width = box ? box.xMax - box.xMin : 0;
  const height = box ? box.yMax - box.yMin : 0;
  const scale = (kx: number, ky: number) => commit(scaleGlyph(doc, glyph.id, kx, ky));
  return (
    <>
      <Fact label="Points, contours">
        <span data-testid="point-count">{countNodes(contours)}</span>, {contours.length}
      </Fact>
      {box && (
        <>
          <Fact label="Top, bottom">
            {box.yMax.toFixed(0)} u, {box.yMin.toFixed(0)} u
          </Fact>
          <NumberField
            label="Width of the ink"
            unit="u"
            value={width}
            min={1}
            onChange={(w) => width > 0 && scale(w / width, 1)}
          />
          <NumberField
            label="Height of the ink"
            unit="u"
            value={height}
            min={1}
            onChange={(h) => height > 0 && scale(1, h / height)}
          />
        </>
      )}
      <BearingFields glyph={glyph} />
    </>
  );
}

function ChosenPoint() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { target, placed } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const one = selection.length === 1 ? selection[0] : undefined;
  const node = one && placed[one.contour]?.nodes[one.node];
  const point = one && node && (one.part === 'node' ? node : node[one.part]);
  const title =
    selection.length === 0
      ? 'No point chosen'
      : selection.length === 1
        ? 'Chosen point'
        : `${counted(selection.length, 'point')} chosen`;
  return (
    <>
      <GaugePart title={title} />
      {one && point && node && (
        <>
          <Fact label="Kind">{one.part === 'node' ? KIND_TEXT[node.kind] : 'handle'}</Fact>
          {(['x', 'y'] as const).map((axis) => (
            <NumberField
              key={axis}
              label={axis}
              unit="u"
              digits={1}
              value={point[axis]}
              onChange={(v) =>
                commit(movePoints(doc, target, [one], { x: 0, y: 0, [axis]: v - point[axis] }))
              }
            />
          ))}
        </>
      )}
    </>
  );
}

type Button = readonly [name: string, tip: string, disabled: boolean, onClick: () => void];

/** What is done with chosen points and what lies between them. */
function pointButtons(a: ReturnType<typeof usePointActions>, open: boolean): readonly Button[] {
  const none = a.nodes.length === 0;
  const noStretch = a.segments.length === 0;
  return [
    ['Corner', 'Make the chosen points corners (E)', none, () => a.kind('corner')],
    ['Smooth', 'Make the chosen points smooth (R)', none, () => a.kind('smooth')],
    ['Tangent', "A curve that runs on in the straight's direction (T)", none, () => a.kind('tangent')],
    [
      'Straight',
      'Make what lies between the chosen points straight (I)',
      noStretch,
      () => a.shape('straight'),
    ],
    ['Curved', 'Give what lies between the chosen points handles (U)', noStretch, () => a.shape('curved')],
    ['Delete', 'Delete the chosen points; the curve keeps its shape (Delete)', none, a.remove],
    ['Break', 'Break the contour at the chosen points (B)', none, a.cut],
    ['Join', 'Join two chosen loose ends (J)', a.nodes.length !== 2 || !open, a.join],
  ];
}

/** What is done with whole contours. */
function useRunButtons(a: ReturnType<typeof usePointActions>, open: boolean): readonly Button[] {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { target, contours } = useDressTarget();
  const selection = useDressBench((s) => s.selection);
  const one = a.nodes.length === 1 ? a.nodes[0] : undefined;
  const runs = (diff: ReturnType<typeof reverseRuns>) => {
    commit(diff);
    dressBench.select([]);
  };
  return [
    [
      'Close',
      'Close open contours: those chosen, or all',
      !open,
      () => runs(closeRuns(doc, target, selection)),
    ],
    [
      'Reverse',
      'Turn contours round: those chosen, or all',
      contours.length === 0,
      () => runs(reverseRuns(doc, target, selection)),
    ],
    [
      'Start here',
      'Let the contour begin at the chosen point',
      !one || !contours[one.contour]?.closed,
      () => one && runs(startHere(doc, target, one)),
    ],
  ];
}

function PointButtons() {
  const { contours } = useDressTarget();
  const a = usePointActions();
  const open = contours.some((c) => !c.closed);
  const runs = useRunButtons(a, open);
  return (
    <SimpleGrid columns={3} gap="1.5">
      {[...pointButtons(a, open), ...runs].map(([name, tip, disabled, onClick]) => (
        <InkButton key={name} tip={tip} disabled={disabled} onClick={onClick}>
          {name}
        </InkButton>
      ))}
    </SimpleGrid>
  );
}

function StretchButtons() {
  const { glyph, target } = useDressTarget();
  const a = usePointActions();
  const chosen = a.byContour;
  if (a.stretches.size === 0) return null;
  const refit = async (by: -1 | 0 | 1) => {
    await refitGlyph(glyph.id, chosen, by);
    dressBench.select([]);
  };
  return (
    <>
      <GaugePart title="The stretch between them" />
      {glyph.source &&
        target.of === 'outline' &&
        REFITS.map(([by, text, tip]) => (
          <InkButton key={by} tip={tip} onClick={() => void refit(by)}>
            {text}
          </InkButton>
        ))}
      <InkButton
        tip={
          a.locked
            ? 'Let refitting and clean-up change this stretch again (L)'
            : 'Keep this stretch as it is when the rest is refitted or cleaned (L)'
        }
        aria-pressed={a.locked}
        onClick={a.lock}
      >
        {a.locked ? 'Free this stretch' : 'Lock this stretch'}
      </InkButton>
    </>
  );
}

function BackToTrace() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  if (!glyph.source || !(glyph.handEdited || glyph.cleaned)) return null;
  const back = () => {
    const label = 'Let the trace lead again';
    const made = editAll(doc, label, [(d) => releaseHandEdits(d, glyph.id), (d) => seatAll(d, label)]);
    commit(made?.diff ?? null);
    dressBench.select([]);
  };
  return (
    <InkButton tip="Take the traced outline again; this one is kept and can be taken up" onClick={back}>
      Back to the trace
    </InkButton>
  );
}
