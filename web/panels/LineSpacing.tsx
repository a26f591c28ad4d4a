import { changeSeatFacts } from '../../core/project/document/commands/lines/changeLines';
import { projectOf } from '../../core/project/document/newProject';
import { useDoc, useProject } from '../store/projectStore';
import { NumberField } from '../ui/NumberField';

/** From one baseline to the next, as the font says it to every program. */
export function LineSpacing() {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <NumberField
      label="Line spacing"
      unit="%"
      min={50}
      max={400}
      value={100 * projectOf(doc).lineSpacing}
      onChange={(v) => commit(changeSeatFacts(doc, { lineSpacing: v / 100 }))}
    />
  );
}
