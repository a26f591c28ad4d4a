import { spawnSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sampleProject } from '../../testing/sampleProject';
import { castingOf } from '../../project/document/newProject';
import type { Doc } from '../../project/document/schema';
import { compileFont } from './compileFont';
import { listedNames } from './listedNames';

const hasFontconfig = spawnSync('sh', ['-c', 'command -v fc-scan']).status === 0;

const named = (style: string): Doc => {
  const doc = sampleProject();
  return {
    ...doc,
    styles: Object.fromEntries(Object.values(doc.styles).map((s) => [s.id, { ...s, name: style }])),
  };
};

test('a style of the four stands in its family everywhere, another one in a family of its own where programs know four', () => {
  const casting = { ...castingOf(sampleProject()), family: 'Skerry Lane' };
  const of = (style: string) => listedNames(casting, style);
  expect(of('Bold Italic').ofFour).toEqual({ family: 'Skerry Lane', style: 'Bold Italic' });
  expect(of('Light')).toEqual({
    ofFour: { family: 'Skerry Lane Light', style: 'Regular' },
    ofAny: { family: 'Skerry Lane', style: 'Light' },
  });
});

(hasFontconfig ? test.each : test.skip.each)(['Regular', 'Light'])(
  'Linux lists %s as is said (fontconfig’s fc-scan)',
  (style) => {
    const doc = named(style);
    const styleId = Object.keys(doc.styles)[0] ?? '';
    const path = join(mkdtempSync(join(tmpdir(), 'orthoglyph-listed-')), 'font.otf');
    writeFileSync(path, compileFont(doc, { format: 'otf', styleId, nowUnixS: 0 }));
    const { stdout } = spawnSync('fc-scan', ['--format', '%{family[0]}|%{style[0]}', path], {
      encoding: 'utf8',
    });
    const { family, style: said } = listedNames(castingOf(doc), style).ofAny;
    expect(stdout).toBe(`${family}|${said}`);
  },
);
