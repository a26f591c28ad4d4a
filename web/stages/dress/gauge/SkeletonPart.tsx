import { changePen, leaveSkeleton } from '../../../../core/project/document/commands/outline';
import type { PenShape } from '../../../../core/outlines/dress/grow';
import { dressBench } from '../../../store/dressBench';
import { drawBySkeleton } from '../../../store/dressing';
import { useDoc, useProject } from '../../../store/projectStore';
import { GaugePart } from '../../../ui/Gauge';
import { InkButton } from '../../../ui/InkButton';
import { NumberField } from '../../../ui/NumberField';
import { SelectField } from '../../../ui/SelectField';
import { ManyPens } from './ManyPens';
import { useDressTarget } from '../useDressTarget';

const ENDS: readonly (readonly [PenShape['ends'], string])[] = [
  ['round', 'round'],
  ['flat', 'flat'],
  ['square', 'square'],
];
const JOINS: readonly (readonly [PenShape['joins'], string])[] = [
  ['round', 'round'],
  ['sharp', 'sharp'],
];

interface PenProps {
  readonly pen: PenShape;
  readonly onChange: (to: Partial<PenShape>) => void;
}

function PenFields({ pen, onChange }: PenProps) {
  const { contrast = 1, angle = 0, thinned = 0 } = pen;
  return (
    <>
      <NumberField
        label="Pen"
        unit="u"
        digits={1}
        min={1}
        max={400}
        value={pen.width}
        onChange={(width) => onChange({ width })}
      />
      <SelectField label="Ends" value={pen.ends} options={ENDS} onChange={(ends) => onChange({ ends })} />
      <SelectField
        label="Joins"
        value={pen.joins}
        options={JOINS}
        onChange={(joins) => onChange({ joins })}
      />
      <NumberField
        label="Thinnest stroke"
        unit="%"
        min={5}
        max={100}
        step={5}
        value={100 * contrast}
        onChange={(v) => onChange({ contrast: v / 100 })}
      />
      {contrast < 1 && (
        <NumberField
          label="Angle of its edge"
          unit="°"
          min={-90}
          max={90}
          step={5}
          value={angle}
          onChange={(to) => onChange({ angle: to })}
        />
      )}
      <NumberField
        label="Thinner where strokes meet"
        unit="%"
        min={0}
        max={60}
        step={5}
        value={100 * thinned}
        onChange={(v) => onChange({ thinned: v / 100 })}
      />
    </>
  );
}

/** Work on the lines, or leave them and keep what the pen drew. */
function SkeletonWays() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, target } = useDressTarget();
  const onLines = target.of === 'skeleton';
  const leave = () => {
    commit(leaveSkeleton(doc, glyph.id));
    dressBench.workOn('outline');
  };
  return (
    <>
      <InkButton
        tip="Work on the lines; the outline follows"
        aria-pressed={onLines}
        onClick={() => dressBench.workOn(onLines ? 'outline' : 'skeleton')}
      >
        {onLines ? 'Working on the lines' : 'Work on the lines'}
      </InkButton>
      <InkButton tip="Keep the outline and leave the lines" onClick={leave}>
        Leave the skeleton
      </InkButton>
    </>
  );
}

/** A letter drawn by lines and a pen that runs along them. */
export function SkeletonPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph } = useDressTarget();
  const pen = glyph.skeleton?.pen ?? null;
  return (
    <>
      <GaugePart title="Skeleton and pen" />
      {pen ? (
        <>
          <PenFields pen={pen} onChange={(to) => commit(changePen(doc, glyph.id, to))} />
          <SkeletonWays />
        </>
      ) : (
        <InkButton
          tip="Find the lines a pen would have run along, and draw the letter by them; the outline is kept"
          disabled={glyph.contours.length === 0}
          onClick={() => void drawBySkeleton(glyph.id)}
        >
          Draw it by a pen
        </InkButton>
      )}
      <ManyPens pen={pen} />
    </>
  );
}
