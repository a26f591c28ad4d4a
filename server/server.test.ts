import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './createApp';
import { listen } from './listen';
import { Scanners } from './scanner/scanners';

const noScanners = () => new Scanners(() => Promise.reject(new Error('nothing to scan')));

function webFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Orthoglyph</title>');
  writeFileSync(join(folder, 'assets', 'a.js'), '1');
  return folder;
}

test('serves the app under all its addresses, with strict headers, to this machine only', async () => {
  const { server, port } = await listen(createApp(webFolder(), noScanners()), 5500);
  try {
    const base = `http://127.0.0.1:${port}`;
    const page = await fetch(`${base}/p/some-project/dress?glyph=A`);
    expect(await page.text()).toContain('Orthoglyph');
    const policy = page.headers.get('content-security-policy')!;
    expect(policy).toContain("default-src 'none'");
    expect(policy).toContain("script-src 'self'");
    expect(policy).not.toContain('unsafe-eval');
    expect(page.headers.get('x-powered-by')).toBeNull();
    expect((await fetch(`${base}/assets/a.js`)).headers.get('cache-control')).toContain('immutable');
    expect((await fetch(`${base}/assets/gone.js`)).status).toBe(404);
    expect((server.address() as AddressInfo).address).toBe('127.0.0.1');
  } finally {
    server.close();
  }
});

test('a taken port gives way to the next one', async () => {
  const first = await listen(createApp(webFolder(), noScanners()), 5600);
  const second = await listen(createApp(webFolder(), noScanners()), first.port);
  expect(second.port).toBe(first.port + 1);
  first.server.close();
  second.server.close();
});
