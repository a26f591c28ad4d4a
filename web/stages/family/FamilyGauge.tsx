import { changeStyle, takeStyleInHand } from '../../../core/project/document/commands/family/styles';
import { isFreeName } from '../../../core/project/document/commands/family/addStyle';
import { projectOf } from '../../../core/project/document/newProject';
import type { StyleRow } from '../../../core/project/document/schema';
import { dropStyle } from '../../store/family';
import { useDoc, useProject, useWhole } from '../../store/projectStore';
import { CheckField } from '../../ui/CheckField';
import { Gauge, GaugePart } from '../../ui/Gauge';
import { InkButton } from '../../ui/InkButton';
import { NumberField } from '../../ui/NumberField';
import { TextField } from '../../ui/TextField';
import { FurtherStyle, WEIGHT } from './FurtherStyle';

function InHand({ style }: { readonly style: StyleRow }) {
  const family = useWhole();
  const commit = useProject((s) => s.commit);
  const change = (to: Parameters<typeof changeStyle>[2]) => commit(changeStyle(family, style.id, to));
  const opensWith = projectOf(family).styleId === style.id;
  const many = Object.keys(family.styles).length > 1;
  return (
    <>
      <TextField
        key={style.id}
        label="Name"
        value={style.name}
        fault={(name) => (isFreeName(family, name, style.id) ? null : 'Another style is called so')}
        onChange={(name) => change({ name })}
      />
      <NumberField
        label="Weight"
        unit=""
        {...WEIGHT}
        value={style.weightClass}
        onChange={(v) => change({ weightClass: Math.round(v) })}
      />
      <CheckField label="Italic" checked={style.italic} onChange={(italic) => change({ italic })} />
      {many && (
        <InkButton
          tip="The command line and files of a single font take this one; the project opens with it"
          disabled={opensWith}
          onClick={() => commit(takeStyleInHand(family, style.id))}
        >
          {opensWith ? 'The project opens with it' : 'Open the project with it'}
        </InkButton>
      )}
      <InkButton
        tip={
          many
            ? 'Take this style away with its letters, spacing and sheets; Undo brings it back'
            : 'A project keeps its last style'
        }
        disabled={!many}
        onClick={() => dropStyle(style.id)}
      >
        Remove {style.name}
      </InkButton>
    </>
  );
}

/** The style in hand, and what a further one would be made of. */
export function FamilyGauge() {
  const doc = useDoc();
  const style = doc.styles[projectOf(doc).styleId];
  if (!style) return null;
  return (
    <Gauge
      title={style.name}
      hint="The style in hand. Every bench works on it, and so does the running line."
    >
      <InHand style={style} />
      <GaugePart title="A further style" />
      <FurtherStyle from={style} />
    </Gauge>
  );
}
