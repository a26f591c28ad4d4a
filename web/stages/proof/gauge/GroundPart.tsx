import { proofBench, useProofBench, type Ground } from '../../../store/proofBench';
import { ColourField } from '../../../ui/ColourField';
import { FileButton } from '../../../ui/FileButton';
import { GaugePart } from '../../../ui/Gauge';
import { SelectField } from '../../../ui/SelectField';

const GROUNDS: readonly (readonly [Ground, string])[] = [
  ['paper', 'paper'],
  ['dark', 'dark'],
  ['colours', 'colours of one’s own'],
  ['picture', 'a picture of one’s own'],
];

/** What the words lie on. */
export function GroundPart() {
  const { ground, paper, ink } = useProofBench();
  const own = ground === 'colours' || ground === 'picture';
  return (
    <>
      <GaugePart title="Ground" />
      <SelectField
        label="The words lie on"
        value={ground}
        options={GROUNDS}
        onChange={(to) => proofBench.set({ ground: to })}
      />
      {ground === 'colours' && (
        <ColourField label="Ground" value={paper} onChange={(rgb) => proofBench.set({ paper: rgb })} />
      )}
      {ground === 'picture' && (
        <FileButton
          text="Choose a picture"
          tip="It stays on this machine and isn’t kept with the project"
          label="Picture behind the words"
          accept="image/*"
          onFile={(file) => proofBench.takePicture(file)}
        />
      )}
      {own && <ColourField label="Words" value={ink} onChange={(rgb) => proofBench.set({ ink: rgb })} />}
    </>
  );
}
