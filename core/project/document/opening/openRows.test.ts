import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { shape } from '../../../../testing/outsideReaders';
import { buildSfnt, parseSfnt, SFNT_TRUETYPE } from '../../../fonts/opentype/sfnt';
import { compileFont } from '../../../fonts/compile/compileFont';
import { describeProblem } from '../../../foundations/problems/describe';
import { byName } from '../../../testing/named';
import { sampleProject } from '../../../testing/sampleProject';
import { danglingReferences } from '../queries/dangling';
import { SCHEMA_VERSION, type Doc } from '../schema';
import { openRows } from './openRows';

type Plain = Record<string, Record<string, unknown>>;

const fixture = (version: number) =>
  JSON.parse(readFileSync(new URL(`../fixtures/version${version}.json`, import.meta.url), 'utf8')) as {
    version: number;
    data: Plain;
  };
const opened = (version: number, data: unknown) => {
  const result = openRows(version, data);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return { ...result.value, problems: result.problems };
};
const damagedBy = (change: (data: Plain) => void) => {
  const data = JSON.parse(JSON.stringify(sampleProject())) as Plain;
  change(data);
  return opened(SCHEMA_VERSION, data);
};

describe('projects of earlier versions', () => {
  test('version 0 opens, and says that it has to be stored anew', () => {
    const { version, data } = fixture(0);
    const { doc, changed, problems } = opened(version, data);
    expect(byName(doc).A!.codePoints).toEqual([65]);
    expect(changed).toBe(true);
    expect(problems.filter((p) => p.severity !== 'note')).toEqual([]);
  });

  describe('version 1, with sheets of every kind, accents, drafts, parts, fitted and own kerning, followers', () => {
    const { data } = fixture(1);
    const { doc, damaged, problems } = opened(1, data);

    test('loses no row', () => {
      for (const table of ['glyphs', 'pieces', 'sheets', 'recipes', 'groups', 'kerning', 'styles'] as const)
        expect(Object.keys(doc[table])).toHaveLength(Object.keys(data[table]!).length);
      expect(damaged).toEqual([]);
      expect(problems).toEqual([]);
      expect(danglingReferences(doc)).toEqual([]);
    });

    // Letters of typed names have looked otherwise since then, and letters of parts say so in the font.
    const untyped = {
      ...doc,
      glyphs: Object.fromEntries(
        Object.values(doc.glyphs).map((g) => [g.id, { ...g, typed: [], components: [] }]),
      ),
    };

    test('gives the very bytes of the font that version 1 made', () => {
      const { tables } = parseSfnt(compileFont(untyped, { format: 'ttf', styleId: 'regular', nowUnixS: 0 }));
      const hash = createHash('sha256');
      // All but the heights in OS/2, which say what x and H are since then, the checksum over the file in head, the
      // drawings that are found by their names since then, how kerning is laid out, the id that tells castings apart in the
      // names, and the scripts.
      const later = new Set(['OS/2', 'head', 'GSUB', 'GPOS', 'name', 'meta']);
      for (const tag of [...tables.keys()].filter((t) => !later.has(t)).sort())
        hash.update(tag).update(tables.get(tag)!);
      // Hash of the other tables as the code of version 1 compiled them from this fixture.
      expect(hash.digest('hex')).toBe('3cf383dfa1937f40ce59e8bc47530cd0a59a5305620d58740b173d865542b5e7');
    });

    test('kerns each pair as the font of version 1 did', () => {
      const now = compileFont(untyped, { format: 'ttf', styleId: 'regular', nowUnixS: 0 });
      const before = new Map(parseSfnt(now).tables);
      before.set('GPOS', readFileSync(new URL('../fixtures/version1.GPOS', import.meta.url)));
      const chars = Object.values(doc.glyphs).flatMap((g) =>
        g.codePoints.map((cp) => String.fromCodePoint(cp)),
      );
      const text = chars.flatMap((a) => chars.map((b) => `${a}${b} `)).join('');
      const advances = (font: Uint8Array) => shape(font, text).map((g) => g.advance);
      expect(advances(now)).toEqual(advances(buildSfnt(SFNT_TRUETYPE, before)));
      expect(advances(now)).not.toEqual(shape(now, text, false).map((g) => g.advance));
    });

    test('keeps what points at what', () => {
      const glyph = byName(doc);
      expect(glyph.v!.follows.left).toBe(glyph.A!.id);
      expect(glyph.eacute!.components.map((c) => c.glyphId)).toEqual([glyph.e!.id, glyph.acutecomb!.id]);
      expect(doc.kerning[`${glyph.A!.id} ${glyph.v!.id}`]!.value).toBe(-70);
      expect(Object.values(doc.groups).filter((g) => g.fitted)).toHaveLength(3);
      expect(doc.styles.regular!.fit.reference).toMatchObject({ left: glyph.A!.id, right: glyph.v!.id });
      expect(doc.pieces[glyph.b!.source!.pieceId]!.char).toBe('b');
      expect(Object.values(doc.sheets).filter((s) => s.pictureId === null)).toHaveLength(2);
    });

    test('no id is a name any more', () => {
      const ids = Object.keys(doc.glyphs);
      expect(ids.every((id) => /^[0-9a-f]{12}$/.test(id))).toBe(true);
      expect(Object.keys(doc.pieces).some((id) => id.includes(':'))).toBe(false);
    });
  });

  test('version 1 with references that point at nothing opens without them', () => {
    const { data } = fixture(1);
    const broken = structuredClone(data);
    delete broken.glyphs!.A;
    const { doc } = opened(1, broken);
    expect(danglingReferences(doc)).toEqual([]);
    expect(byName(doc).v!.follows.left).toBeNull();
  });
});

test('a newer version is told and left alone', () => {
  const result = openRows(SCHEMA_VERSION + 1, sampleProject());
  expect(result.problems[0]).toMatchObject({ code: 'project-future', version: SCHEMA_VERSION + 1 });
  expect(describeProblem(result.problems[0]!)).toMatch(/newer Orthoglyph/);
});

describe('damage', () => {
  test('one bad row is named and given back; the rest opens', () => {
    const { doc, damaged, problems } = damagedBy((d) => {
      (d.glyphs!.H as { bearings: unknown }).bearings = { left: 'wide', right: 1 };
    });
    expect(doc.glyphs.H).toBeUndefined();
    expect(byName(doc).T).toBeDefined();
    expect(damaged).toMatchObject([{ table: 'glyphs', id: 'H', raw: { name: 'H' } }]);
    expect(problems[0]).toMatchObject({ code: 'row-damaged', table: 'glyphs', id: 'H' });
    expect(problems[0]).toMatchObject({ reason: expect.stringMatching(/^bearings\.left: /) });
    expect(danglingReferences(doc)).toEqual([]);
  });

  test.each<[string, (d: Plain) => void]>([
    ['null rows', (d) => (d.glyphs!.H = null)],
    ['a row that is a list', (d) => (d.kerning!['T o'] = [])],
    ['a table that is a list', (d) => ((d as Record<string, unknown>).groups = [1, 2])],
    ['a table that is missing', (d) => delete d.kerning],
    ['no styles', (d) => (d.styles = {})],
    ['a style in hand that is gone', (d) => ((d.project!.sample as { styleId: string }).styleId = 'bold')],
    ['no recipes', (d) => (d.recipes = {})],
    ['a row under another id', (d) => (d.glyphs!.Q = d.glyphs!.H)],
    ['kerning of nobody', (d) => delete d.glyphs!.T],
    ['a number that is none', (d) => ((d.glyphs!.o as { bearings: unknown }).bearings = { left: null })],
    ['no casting', (d) => (d.casting = {})],
    [
      'bearings beyond all use',
      (d) => ((d.glyphs!.x as { bearings: unknown }).bearings = { left: 1e300, right: -1e300 }),
    ],
    [
      'rules that name glyphs which are gone',
      (d) =>
        Object.assign(d.features!, {
          some: {
            id: 'some',
            styleId: 'regular',
            order: 0,
            rule: { kind: 'turns', letters: [{ glyph: 'o', drawings: ['x', 'gone'] }] },
          },
          none: {
            id: 'none',
            styleId: 'regular',
            order: 1,
            rule: { kind: 'ligature', parts: ['o', 'gone'], to: 'x' },
          },
        }),
    ],
    [
      'a point beyond all use',
      (d) => ((d.glyphs!.o as { contours: { nodes: { x: number }[] }[] }).contours[0]!.nodes[0]!.x = 1e300),
    ],
  ])('%s: it opens whole, and compiles', (_, change) => {
    const { doc } = damagedBy(change);
    expect(danglingReferences(doc)).toEqual([]);
    expect(doc.glyphs.x).toBeDefined();
    const styleId = Object.keys(doc.styles)[0]!;
    expect(compileFont(doc, { format: 'otf', styleId, nowUnixS: 0 }).length).toBeGreaterThan(500);
    // What was mended is stored so, and then there is nothing left to mend.
    const again = opened(SCHEMA_VERSION, JSON.parse(JSON.stringify(doc)));
    expect([again.doc, again.changed]).toEqual([doc, false]);
  });

  test.each<[string, unknown, string]>([
    ['nothing', null, 'project-incomplete'],
    ['a text', 'glyphs', 'project-incomplete'],
    ['an empty object', {}, 'project-incomplete'],
    ['two projects in one', { project: { a: sampleProject().project.sample, b: 3 } }, 'project-invalid'],
  ])('%s is no project', (_, data, code) => {
    const result = openRows(SCHEMA_VERSION, data);
    expect(result.ok).toBe(false);
    expect(result.problems[0]!.code).toBe(code);
  });

  test.each([undefined, null, -1, 1.5, '1', NaN])('version %s is none', (version) => {
    expect(openRows(version, sampleProject()).ok).toBe(false);
  });
});

test('a whole project opens as it is, with nothing to store', () => {
  const doc: Doc = sampleProject();
  const { doc: same, changed, problems } = opened(SCHEMA_VERSION, JSON.parse(JSON.stringify(doc)));
  expect(same).toEqual(doc);
  expect(changed).toBe(false);
  expect(problems).toEqual([]);
});
