import type { Fault, Standing } from '../../core/type/seat/standing';

/** What a letter that stands out does, with how much. */
export const FAULT_TEXT: Record<Fault, (amount: number) => string> = {
  floats: (a) => `floats ${a.toFixed(0)} u`,
  sinks: (a) => `sinks ${a.toFixed(0)} u`,
  'too tall': (a) => `${a.toFixed(0)} u too tall`,
  'too short': (a) => `${a.toFixed(0)} u too short`,
  overshoots: (a) => `overshoots ${a.toFixed(0)} u`,
};

/** How far a letter is out, em units; what the list of those that stand out is ordered by. */
export const amountOf = (s: Standing): number => Math.max(Math.abs(s.footOff), Math.abs(s.topOff));
