import { defaultTraceSettings, type TraceSettings } from './settings';

/** Where the slider from faithful (0) to clean (100) stands by default. */
export const DEFAULT_CLEANNESS = 50;
/** So many steps of the slider double the tolerance. */
const DOUBLES_EACH = 20;

/**
 * One slider for how an edge is followed: 0 keeps the texture of brush and paper with as many points as it takes, 50 takes
 * out what lens and paper add, 100 draws the plain form. Tolerance runs from 0.06 to 2 px in even steps to the eye.
 */
export function settingsOfCleanness(cleanness: number): Pick<TraceSettings, 'tolerancePx' | 'smoothing'> {
  const steps = (cleanness - DEFAULT_CLEANNESS) / DOUBLES_EACH;
  return {
    tolerancePx: defaultTraceSettings.tolerancePx * 2 ** steps,
    smoothing: Math.max(0, Math.min(2, cleanness / DEFAULT_CLEANNESS)),
  };
}

/** Where the slider stands for settings, by their tolerance. */
export function cleannessOf({ tolerancePx }: Pick<TraceSettings, 'tolerancePx'>): number {
  const steps = Math.log2(tolerancePx / defaultTraceSettings.tolerancePx);
  return Math.max(0, Math.min(100, Math.round(DEFAULT_CLEANNESS + DOUBLES_EACH * steps)));
}
