import express from 'express';
import type { Device, Glass, ScanJob } from '../../core/lifting/scanner/messages';
import { listen } from '../listen';
import { scannerRoutes } from './scannerRoutes';
import { Scanners } from './scanners';

const glass: Glass = {
  characters: 'ABC',
  settings: { paper: 'a4', boxes: 1, xHeightMm: 9, slantDeg: 0 },
  page: 1,
  hand: 'keeper',
  printPercent: 83,
  turnDeg: 4,
};
const PAGE = Uint8Array.from({ length: 50_000 }, (_, i) => i % 251);

/** Each desk has a port of its own: kept connections would otherwise meet the next one. */
let desks = 0;

async function desk(scan = () => Promise.resolve(PAGE)) {
  let clock = 0;
  const scanners = new Scanners(scan, 20, () => clock);
  const { server, port } = await listen(express().use('/', scannerRoutes(scanners)), 5700 + 10 * ++desks);
  const base = `http://127.0.0.1:${port}`;
  const send = (method: string, path: string, body?: unknown) =>
    fetch(base + path, {
      method,
      headers: { 'Content-Type': 'application/json' },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
  const job = async (id: string): Promise<ScanJob> => {
    for (;;) {
      const now = (await (await send('GET', `/jobs/${id}`)).json()) as ScanJob;
      if (now.state !== 'scanning') return now;
      await new Promise((r) => setTimeout(r, 5));
    }
  };
  const scanNow = async () =>
    job(((await (await send('POST', '/tide-office/jobs', { dpi: 150 })).json()) as ScanJob).id);
  const device = async () =>
    ((await (await send('GET', '/')).json()) as Device[]).find((d) => d.id === 'tide-office')!;
  return { send, scanNow, device, wait: (ms: number) => (clock += ms), close: () => server.close() };
}

test('a sheet is laid on, scanned and fetched; without one the job fails', async () => {
  const { send, scanNow, device, close } = await desk();
  expect(await device()).toMatchObject({ state: 'ready', loaded: false });
  expect(await scanNow()).toMatchObject({ state: 'failed', error: 'nothing-on-glass' });
  expect((await send('PUT', '/tide-office/glass', glass)).status).toBe(204);
  const job = await scanNow();
  expect(job).toMatchObject({ state: 'done', progress: 1, error: null });
  const page = await send('GET', `/jobs/${job.id}/page`);
  expect(new Uint8Array(await page.arrayBuffer())).toEqual(PAGE);
  close();
});

test('a jam stops the scanner until the sheet is taken out, then the same job can be done again', async () => {
  const { send, scanNow, device, close } = await desk();
  await send('PUT', '/tide-office/glass', glass);
  await send('PUT', '/tide-office/fault', { next: 'paper jam' });
  expect(await scanNow()).toMatchObject({ state: 'failed', error: 'paper-jam' });
  expect((await device()).state).toBe('jammed');
  expect((await send('POST', '/tide-office/jobs', { dpi: 150 })).status).toBe(409);
  await send('POST', '/tide-office/clear');
  expect((await scanNow()).state).toBe('done');
  close();
});

test('a line that breaks cuts the page off; the scanner answers again after a while', async () => {
  const { send, scanNow, device, wait, close } = await desk();
  await send('PUT', '/tide-office/glass', glass);
  await send('PUT', '/tide-office/fault', { next: 'disconnect' });
  const job = await scanNow();
  await expect(send('GET', `/jobs/${job.id}/page`).then((r) => r.arrayBuffer())).rejects.toThrow();
  expect((await device()).state).toBe('gone');
  expect((await send('POST', '/tide-office/jobs', { dpi: 150 })).status).toBe(409);
  wait(5000);
  expect((await scanNow()).state).toBe('done');
  close();
});

test('a sheet larger than the glass is refused, and so is what nobody understands', async () => {
  const { send, scanNow, close } = await desk();
  await send('PUT', '/tide-office/glass', { ...glass, settings: { ...glass.settings, paper: 'letter' } });
  expect(await scanNow()).toMatchObject({ state: 'failed', error: 'wrong-size' });
  expect((await send('PUT', '/tide-office/glass', { ...glass, page: 0 })).status).toBe(400);
  expect((await send('POST', '/tide-office/jobs', { dpi: 9999 })).status).toBe(400);
  expect((await send('PUT', '/nowhere/glass', glass)).status).toBe(404);
  expect((await send('GET', '/jobs/scan-99')).status).toBe(404);
  close();
});

test('what breaks while the page is drawn is told as a lost scanner; a job can be cancelled', async () => {
  const broken = await desk(() => Promise.reject(new Error('no lamp')));
  await broken.send('PUT', '/tide-office/glass', glass);
  expect(await broken.scanNow()).toMatchObject({ state: 'failed', error: 'disconnected' });
  broken.close();
  const { send, device, close } = await desk();
  await send('PUT', '/tide-office/glass', glass);
  const { id } = (await (await send('POST', '/tide-office/jobs', { dpi: 300 })).json()) as ScanJob;
  expect((await send('DELETE', `/jobs/${id}`)).status).toBe(204);
  await new Promise((r) => setTimeout(r, 60));
  expect((await device()).state).toBe('ready');
  close();
});
