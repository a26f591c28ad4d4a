import { liftGlyphs, mendStandings } from '../../../core/project/document/commands/lines/placing';
import type { Standing } from '../../../core/type/seat/standing';
import { useDoc, useProject } from '../../store/projectStore';
import { say } from '../../ui/aloud';
import { seatBench } from '../../store/seatBench';
import { liftedByAloud, standingAloud } from '../../text/aloud';
import { useBenchKey } from '../../ui/benchKeys';

/** Letters are moved by a step of the arrows, em units, and with Shift. */
const STEP = 1;
const LONG_STEP = 10;

interface Seen {
  readonly standings: readonly Standing[];
  readonly faulty: readonly Standing[];
  /** Letters chosen, or the one in hand. */
  readonly ids: readonly string[];
  readonly inHand: string | undefined;
  readonly take: (id: string) => void;
}

/** Keys of Seat: letter by letter, fault by fault, up and down by the unit. */
export function useSeatKeys({ standings, faulty, ids, inHand, take }: Seen): void {
  const doc = useDoc();
  const commit = useProject((s) => s.commit);
  const hold = (id: string | undefined) => {
    if (id === undefined) return;
    seatBench.choose([id]);
    take(id);
    const standing = standings.find((s) => s.id === id);
    if (standing) say(standingAloud(standing));
  };
  const step = (by: number) => {
    const from = ids.length === 1 ? ids[0] : inHand;
    const at = standings.findIndex((s) => s.id === from);
    hold(standings[Math.max(0, Math.min(standings.length - 1, at + by))]?.id);
  };
  const nudge = (by: number) => (e: Event) => {
    e.preventDefault();
    commit(liftGlyphs(doc, ids, by));
    const moved = standings.filter((s) => ids.includes(s.id)).map((s) => s.char);
    if (moved.length > 0) say(liftedByAloud(moved, by));
  };
  useBenchKey('left', () => step(-1));
  useBenchKey('pageup', () => step(-1), { preventDefault: true });
  useBenchKey('right', () => step(1));
  useBenchKey('pagedown', () => step(1), { preventDefault: true });
  useBenchKey('up', nudge(STEP));
  useBenchKey('down', nudge(-STEP));
  useBenchKey('shift+up', nudge(LONG_STEP));
  useBenchKey('shift+down', nudge(-LONG_STEP));
  useBenchKey('a', () => seatBench.choose(standings.map((s) => s.id)));
  useBenchKey('escape', () => seatBench.choose([]));
  useBenchKey('j', () => {
    const at = faulty.findIndex((s) => s.id === inHand);
    if (faulty.length === 0) say('No letter stands out.');
    hold(faulty[(at + 1) % faulty.length]?.id);
  });
  useBenchKey('enter', () => {
    const mine = faulty.filter((s) => ids.includes(s.id));
    if (mine.length > 0) commit(mendStandings(doc, mine));
  });
}
