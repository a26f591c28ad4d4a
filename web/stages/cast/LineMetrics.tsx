import { Text } from '@chakra-ui/react';
import { foundLineMetrics } from '../../../core/fonts/compile/lineMetrics';
import { changeCasting } from '../../../core/project/document/commands/font/casting';
import type { CastingRow } from '../../../core/project/document/schema';
import { useDoc, useProject } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';
import { GaugePart } from '../../ui/Gauge';
import { NumberField } from '../../ui/NumberField';

const FIELDS = [
  ['ascent', 'Above the baseline'],
  ['descent', 'Below it'],
  ['gap', 'To the next line'],
] as const;

/** Height, depth and gap of lines: found, or the artist's own. */
export function LineMetrics({ casting }: { readonly casting: CastingRow }) {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const { lineMetrics: own } = casting;
  const put = (lineMetrics: CastingRow['lineMetrics']) => commit(changeCasting(doc, { lineMetrics }));
  return (
    <>
      <GaugePart title="Lines of a text" />
      <CheckField
        label="Set by hand"
        checked={own !== null}
        onChange={(by) => put(by ? foundLineMetrics(doc) : null)}
      />
      {own === null ? (
        <Text fontSize="xs" color="faded">
          Found from the lines, the highest and lowest ink and the line spacing.
        </Text>
      ) : (
        FIELDS.map(([name, label]) => (
          <NumberField
            key={name}
            label={label}
            unit="u"
            min={0}
            max={32_000}
            step={10}
            value={own[name]}
            onChange={(v) => put({ ...own, [name]: Math.round(v) })}
          />
        ))
      )}
    </>
  );
}
