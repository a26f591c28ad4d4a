import { proofBench } from '../../../store/proofBench';
import { TextField } from '../../../ui/TextField';
import { useLettersShown } from '../pages/closely';

/** Which letter or pair words are looked up by. */
export function LettersPart() {
  const letters = useLettersShown();
  return (
    <TextField
      label="Letter or pair"
      value={letters}
      onChange={(text) => proofBench.set({ letters: text.trim() === '' ? null : text.trim() })}
    />
  );
}
