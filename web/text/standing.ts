import type { Fault } from '../../core/seat/standing';

/** What a letter that stands out does, with how much. */
export const FAULT_TEXT: Record<Fault, (amount: number) => string> = {
  floats: (a) => `floats ${a.toFixed(0)} u`,
  sinks: (a) => `sinks ${a.toFixed(0)} u`,
  'too tall': (a) => `${a.toFixed(0)} u too tall`,
  'too short': (a) => `${a.toFixed(0)} u too short`,
  overshoots: (a) => `overshoots ${a.toFixed(0)} u`,
};
