import { drawnProject } from '../../testing/drawnProject';
import { acceptUnread } from '../../project/document/commands/pieces/named';
import { edit } from '../../project/document/inStep/edit';
import { setRules } from '../../project/document/commands/features/rules';
import { blankGlyph } from '../../project/document/newProject';
import type { Doc, Rule } from '../../project/document/schema';
import { describeProblem } from '../../foundations/problems/describe';
import { box } from '../../testing/randomOutlines';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { checkProject } from './checkProject';

const square = '<rect x="10" y="10" width="80" height="80"/>';

test('what of a drawing was not understood stays a snag of its letter until somebody says that it is right', async () => {
  const doc = await drawnProject({
    'A.svg': `${square}<text x="3" y="9">tide</text>`,
    'B.svg': square,
  });
  const partly = (d: Doc) => checkProject(d).filter((p) => p.code === 'svg-partly');
  expect(partly(doc)).toHaveLength(1);
  expect(partly(doc)[0]!.place).toMatchObject({ glyph: 'A', file: 'A' });
  const accepted = acceptUnread(doc, byName(doc).A!.source!.pieceId)!;
  const after = edit(doc, accepted).doc;
  expect(partly(after)).toEqual([]);
  expect(acceptUnread(after, byName(after).A!.source!.pieceId)).toBeNull();
});

test('a full stop as tall as a capital is a snag, a dot of a broad pen is none', () => {
  const base = sampleProject();
  const withStop = (tall: number): Doc => {
    const any = Object.values(base.glyphs)[0]!;
    const stop = {
      ...any,
      id: 'stop',
      name: 'period',
      codePoints: [0x2e],
      contours: [box(0, 0, 90, tall)],
      components: [],
    };
    return { ...base, glyphs: { ...base.glyphs, stop } };
  };
  const odd = (d: Doc) => checkProject(d).filter((p) => p.code === 'size-odd');
  expect(odd(base)).toEqual([]);
  expect(odd(withStop(200))).toEqual([]);
  expect(odd(withStop(700))).toMatchObject([{ char: '.', place: { glyph: 'period' } }]);
  expect(describeProblem(odd(withStop(700))[0]!)).toMatch(/6\.7 times as tall/);
  expect(odd(withStop(20))).toHaveLength(1);
});

test('a font without a space, rules that nothing comes of and kerning beyond the em are told', () => {
  const base = sampleProject();
  const spaces = Object.values(base.glyphs).filter((g) => g.codePoints.includes(0x20));
  expect(spaces).toHaveLength(1);
  const glyphs = Object.fromEntries(Object.entries(base.glyphs).filter(([id]) => id !== spaces[0]?.id));
  const empty = blankGlyph('swash', 'swash', []);
  const drawn = { ...base, glyphs: { ...glyphs, swash: empty } };
  const rules: Rule[] = [
    { kind: 'turns', letters: null, within: 5 },
    { kind: 'ends', at: 'word-end', swaps: [{ from: 'o', to: 'swash' }], clearance: 0, despite: [] },
    { kind: 'ligature', parts: ['o', 'x'], to: 'T', feature: 'liga' },
  ];
  const kerning = {
    ...base.kerning,
    wide: { id: 'wide', styleId: 'regular', left: 'H', right: 'x', value: -1200, fitted: false },
  };
  const doc = edit({ ...drawn, kerning }, setRules(drawn, rules)!).doc;
  const told = checkProject(doc);
  expect(told).toContainEqual(expect.objectContaining({ code: 'space-missing', severity: 'warning' }));
  expect(told).toContainEqual(expect.objectContaining({ code: 'kerning-wide', left: 'H', right: 'x' }));
  const idle = told.filter((p) => p.code === 'rule-idle');
  expect(idle.map((p) => p.code === 'rule-idle' && p.lacking)).toEqual([[], ['swash']]);
});
