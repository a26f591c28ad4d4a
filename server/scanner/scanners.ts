import { practicePages } from '../../core/lifting/practice/layout';
import type { Device, Glass, ScanFault, ScanJob } from '../../core/lifting/scanner/messages';

/** Draws what lies on the glass as the scanner sees it: bytes of a JPEG. */
export type ScanGlass = (glass: Glass, dpi: number) => Promise<Uint8Array>;

interface Scanner {
  readonly id: string;
  readonly name: string;
  readonly glassMm: { readonly width: number; readonly height: number };
  state: Device['state'];
  glass: Glass | null;
  fault: ScanFault | null;
  /** When one that went away answers again, ms since 1970. */
  backAt: number;
}

interface Job extends ScanJob {
  state: ScanJob['state'];
  progress: number;
  error: ScanJob['error'];
  page: Uint8Array | null;
  /** The page breaks off while it is fetched. */
  breaks: boolean;
}

/** A device that went away answers again after so long. */
const AWAY_MS = 1500;
/** Steps in which the lamp travels. */
const STEPS = 20;
/** Where the lamp stands when a sheet jams, of the way. */
const JAM_AT = 0.4;
/** Finished jobs are kept until so many newer ones were started. */
const KEPT_JOBS = 8;

/**
 * Stand-ins for scanners: two devices with the states, jobs and faults of real ones. What lies on the glass is drawn by
 * `scan`; the lamp takes `lampMs` at least.
 */
export class Scanners {
  private readonly scanners: Scanner[] = [
    { id: 'reading-room', name: 'Reading room glass (stand-in)', glassMm: { width: 216, height: 297 } },
    { id: 'tide-office', name: 'Tide office glass (stand-in)', glassMm: { width: 210, height: 297 } },
  ].map((s) => ({ ...s, state: 'ready' as const, glass: null, fault: null, backAt: 0 }));
  private readonly jobs = new Map<string, Job>();
  private count = 0;

  constructor(
    private readonly scan: ScanGlass,
    private readonly lampMs = 1600,
    private readonly now: () => number = Date.now,
  ) {}

  private find(id: string): Scanner | null {
    const scanner = this.scanners.find((s) => s.id === id) ?? null;
    if (scanner?.state === 'gone' && this.now() >= scanner.backAt) scanner.state = 'ready';
    return scanner;
  }

  list(): Device[] {
    return this.scanners.map(({ id, name, glassMm }) => {
      const s = this.find(id)!;
      return { id, name, glassMm, state: s.state, loaded: s.glass !== null, fault: s.fault };
    });
  }

  /** Lays a sheet on the glass; false when there is no such device. A jammed sheet is taken out with it. */
  load(id: string, glass: Glass): boolean {
    const s = this.find(id);
    if (!s) return false;
    s.glass = glass;
    if (s.state === 'jammed') s.state = 'ready';
    return true;
  }

  playFault(id: string, fault: ScanFault | null): boolean {
    const s = this.find(id);
    if (s) s.fault = fault;
    return s !== null;
  }

  /** Takes a jammed sheet out. */
  clear(id: string): boolean {
    const s = this.find(id);
    if (s?.state === 'jammed') s.state = 'ready';
    return s !== null;
  }

  /** Starts the lamp. Null when there is no such device, 'busy' when it can't start now. */
  start(id: string, dpi: number): ScanJob | 'busy' | null {
    const s = this.find(id);
    if (!s) return null;
    if (s.state !== 'ready') return 'busy';
    const job: Job = {
      id: `scan-${++this.count}`,
      deviceId: id,
      state: 'scanning',
      progress: 0,
      error: null,
      page: null,
      breaks: false,
    };
    this.jobs.set(job.id, job);
    for (const old of [...this.jobs.keys()].slice(0, -KEPT_JOBS)) this.jobs.delete(old);
    const fault = s.fault;
    s.fault = null;
    s.state = 'scanning';
    void this.run(s, job, dpi, fault);
    return this.job(job.id);
  }

  private async run(s: Scanner, job: Job, dpi: number, fault: ScanFault | null): Promise<void> {
    const fail = (error: ScanJob['error'], state: Device['state'] = 'ready') => {
      Object.assign(job, { state: 'failed', error });
      s.state = state;
      if (state === 'gone') s.backAt = this.now() + AWAY_MS;
    };
    if (!s.glass) return fail('nothing-on-glass');
    if (fault === 'wrong size' || !fits(s)) return fail('wrong-size');
    const drawn = this.scan(s.glass, dpi);
    drawn.catch(() => undefined);
    for (let step = 1; step <= STEPS; step++) {
      await new Promise((r) => setTimeout(r, this.lampMs / STEPS));
      if (!this.jobs.has(job.id)) return void (s.state = 'ready');
      job.progress = (0.95 * step) / STEPS;
      if (fault === 'paper jam' && step >= JAM_AT * STEPS) return fail('paper-jam', 'jammed');
    }
    try {
      job.page = await drawn;
    } catch {
      return fail('disconnected', 'gone');
    }
    job.breaks = fault === 'disconnect';
    job.progress = 1;
    job.state = 'done';
    s.state = 'ready';
  }

  job(id: string): ScanJob | null {
    const job = this.jobs.get(id);
    if (!job) return null;
    const { deviceId, state, progress, error } = job;
    return { id, deviceId, state, progress, error };
  }

  /** Stops a job and forgets it. */
  cancel(id: string): boolean {
    return this.jobs.delete(id);
  }

  /** The page of a finished job, and whether the line breaks while it is sent; null before that. */
  page(id: string): { readonly bytes: Uint8Array; readonly breaks: boolean } | null {
    const job = this.jobs.get(id);
    if (!job?.page) return null;
    const { breaks, page } = job;
    if (breaks) {
      const s = this.find(job.deviceId)!;
      s.state = 'gone';
      s.backAt = this.now() + AWAY_MS;
      Object.assign(job, { state: 'failed', error: 'disconnected', page: null });
    }
    return { bytes: page, breaks };
  }
}

/** Whether the sheet on the glass isn't larger than the glass. */
function fits({ glass, glassMm }: Scanner): boolean {
  const [page] = practicePages([...glass!.characters], glass!.settings);
  return page !== undefined && page.widthMm <= glassMm.width && page.heightMm <= glassMm.height;
}
