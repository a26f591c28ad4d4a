import { changeGrid } from '../../../../core/project/document/commands/lines/guides';
import { projectOf } from '../../../../core/project/document/newProject';
import { useDoc, useProject } from '../../../store/projectStore';
import { CheckField } from '../../../ui/CheckField';
import { GaugePart } from '../../../ui/Gauge';
import { NumberField } from '../../../ui/NumberField';

/** Even steps to draw on. */
export function GridPart() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { grid } = projectOf(doc);
  return (
    <>
      <GaugePart title="Grid" />
      <NumberField
        label="A step"
        unit="u"
        min={1}
        max={500}
        value={grid.step}
        onChange={(step) => commit(changeGrid(doc, { step }))}
      />
      <CheckField
        label="Show the grid"
        checked={grid.shown}
        onChange={(shown) => commit(changeGrid(doc, { shown }))}
      />
      <CheckField
        label="Points go to the grid"
        checked={grid.snaps}
        onChange={(snaps) => commit(changeGrid(doc, { snaps }))}
      />
    </>
  );
}
