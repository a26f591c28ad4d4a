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

/** A letter drawn by lines and a pen that runs along them. */
export function SkeletonPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { glyph, target } = useDressTarget();
  const pen = glyph.skeleton?.pen;
  const change = (to: Partial<PenShape>) => commit(changePen(doc, glyph.id, to));
  return (
    <>
      <GaugePart title="Skeleton and pen" />
      {!pen && (
        <InkButton
          tip="Find the lines a pen would have run along, and draw the letter by them; the outline is kept"
          disabled={glyph.contours.length === 0}
          onClick={() => void drawBySkeleton(glyph.id)}
        >
          Draw it by a pen
        </InkButton>
      )}
      {pen && (
        <>
          <NumberField
            label="Pen"
            unit="u"
            digits={1}
            min={1}
            max={400}
            value={pen.width}
            onChange={(width) => change({ width })}
          />
          <SelectField label="Ends" value={pen.ends} options={ENDS} onChange={(ends) => change({ ends })} />
          <SelectField
            label="Joins"
            value={pen.joins}
            options={JOINS}
            onChange={(joins) => change({ joins })}
          />
          <NumberField
            label="Thinnest stroke"
            unit="%"
            min={5}
            max={100}
            step={5}
            value={100 * (pen.contrast ?? 1)}
            onChange={(v) => change({ contrast: v / 100 })}
          />
          {(pen.contrast ?? 1) < 1 && (
            <NumberField
              label="Angle of its edge"
              unit="°"
              min={-90}
              max={90}
              step={5}
              value={pen.angle ?? 0}
              onChange={(angle) => change({ angle })}
            />
          )}
          <InkButton
            tip="Work on the lines; the outline follows"
            aria-pressed={target.of === 'skeleton'}
            onClick={() => dressBench.workOn(target.of === 'skeleton' ? 'outline' : 'skeleton')}
          >
            {target.of === 'skeleton' ? 'Working on the lines' : 'Work on the lines'}
          </InkButton>
          <InkButton
            tip="Keep the outline and leave the lines"
            onClick={() => {
              commit(leaveSkeleton(doc, glyph.id));
              dressBench.workOn('outline');
            }}
          >
            Leave the skeleton
          </InkButton>
        </>
      )}
      <ManyPens pen={pen ?? null} />
    </>
  );
}
