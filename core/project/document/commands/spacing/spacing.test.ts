import { box } from '../../../../testing/randomOutlines';
import { byName } from '../../../../testing/named';
import { sampleProject } from '../../../../testing/sampleProject';
import { composeAccents } from '../glyphs/composing';
import { changeFitSettings, freezeKerning, freezeSpacing, takeFitted, type FitResult } from './fitted';
import { fittable, groupOf } from '../../queries/spacing';
import { bearingRefusal, setBearings, setWordSpace, trackAll } from './bearings';
import { followUsual, setFollows } from './follows';
import { joinGroup, setGroupKerning, setKerning } from './kerning';
import type { ProjectDiff } from '../../changes/diff';
import { commit, emptyHistory } from '../../changes/history';
import { kerningBetween } from '../../queries/kerning';
import { advanceOf } from '../../queries/metrics';
import { blankGlyph, newProject } from '../../newProject';
import type { Doc } from '../../schema';

const apply = (doc: Doc, diff: ProjectDiff | null): Doc => commit(doc, emptyHistory, diff!).doc;

/** Letters of 300 u of ink, and an acute. */
function letters(chars: string): Doc {
  const doc = newProject('p', 'P', 0);
  const glyphs = [...chars].map((c) => ({
    ...blankGlyph(c, c, [c.codePointAt(0)!]),
    contours: [box(0, 0, 300, 500)],
  }));
  const acute = { ...blankGlyph('acute', 'acute', [0xb4]), contours: [box(0, 600, 60, 120)] };
  return {
    ...doc,
    glyphs: { ...doc.glyphs, acute, ...Object.fromEntries(glyphs.map((g) => [g.id, g])) },
  };
}

/** A fit with 60 u left and 40 u right of each letter; T and o kerned as groups of their own. */
const fit = (chars: string): FitResult => ({
  letters: [...chars].map((glyphId) => ({ glyphId, left: 60, right: 40 })),
  kerning: {
    left: [[chars.indexOf('T')]],
    right: [[chars.indexOf('o')]],
    pairs: [[0, 0, -40]],
    exceptions: [],
  },
  space: 240,
  wished: { size: 0, data: [] },
});

describe('followers', () => {
  test('take their side from their leader, now and later, along the chain', () => {
    let doc = letters('nmrh');
    doc = apply(doc, setFollows(doc, 'm', 'left', 'n'));
    doc = apply(doc, setFollows(doc, 'r', 'left', 'm'));
    doc = apply(doc, setBearings(doc, 'n', { left: 83 }));
    expect([byName(doc).m!.bearings, byName(doc).r!.bearings]).toEqual([
      { left: 83, right: 50 },
      { left: 83, right: 50 },
    ]);
    // Following is no setting by hand, and one that is set by hand no longer follows.
    expect(byName(doc).m!.spacing).toBe('first');
    doc = apply(doc, setBearings(doc, 'm', { left: 20 }));
    expect(byName(doc).m!.follows.left).toBeNull();
    expect(byName(doc).r!.bearings.left).toBe(20);
  });

  test('never in a ring, and never past the other side', () => {
    let doc = letters('nm');
    doc = apply(doc, setFollows(doc, 'm', 'left', 'n'));
    expect(setFollows(doc, 'n', 'left', 'm')).toBeNull();
    expect(setFollows(doc, 'n', 'left', 'n')).toBeNull();
    doc = apply(doc, setBearings(doc, 'n', { left: -340, right: 60 }));
    doc = apply(doc, setBearings(doc, 'm', { right: -200, left: 10 }));
    expect(setFollows(doc, 'm', 'left', 'n')).toBeNull();
  });

  test('fit all leaves their side to the leader', () => {
    let doc = letters('nmTo');
    doc = apply(doc, setFollows(doc, 'm', 'left', 'n'));
    const odd = fit('nmTo');
    doc = apply(
      doc,
      takeFitted(doc, {
        ...odd,
        letters: odd.letters.map((l) => (l.glyphId === 'm' ? { ...l, left: 99 } : l)),
      }),
    );
    expect(byName(doc).m!.bearings).toEqual({ left: 60, right: 40 });
  });

  test('the usual ones: n, m and r share their left side (common practice, no published source)', () => {
    const doc = letters('nmro');
    const done = apply(doc, followUsual(doc));
    expect(byName(done).m!.follows).toEqual({ left: 'n', right: 'n' });
    expect(byName(done).r!.follows).toEqual({ left: 'n', right: null });
    expect(byName(done).o!.follows).toEqual({ left: null, right: null });
    expect(followUsual(done)).toBeNull();
  });
});

test('a bearing that would pass the other is refused, with the reason', () => {
  const doc = letters('n');
  expect(setBearings(doc, 'n', { left: -400 })).toBeNull();
  expect(bearingRefusal(doc, 'n', { left: -400 })).toMatchObject({ code: 'advance-negative', value: -50 });
  // Negative bearings by themselves are good: strokes of a script overlap.
  expect(bearingRefusal(doc, 'n', { left: -120, right: -100 })).toBeNull();
});

test.each([1e300, -1e300, Infinity, NaN, 40_000])(
  '%d u is refused everywhere, with the reason where one is given',
  (far) => {
    const doc = letters('no');
    expect(bearingRefusal(doc, 'n', { left: far })).toMatchObject({ code: 'coordinate-out-of-range' });
    expect(setBearings(doc, 'n', { left: far })).toBeNull();
    expect(setKerning(doc, 'n', 'o', far)).toBeNull();
    expect(setGroupKerning(doc, 'n', 'o', far)).toBeNull();
    expect(setWordSpace(doc, far)).toBeNull();
    expect(trackAll(doc, far)).toBeNull();
  },
);

describe('fit all', () => {
  test('a pair set by hand leads the rest', () => {
    let doc = letters('nTo');
    const reference = { left: 'n', right: 'o', white: 130 };
    doc = apply(doc, changeFitSettings(doc, { reference }));
    doc = apply(doc, takeFitted(doc, fit('nTo')));
    expect(byName(doc).n!.bearings.right + byName(doc).o!.bearings.left).toBe(130);
    expect(byName(doc).T!.bearings).toEqual({ left: 75, right: 55 });
  });

  test('looser is for every letter', () => {
    let doc = letters('nTo');
    doc = apply(doc, changeFitSettings(doc, { looser: 20 }));
    doc = apply(doc, takeFitted(doc, fit('nTo')));
    expect(byName(doc).n!.bearings).toEqual({ left: 70, right: 50 });
    expect(advanceOf(byName(doc).space!)).toBe(260);
  });

  test('composed letters are spaced and kerned as their letter, and not fitted by themselves', () => {
    let doc = letters('nTo');
    doc = apply(doc, composeAccents(doc, 'ó'));
    expect(fittable(doc).map((g) => g.id)).not.toContain('oacute');
    doc = apply(doc, takeFitted(doc, fit('nTo')));
    expect(advanceOf(byName(doc).oacute!)).toBe(advanceOf(byName(doc).o!));
    expect(kerningBetween(doc)('T', byName(doc).oacute!.id)).toBe(-40);
  });

  test('accepted letters and kerning stay as they are', () => {
    let doc = letters('nTo');
    doc = apply(doc, takeFitted(doc, fit('nTo')));
    doc = apply(doc, freezeSpacing(doc, ['T']));
    doc = apply(doc, freezeKerning(doc));
    const other = fit('nTo');
    doc = apply(
      doc,
      takeFitted(doc, {
        ...other,
        letters: other.letters.map((l) => ({ ...l, left: 10, right: 10 })),
        kerning: { ...other.kerning, pairs: [[0, 0, -90]] },
      }),
    );
    expect(byName(doc).T!.bearings).toEqual({ left: 60, right: 40 });
    expect(kerningBetween(doc)('T', 'o')).toBe(-40);
  });

  test('pairs alone leave bearings alone', () => {
    const doc = letters('nTo');
    const done = apply(doc, takeFitted(doc, fit('nTo'), 'pairs'));
    expect(done.glyphs).toEqual(doc.glyphs);
    expect(kerningBetween(done)('T', 'o')).toBe(-40);
  });
});

describe('kerning by groups', () => {
  test('a pair wins over its groups, also with 0', () => {
    let doc = sampleProject();
    expect(kerningBetween(doc)('x', 'o')).toBe(-15);
    doc = apply(doc, setKerning(doc, 'x', 'o', 0));
    expect([kerningBetween(doc)('x', 'o'), kerningBetween(doc)('H', 'o')]).toEqual([0, -15]);
  });

  test('groups are kerned together; letters without one get their own', () => {
    let doc = sampleProject();
    doc = apply(doc, setGroupKerning(doc, 'T', 'o', -44));
    const kern = kerningBetween(doc);
    expect([kern('T', 'o'), kern('T', 'eacute'), kern('H', 'o')]).toEqual([-44, -44, -15]);
    expect(doc.groups[groupOf(doc, 'T', 'left')!]!.glyphIds).toEqual(['T']);
  });

  test('a letter leaves its group', () => {
    const doc = sampleProject();
    const done = apply(doc, joinGroup(doc, 'x', 'left', null));
    expect(kerningBetween(done)('x', 'o')).toBe(0);
    expect(apply(done, joinGroup(done, 'x', 'left', '@flat')).groups['@flat']!.glyphIds).toEqual(['H', 'x']);
  });
});

test('tracking is for every letter, whoever set it; the space has its no-break twin', () => {
  let doc = letters('no');
  doc = apply(doc, setBearings(doc, 'n', { left: 80 }));
  doc = apply(doc, trackAll(doc, 10));
  expect(byName(doc).n!.bearings).toEqual({ left: 85, right: 55 });
  expect(byName(doc).o).toMatchObject({ bearings: { left: 55, right: 55 }, spacing: 'first' });
  doc = apply(doc, setWordSpace(doc, 180));
  expect([advanceOf(byName(doc).space!), advanceOf(byName(doc).uni00A0!)]).toEqual([180, 180]);
});

test('letters made of squares are spaced by whole squares and not kerned', () => {
  const doc = newProject('p', 'P', 0);
  const pixels = (x: number) => [box(x, 0, 100, 700), box(x + 100, 300, 200, 100), box(x + 300, 0, 100, 700)];
  const glyphs = Object.fromEntries(
    [...'nTo'].map((c, i) => [c, { ...blankGlyph(c, c, [c.codePointAt(0)!]), contours: pixels(37 * i) }]),
  );
  const squares: Doc = { ...doc, glyphs: { ...doc.glyphs, ...glyphs } };
  const done = apply(squares, takeFitted(squares, fit('nTo')));
  // 60 + 40 u are one square of 100: nothing at the left, one at the right.
  expect(byName(done).n!.bearings).toEqual({ left: 0, right: 100 });
  expect(advanceOf(byName(done).n!) % 100).toBe(0);
  expect(advanceOf(byName(done).space!)).toBe(200);
  expect(Object.keys(done.kerning)).toEqual([]);
});
