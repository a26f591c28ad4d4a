import { create } from 'zustand';

/** The state of the skyline that is nobody else's business: not saved, not undone. */
interface SeatBench {
  /** Letters chosen, by id; the one in hand counts when none is. */
  readonly chosen: ReadonlySet<string>;
  /** What lies under the skyline: letters laid over each other, or ours beside other fonts. */
  readonly under: 'overlay' | 'compare';
  readonly tab: string;
}

export const useSeatBench = create<SeatBench>(() => ({
  chosen: new Set(),
  under: 'overlay',
  tab: 'stand',
}));

export const seatBench = {
  choose: (ids: Iterable<string>): void => useSeatBench.setState({ chosen: new Set(ids) }),
  toggle: (id: string): void =>
    useSeatBench.setState(({ chosen }) => {
      const next = new Set(chosen);
      if (!next.delete(id)) next.add(id);
      return { chosen: next };
    }),
};
