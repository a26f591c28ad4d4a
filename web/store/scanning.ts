import useSWR, { mutate } from 'swr';
import { z } from 'zod';
import { create } from 'zustand';
import {
  deviceSchema,
  jobSchema,
  type Device,
  type Glass,
  type ScanFault,
  type ScanJob,
} from '../../core/lifting/scanner/messages';
import { changeProject } from '../../core/project/document/commands/font/project';
import { projectOf } from '../../core/project/document/newProject';
import { problem } from '../../core/foundations/problems/problem';
import { appPath } from '../text/appPath';
import { addFilesTo } from './lifting';
import type { Session } from './styleSession';
import { world } from './world';

const API = appPath('api/scanners');

/** The list is asked for again so often while it is shown, ms. */
const LIST_MS = 1000;
const JOB_MS = 150;

interface ScanningState {
  readonly job: ScanJob | null;
  /** Name of the scanner and pages that came from it, for naming files. */
  readonly pages: number;
}

export const useScanning = create<ScanningState>(() => ({ job: null, pages: 0 }));

const readDevices = async (path: string): Promise<Device[]> =>
  z.array(deviceSchema).parse(await (await fetch(path)).json());

/** Scanners at this desk; an error when no server answers. */
export const useScanners = () => useSWR<Device[]>(API, readDevices, { refreshInterval: LIST_MS });

/** What scanning needs of the world; tests give their own. */
interface ScanningWorld {
  readonly current: () => Session | null;
  readonly fetch: typeof fetch;
  readonly addFiles: (session: Session, files: readonly File[]) => Promise<void>;
  readonly wait: (ms: number) => Promise<void>;
}

/** Asks the server's scanners. */
const sender =
  (ask: typeof fetch) =>
  (method: string, path: string, body?: unknown): Promise<Response> =>
    ask(`${API}${path}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });

/** The scanners at this desk, through the server. */
export function createScanning({ current, fetch, addFiles, wait }: ScanningWorld) {
  const send = sender(fetch);

  /** Lays a page on a stand-in's glass. A sheet that is printed for it is the project's practice sheet from then on. */
  async function layOnGlass(deviceId: string, glass: Glass): Promise<void> {
    const session = current();
    await send('PUT', `/${deviceId}/glass`, glass);
    const { characters, settings } = glass;
    const doc = session?.getState().doc;
    if (doc && projectOf(doc).practice === null)
      session?.commit(changeProject(doc, { practice: { characters, settings } }, 'Make a practice sheet'));
  }

  const playFault = async (deviceId: string, next: ScanFault | null): Promise<void> =>
    void (await send('PUT', `/${deviceId}/fault`, { next }));

  const takeJammedOut = async (deviceId: string): Promise<void> =>
    void (await send('POST', `/${deviceId}/clear`));

  /** Scans what lies on the glass and takes the page in. Problems are told; nothing on the table changes by them. */
  async function scan(device: Device, dpi: number): Promise<void> {
    const session = current();
    if (!session) return;
    const fail = (reason: NonNullable<ScanJob['error']> | 'busy') => {
      useScanning.setState({ job: null });
      void mutate(API);
      session.tell([problem({ code: 'scan-failed', reason }, 'error', { file: device.name })]);
    };
    try {
      const started = await send('POST', `/${device.id}/jobs`, { dpi });
      if (started.status === 409) return fail('busy');
      let job = jobSchema.parse(await started.json());
      useScanning.setState({ job });
      while (job.state === 'scanning') {
        await wait(JOB_MS);
        if (useScanning.getState().job?.id !== job.id) return; // cancelled
        job = jobSchema.parse(await (await send('GET', `/jobs/${job.id}`)).json());
        useScanning.setState({ job });
      }
      if (job.error) return fail(job.error);
      const page = await (await send('GET', `/jobs/${job.id}/page`)).blob();
      const pages = useScanning.getState().pages + 1;
      useScanning.setState({ job: null, pages });
      await addFiles(session, [new File([page], `Scan ${pages}.jpg`, { type: 'image/jpeg' })]);
    } catch {
      fail('disconnected');
    }
  }

  function cancelScan(): void {
    const { job } = useScanning.getState();
    useScanning.setState({ job: null });
    if (job) void send('DELETE', `/jobs/${job.id}`).catch(() => undefined);
  }

  return { layOnGlass, playFault, takeJammedOut, scan, cancelScan };
}

export const { layOnGlass, playFault, takeJammedOut, scan, cancelScan } = createScanning({
  current: world.current,
  fetch: (...args) => fetch(...args),
  addFiles: addFilesTo,
  wait: (ms) => new Promise((r) => setTimeout(r, ms)),
});
