import { fitAll, useFittingAll } from '../../store/fittingAll';
import { InkButton } from '../../ui/InkButton';

/** Fits every letter that wasn't set by hand. */
export function FitAllButton({ looser }: { looser: number }) {
  const running = useFittingAll((s) => s.running);
  return (
    <InkButton
      main
      tip="Bearings, kerning and word space from the shapes; what was set by hand stays and the rest follows its rhythm"
      disabled={running}
      onClick={() => void fitAll(looser)}
    >
      {running ? 'Fitting ...' : 'Fit all'}
    </InkButton>
  );
}
