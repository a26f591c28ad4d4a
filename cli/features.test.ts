import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { shape } from '../testing/outsideReaders';
import { runBuild } from './commands/build';
import { runFeatures } from './commands/features';

const SCRIPT = 'demo/files/finished/daughters-script.orthoglyph.zip';
const folder = mkdtempSync(join(tmpdir(), 'orthoglyph-features-'));
const path = (name: string) => join(folder, name);

/** What a command wrote to one of its streams. */
async function heard(stream: 'stdout' | 'stderr', run: () => Promise<number>): Promise<[number, string]> {
  let text = '';
  const own = process[stream].write;
  process[stream].write = (chunk: string | Uint8Array) => ((text += String(chunk)), true);
  try {
    return [await run(), text];
  } finally {
    process[stream].write = own;
  }
}

test('a project’s features are told in words and come out as rules and as features text; rules go into a project and its fonts', async () => {
  const [code, told] = await heard('stdout', () =>
    runFeatures([SCRIPT, '--json', path('own.json'), '--text', path('own.fea')]),
  );
  expect(code).toBe(0);
  expect(told).toContain('calt  Letters take turns with their other drawings');
  expect(told).toContain('salt (when asked for)');
  expect(JSON.parse(readFileSync(path('own.json'), 'utf8'))).toEqual({
    rules: [{ kind: 'turns', letters: null, within: 5 }],
  });
  expect(readFileSync(path('own.fea'), 'utf8')).toContain("sub e e' lookup turn_1;");

  writeFileSync(
    path('rules.json'),
    JSON.stringify({ rules: [{ kind: 'ligature', parts: ['e', 'e'], to: 'o', feature: 'liga' }] }),
  );
  const changed = path('changed.orthoglyph.zip');
  await heard('stdout', () => runFeatures([SCRIPT, '--rules', path('rules.json'), '--out', changed]));
  const names = async (args: string[], name: string) => {
    const [made] = await heard('stdout', () => runBuild([...args, '--out', path(name), '--formats', 'otf']));
    expect(made).toBe(0);
    return shape(readFileSync(path(`${name}/SluiceScript-Regular.otf`)), 'eeaa').map((g) => g.name);
  };
  expect(await names([SCRIPT], 'before')).toEqual(['e', 'e.alt1', 'a', 'a.alt1']);
  expect(await names([changed], 'changed')).toEqual(['o', 'a', 'a']);
  expect(await names([SCRIPT, '--rules', path('rules.json')], 'ruled')).toEqual(['o', 'a', 'a']);
});

test.each([
  ['{"rules": [', /can't be read: /],
  ['{"rules": [{"kind": "turns", "within": 99}]}', /can't be read at rules 1, within: /],
  [
    '{"rules": [{"kind": "turns"}, {"kind": "ligature", "parts": ["e", "nobody"], "to": "o"}]}',
    /rule 2 names the glyph “nobody”/,
  ],
])('rules that are of no use are told with their place: %s', async (text, sentence) => {
  writeFileSync(path('bad.json'), text);
  const [code, told] = await heard('stderr', () => runFeatures([SCRIPT, '--rules', path('bad.json')]));
  expect(code).toBe(1);
  expect(told).toMatch(/bad\.json/);
  expect(told).toMatch(sentence);
});
