import { z } from 'zod';
import { practiceSettings } from '../practice/settings';

/** What a scanner and the app say to each other, by HTTP below `/api/scanners`. */

/** Resolutions a scanner offers, dots per inch. */
export const SCAN_DPI = [150, 200, 300] as const;

/** Faults that the stand-in plays on request, each once. */
export const SCAN_FAULTS = ['paper jam', 'disconnect', 'wrong size'] as const;
export type ScanFault = (typeof SCAN_FAULTS)[number];

/** What is laid on the stand-in's glass: a page of a practice sheet, and who fills it how. */
export const glassSchema = z.object({
  characters: z.string().min(1).max(2000),
  settings: practiceSettings,
  /** From 1. */
  page: z.number().int().min(1),
  hand: z.enum(['keeper', 'apprentice']),
  printPercent: z.number().min(70).max(110),
  turnDeg: z.number().min(-180).max(180),
});
export type Glass = z.infer<typeof glassSchema>;

export const deviceSchema = z.object({
  id: z.string(),
  name: z.string(),
  /** ready, at work, with a jammed sheet, or not answering. */
  state: z.enum(['ready', 'scanning', 'jammed', 'gone']),
  /** Largest sheet, mm. */
  glassMm: z.object({ width: z.number(), height: z.number() }),
  /** Whether something lies on it. */
  loaded: z.boolean(),
  /** The fault that a stand-in plays with the next job. */
  fault: z.enum(SCAN_FAULTS).nullable(),
});
export type Device = z.infer<typeof deviceSchema>;

export const jobSchema = z.object({
  id: z.string(),
  deviceId: z.string(),
  state: z.enum(['scanning', 'done', 'failed']),
  /** 0..1 */
  progress: z.number(),
  error: z.enum(['paper-jam', 'disconnected', 'wrong-size', 'nothing-on-glass']).nullable(),
});
export type ScanJob = z.infer<typeof jobSchema>;

export const jobRequest = z.object({ dpi: z.union(SCAN_DPI.map((d) => z.literal(d))) });
export const faultRequest = z.object({ next: z.enum(SCAN_FAULTS).nullable() });
