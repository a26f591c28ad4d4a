import { InkButton } from '../ui/InkButton';
import { useWay } from './way';

/** The way to where letters come from. */
export function ToGather() {
  const { goTo } = useWay();
  return (
    <InkButton
      main
      tip="Add pictures, write letters here or build them on a grid (1)"
      onClick={() => goTo('gather')}
    >
      Gather your letters
    </InkButton>
  );
}
