import { changeCasting } from '../../../core/project/document/commands/font/casting';
import type { CastingRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { GaugePart } from '../../ui/Gauge';
import { SelectField } from '../../ui/SelectField';

const CHOICES: readonly (readonly [CastingRow['embedding'], string])[] = [
  ['install', 'be used in any document'],
  ['edit', 'lie in documents that others change'],
  ['view', 'lie in documents that others read'],
  ['never', 'not lie in documents'],
];

/** What programs that make documents let people do with the font. */
export function Permission({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  return (
    <>
      <GaugePart title="In documents" />
      <SelectField
        label="The font may"
        value={casting.embedding}
        options={CHOICES}
        onChange={(embedding) => commit(changeCasting(doc, { embedding }))}
      />
    </>
  );
}
