import { setKerning } from '../../../core/project/document/commands/spacing/kerning';
import { kerningBetween } from '../../../core/project/document/queries/kerning';
import { useLookKey } from '../../panels/useLookKey';
import { useFitBench } from '../../store/fitBench';
import { useDoc, useProject } from '../../store/projectStore';
import type { Pair } from '../../tools/fit/fitTool';
import { say } from '../../ui/aloud';
import { useBenchKey } from '../../ui/benchKeys';

/** Kerning by a step of the arrows, em units, and with Shift. */
const STEP = 1;
const LONG_STEP = 10;

interface Ways {
  /** The pair in hand. */
  readonly pair: Pair | null;
  /** The letter in hand with the one behind it on the line. */
  readonly following: Pair | null;
  readonly step: (by: number) => void;
  readonly nextWorst: (by: number) => void;
  readonly holdPair: (left: string, right: string) => void;
}

/** Keys of Fit: letter by letter, pair by pair, kerning by the unit. */
export function useFitKeys({ pair, following, step, nextWorst, holdPair }: Ways): void {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const view = useFitBench((s) => s.view);
  const kernBy = (by: number) => (e: Event) => {
    e.preventDefault();
    if (!pair) return;
    const value = kerningBetween(doc)(pair.left, pair.right) + by;
    commit(setKerning(doc, pair.left, pair.right, value));
    say(`Kerned ${Math.round(value)}.`);
  };
  useLookKey();
  useBenchKey('left', () => step(-1));
  useBenchKey('right', () => step(1));
  useBenchKey('j', () => nextWorst(1));
  useBenchKey('shift+j', () => nextWorst(-1));
  useBenchKey('p', () => following && holdPair(following.left, following.right));
  useBenchKey('m', () => useFitBench.setState({ view: view === 'map' ? 'line' : 'map' }));
  useBenchKey('escape', () => useFitBench.setState({ pair: null }));
  useBenchKey('alt+left', kernBy(-STEP));
  useBenchKey('alt+right', kernBy(STEP));
  useBenchKey('alt+shift+left', kernBy(-LONG_STEP));
  useBenchKey('alt+shift+right', kernBy(LONG_STEP));
}
