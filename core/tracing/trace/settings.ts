/** How an edge is followed. */
export interface TraceSettings {
  /** Greatest distance of the outline from the ink's edge, px; noise found in the edge is added to it. */
  readonly tolerancePx: number;
  /** Turns sharper than this stay corners, degrees. */
  readonly cornerDeg: number;
  /** How much of the edge's roughness is averaged out: 0 none, 1 what paper and lens add, 2 the ink's own texture too. */
  readonly smoothing: number;
}

export const defaultTraceSettings: TraceSettings = { tolerancePx: 0.28, cornerDeg: 28, smoothing: 1 };
