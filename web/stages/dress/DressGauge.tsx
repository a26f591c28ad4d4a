import { BearingFields } from '../../panels/BearingFields';
import { movePoints, releaseHandEdits, type PointRef } from '../../../core/document/commands/dressing';
import { seatAll } from '../../../core/document/commands/lifting';
import { applyDiff, mergeDiffs } from '../../../core/document/diff';
import { advanceOf, originX } from '../../../core/document/metrics';
import type { GlyphRow } from '../../../core/document/schema';
import { countNodes } from '../../../core/geometry/contour';
import { contoursBox } from '../../../core/geometry/measure';
import { useDoc, useProject } from '../../store/projectStore';
import { refitGlyph } from '../../store/tracing';
import { Fact, Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';

interface Props {
  readonly glyph: GlyphRow;
  readonly selection: readonly PointRef[];
  readonly sourceStrength: number;
  readonly onSourceStrength: (strength: number) => void;
  readonly onSelection: (selection: readonly PointRef[]) => void;
  /** Whether the stretch between the chosen points is locked, and turning that round. */
  readonly locked: boolean;
  readonly onLock: () => void;
}

const REFITS = [
  [-1, 'Refit with fewer points', 'Fit this stretch to the ink again with one point fewer'],
  [0, 'Refit to the ink', 'Fit this stretch to the ink again with as many points'],
  [1, 'Refit with more points', 'Fit this stretch to the ink again with one point more'],
] as const;

const KIND_TEXT = { corner: 'corner', smooth: 'smooth', tangent: 'straight into curve' } as const;

export function DressGauge({
  glyph,
  selection,
  sourceStrength,
  onSourceStrength,
  onSelection,
  locked,
  onLock,
}: Props) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const box = contoursBox(glyph.contours);
  const one = selection.length === 1 ? selection[0] : undefined;
  const node = one && glyph.contours[one.contour]?.nodes[one.node];
  const point = one && node && (one.part === 'node' ? node : node[one.part]);
  const shift = originX(glyph);
  const within = selection[0]?.contour;
  const stretch = selection.filter((s) => s.part === 'node' && s.contour === within).map((s) => s.node);
  const refit = async (by: -1 | 0 | 1) => {
    await refitGlyph(glyph.id, within!, stretch, by);
    onSelection([]);
  };
  const backToTrace = () => {
    const released = releaseHandEdits(doc, glyph.id);
    const seated = released && seatAll(applyDiff(doc, released), released.label);
    if (released) commit(seated ? mergeDiffs(released, seated) : released);
  };
  return (
    <Gauge
      title={`${glyph.codePoints.map((c) => String.fromCodePoint(c)).join(' ')} (${glyph.name})`}
      hint={glyph.handEdited ? 'Worked on by hand: a new trace leaves it alone.' : 'As traced.'}
    >
      <Fact label="Points">
        <span data-testid="point-count">{countNodes(glyph.contours)}</span>
      </Fact>
      <Fact label="Contours">{glyph.contours.length}</Fact>
      {box && (
        <Fact label="Top, bottom">
          {box.yMax.toFixed(0)} u, {box.yMin.toFixed(0)} u
        </Fact>
      )}
      <Fact label="Advance width">{advanceOf(glyph).toFixed(0)} u</Fact>
      <BearingFields glyph={glyph} />
      <GaugePart
        title={
          selection.length === 0
            ? 'No point chosen'
            : selection.length === 1
              ? 'Chosen point'
              : `${selection.length} points chosen`
        }
      />
      {one && point && node && (
        <>
          <Fact label="Kind">{one.part === 'node' ? KIND_TEXT[node.kind] : 'handle'}</Fact>
          <NumberField
            label="x"
            unit="u"
            digits={1}
            value={point.x - shift}
            onChange={(x) => commit(movePoints(doc, glyph.id, [one], { x: x - (point.x - shift), y: 0 }))}
          />
          <NumberField
            label="y"
            unit="u"
            digits={1}
            value={point.y}
            onChange={(y) => commit(movePoints(doc, glyph.id, [one], { x: 0, y: y - point.y }))}
          />
        </>
      )}
      {stretch.length > 1 && glyph.source && (
        <>
          <GaugePart title="The stretch between them" />
          {REFITS.map(([by, text, tip]) => (
            <InkButton key={by} tip={tip} onClick={() => void refit(by)}>
              {text}
            </InkButton>
          ))}
        </>
      )}
      {stretch.length > 1 && (
        <InkButton
          tip={
            locked
              ? 'Let refitting and clean-up change this stretch again (L)'
              : 'Keep this stretch as it is when the rest is refitted or cleaned (L)'
          }
          aria-pressed={locked}
          onClick={onLock}
        >
          {locked ? 'Free this stretch' : 'Lock this stretch'}
        </InkButton>
      )}
      <GaugePart title="Seeing" />
      <NumberField
        label="Source picture"
        unit="%"
        value={sourceStrength * 100}
        min={0}
        max={100}
        step={5}
        onChange={(v) => onSourceStrength(v / 100)}
      />
      {glyph.handEdited && glyph.source && (
        <InkButton
          tip="Throw the hand edits away and take the traced outline again (can be undone)"
          onClick={backToTrace}
        >
          Back to the trace
        </InkButton>
      )}
    </Gauge>
  );
}
