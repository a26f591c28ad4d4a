import { mkdtempSync, mkdirSync, writeFileSync } from 'node:fs';
import { request, type IncomingHttpHeaders } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createApp } from './createApp';
import { portOf } from './guards';
import { listen } from './listen';
import { Scanners } from './scanner/scanners';

const noScanners = () => new Scanners(() => Promise.reject(new Error('nothing to scan')));

function webFolder(): string {
  const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-web-'));
  mkdirSync(join(folder, 'assets'));
  writeFileSync(join(folder, 'index.html'), '<!doctype html><title>Orthoglyph</title>');
  writeFileSync(join(folder, 'assets', 'a.js'), '1');
  writeFileSync(join(folder, 'assets', 'large.js'), '// tide\n'.repeat(1000));
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
    // Compiled code (CSP 3, 'wasm-unsafe-eval') may run, text as code may not.
    expect(policy).not.toContain("'unsafe-eval'");
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

/** A server for one test, and requests to it with headers of one's own (fetch forbids setting some). */
async function serving(
  test: (base: string, ask: typeof asked, port: number) => Promise<void>,
): Promise<void> {
  const { server, port } = await listen(createApp(webFolder(), noScanners()), 5700);
  try {
    await test(`http://127.0.0.1:${port}`, asked, port);
  } finally {
    server.close();
  }
}
function asked(
  port: number,
  path: string,
  options: { method?: string; headers?: Record<string, string>; body?: string } = {},
): Promise<{ status: number; headers: IncomingHttpHeaders; text: string }> {
  return new Promise((resolve, reject) => {
    const { method = 'GET', headers = {}, body } = options;
    const sent = request({ host: '127.0.0.1', port, path, method, headers, agent: false }, (response) => {
      const parts: Buffer[] = [];
      response.on('data', (part: Buffer) => parts.push(part));
      response.on('end', () =>
        resolve({
          status: response.statusCode ?? 0,
          headers: response.headers,
          text: Buffer.concat(parts).toString('latin1'),
        }),
      );
    });
    sent.on('error', reject);
    sent.end(body);
  });
}

test('unknown API addresses are 404 as JSON; unknown pages are 404 with the app, which says so', () =>
  serving(async (base) => {
    const api = await fetch(`${base}/api/nothing`);
    expect([api.status, api.headers.get('content-type')]).toEqual([404, expect.stringContaining('json')]);
    const page = await fetch(`${base}/nowhere/at/all`);
    expect(page.status).toBe(404);
    expect(await page.text()).toContain('<title>Orthoglyph</title>');
    for (const path of ['/', '/projects', '/p/abc', '/p/abc/cast', '/p/abc/family', '/p/abc/colours'])
      expect((await fetch(`${base}${path}`)).status).toBe(200);
  }));

test('a name of somebody else’s that points to this machine is turned away', () =>
  serving(async (_, ask, port) => {
    for (const host of ['mill.example', `mill.example:${port}`, '127.0.0.1.mill.example'])
      expect((await ask(port, '/projects', { headers: { host } })).status).toBe(421);
    for (const host of ['localhost', `127.0.0.1:${port}`, `[::1]:${port}`])
      expect((await ask(port, '/projects', { headers: { host } })).status).toBe(200);
  }));

test('changes are taken from this server’s own pages only', () =>
  serving(async (base, ask, port) => {
    const clear = (headers: Record<string, string>) =>
      ask(port, '/api/scanners/none/clear', { method: 'POST', headers });
    expect((await clear({ origin: 'http://mill.example' })).status).toBe(403);
    expect((await clear({ 'sec-fetch-site': 'cross-site' })).status).toBe(403);
    expect((await clear({ origin: base, 'sec-fetch-site': 'same-origin' })).status).toBe(404);
    expect((await clear({})).status).toBe(404);
  }));

test('no answer tells a stack or a path of the machine', () =>
  serving(async (_, ask, port) => {
    const answers = await Promise.all([
      ask(port, '/assets/%2e%2e/%2e%2e/etc/passwd'),
      ask(port, '/assets/%ff'),
      ask(port, '/assets/gone.js'),
      ask(port, '/%c0%af'),
      ask(port, '/api/scanners/x/glass', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: '{"cut',
      }),
      ask(port, '/api/scanners/x/glass', {
        method: 'PUT',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ a: 'x'.repeat(200_000) }),
      }),
      ask(port, '/projects', { method: 'DELETE' }),
    ]);
    for (const { status, text } of answers) {
      expect(status).toBeGreaterThanOrEqual(400);
      expect(status).toBeLessThan(500);
      expect(text).not.toMatch(/node_modules|\n\s+at |root:|\/tmp\//);
    }
  }));

test('what is sent is packed', () =>
  serving(async (_, ask, port) => {
    const { headers } = await ask(port, '/assets/large.js', { headers: { 'accept-encoding': 'gzip' } });
    expect(headers['content-encoding']).toBe('gzip');
  }));

test.each([
  [undefined, 5180],
  ['', 5180],
  ['6000', 6000],
  ['0', 0],
  ['65536', null],
  ['-1', null],
  ['80.5', null],
  ['1e3', null],
  ['mill', null],
])('PORT %j is %j', (text, port) => expect(portOf(text, 5180)).toBe(port));
