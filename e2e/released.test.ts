import { execFile, spawn, type ChildProcess } from 'node:child_process';
import { mkdtempSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import { tmpdir } from 'node:os';
import { extname, join } from 'node:path';
import { promisify } from 'node:util';
import { expect, test } from '@playwright/test';
import { stage } from './support/app';

/** Packing, installing and building from scratch take their time on a busy machine. */
const SLOW_MS = 240_000;

/** Runs a command to its end; what it printed. */
const run = async (command: string, args: string[], cwd: string, env = {}): Promise<string> => {
  const { stdout } = await promisify(execFile)(command, args, { cwd, env: { ...process.env, ...env } });
  return stdout;
};
const folderFor = (name: string) => mkdtempSync(join(tmpdir(), `orthoglyph-${name}-`));

const TYPES: Record<string, string> = {
  '.html': 'text/html',
  '.js': 'text/javascript',
  '.css': 'text/css',
  '.wasm': 'application/wasm',
  '.webmanifest': 'application/manifest+json',
};

/** A web server that knows nothing of the app: files below /fonts/, and 404.html for all else. */
function plainServer(folder: string, strays: string[]): Server {
  return createServer((request, response) => {
    const path = decodeURIComponent(new URL(request.url ?? '/', 'http://x').pathname);
    const file = join(folder, path.replace(/^\/fonts/, '').replace(/\/$/, '/index.html'));
    const there = path.startsWith('/fonts/') && statSync(file, { throwIfNoEntry: false })?.isFile();
    if (!path.startsWith('/fonts/') && path !== '/favicon.ico') strays.push(path);
    const sent = there ? file : join(folder, '404.html');
    response.writeHead(there ? 200 : 404, {
      'Content-Type': TYPES[extname(sent)] ?? 'application/octet-stream',
    });
    response.end(readFileSync(sent));
  });
}

const ending = (child: ChildProcess) => new Promise((end) => child.on('exit', end));

test('a package installed from its file has a command, a library with types, and the app', async ({
  page,
}) => {
  test.setTimeout(SLOW_MS);
  const [packed, prefix, work] = [folderFor('pack'), folderFor('prefix'), folderFor('work')];
  const said = await run('npm', ['pack', '--pack-destination', packed, '--silent'], '.');
  const name = said.trim().split('\n').pop() ?? '';
  const quiet = ['--omit=dev', '--no-audit', '--no-fund', '--loglevel=error'];
  await run('npm', ['install', '-g', '--prefix', prefix, ...quiet, join(packed, name)], work);
  const command = join(prefix, 'bin/orthoglyph');
  const project = join(process.cwd(), 'demo/files/finished/keepers-hand.orthoglyph.zip');
  const at = { SOURCE_DATE_EPOCH: '1700000000' };
  await run(command, ['build', project, '--formats', 'otf,woff2', '--out', 'fonts'], work, at);

  writeFileSync(
    join(work, 'build.mjs'),
    `import { buildFont, checkFont, openProject } from 'orthoglyph';
     const project = openProject(${JSON.stringify(project)});
     const errors = checkFont(project).filter((f) => f.severity === 'error').length;
     const [font] = await buildFont(project, { formats: ['otf'], nowUnixS: 1700000000 });
     process.stdout.write(JSON.stringify({ errors, name: font.name, hex: Buffer.from(font.bytes).toString('hex') }));`,
  );
  await run('npm', ['install', '--silent', ...quiet, join(packed, name)], work);
  const built = JSON.parse(await run('node', ['build.mjs'], work)) as {
    errors: number;
    name: string;
    hex: string;
  };
  expect(built.errors).toBe(0);
  expect(readFileSync(join(work, 'fonts', built.name)).toString('hex')).toBe(built.hex);

  // The types are found as Node itself resolves them; a wrong format doesn't compile.
  writeFileSync(
    join(work, 'typed.mts'),
    `import { buildFont, openProject, type CastFile } from 'orthoglyph';
     const files: Promise<CastFile[]> = buildFont(openProject('x.zip'), { formats: ['otf'] });
     // @ts-expect-error There is no such format.
     export const wrong = [files, buildFont(openProject('x.zip'), { formats: ['doc'] })];`,
  );
  const tsc = join(process.cwd(), 'node_modules/.bin/tsc');
  await run(tsc, ['--noEmit', '--strict', '--module', 'nodenext', '--skipLibCheck', 'typed.mts'], work);

  const app = spawn(command, ['app'], { cwd: work, env: { ...process.env, PORT: '5397' } });
  try {
    const address = await new Promise<string>((found, lost) => {
      app.stdout.on('data', (text) => {
        const url = /http:\S+/.exec(String(text));
        if (url) found(url[0]);
      });
      app.on('exit', () => lost(new Error('the app ended')));
    });
    await page.goto(address);
    await expect(page.getByRole('heading', { name: 'Orthoglyph' })).toBeVisible();
  } finally {
    const ended = ending(app);
    app.kill('SIGTERM');
    await ended;
  }
});

test('the app as plain files works below the root of any web server', async ({ page }) => {
  test.setTimeout(SLOW_MS);
  const folder = folderFor('static');
  await run('node', ['scripts/buildStatic.mjs', folder, '/fonts/'], '.');
  const strays: string[] = [];
  const server = plainServer(folder, strays);
  await new Promise<void>((ready) => server.listen(5398, '127.0.0.1', ready));
  try {
    await page.goto('http://127.0.0.1:5398/fonts/');
    await expect(page).toHaveURL('http://127.0.0.1:5398/fonts/projects');
    await page.getByRole('button', { name: 'Open the tide mill demo' }).click();
    await expect(page.getByTestId('live-font')).toContainText('live font', { timeout: 60_000 });
    await expect(page).toHaveURL(/\/fonts\/p\/tide-mill\//);
    await stage(page, 'Cast');
    await expect(page).toHaveURL(/\/fonts\/p\/tide-mill\/cast/);
    await expect(page.getByRole('button', { name: 'Cast', exact: true })).toBeVisible();
    // An address of the app's own, asked of a server that has no such file.
    await page.goto('http://127.0.0.1:5398/fonts/p/tide-mill/seat');
    await expect(page.getByRole('button', { name: 'Seat all' })).toBeVisible();
    // Pictures of the finished projects too lie below the app's own root.
    expect(strays).toEqual([]);
  } finally {
    server.closeAllConnections();
    server.close();
  }
});
