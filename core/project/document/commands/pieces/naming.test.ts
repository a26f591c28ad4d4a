import { BILLS } from '../../../../type/names/bills';
import { byName, readableIds } from '../../../../testing/named';
import { contoursBox } from '../../../../foundations/geometry/measure';
import { box } from '../../../../testing/randomOutlines';
import { circle } from '../../../../testing/shapes';
import { sampleProject } from '../../../../testing/sampleProject';
import {
  addCodePoint,
  givePrivateCode,
  nameGlyph,
  removeCodePoint,
  setTypedNames,
} from '../glyphs/codePoints';
import { smallFromCapitals } from '../glyphs/smallLetters';
import { smallToMake, draftsOf, draftable } from '../../queries/glyphs';
import { takeOrder, pairByOrder } from './order';
import { namePiece } from './named';
import { acceptDrafts, makeDrafts } from '../signs/drafts';
import { movePoints, outlineOf } from '../outline';
import { PrivateCodes } from '../glyphs/privateCodes';
import { takeLifted } from './takeLifted';
import { addSheet } from '../sheets/sheets';
import { addMadeSheet } from '../sheets/madeSheets';
import type { ProjectDiff } from '../../changes/diff';
import { commit, emptyHistory, undo } from '../../changes/history';
import { edit } from '../../inStep/edit';
import { advanceOf } from '../../queries/metrics';
import { blankGlyph, newProject, projectOf } from '../../newProject';
import type { Doc, PieceRow } from '../../schema';

const apply = (doc: Doc, diff: ProjectDiff | null): Doc => commit(doc, emptyHistory, diff!).doc;

const piece = (order: number, char: string | null, size = 100, sheet = 's'): PieceRow => ({
  id: `${sheet}:${order}`,
  sheetId: sheet,
  box: { x: 120 * order, y: 100, width: 0.7 * size, height: size },
  seeds: [],
  cuts: [],
  unread: [],
  order,
  row: 0,
  baselineY: 200,
  char,
  variant: null,
  name: null,
  confidence: 0.9,
  state: 'found',
  outline: [box(120 * order, 200 - size, 0.7 * size, size)],
  layers: [],
  strokes: [],
  cells: [],
});

/** A lifted page with one piece a character; null = not known. */
function page(chars: readonly (string | null)[], sheet = 's', doc = newProject('p', 'P', 0)): Doc {
  const row = { id: sheet, name: `${sheet}.png`, pictureId: 'abc', widthPx: 4000, heightPx: 400 };
  const added = apply(doc, addSheet(doc, row));
  const pieces = chars.map((c, i) => piece(i, c, 100, sheet));
  const facts = { skewRad: 0, capHeightPx: 140, specksDropped: 0, printedLines: 0, pieces };
  return readableIds(apply(added, takeLifted(added, sheet, facts)));
}

const CAPITALS = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];

describe('by order', () => {
  test('as many pieces as characters pair one to one', () => {
    const pieces = CAPITALS.map((_, i) => piece(i, null));
    expect(pairByOrder(pieces, CAPITALS).map((p) => p.char)).toEqual(CAPITALS);
  });

  test.each([0, 7, 26])('a speck at place %s of 27 pieces is pointed at', (at) => {
    const chars: (string | null)[] = [...CAPITALS];
    chars.splice(at, 0, null);
    const pieces = chars.map((_, i) => piece(i, null, i === at ? 12 : 100));
    const places = pairByOrder(pieces, CAPITALS);
    expect(places.filter((p) => p.char === null).map((p) => p.pieceId)).toEqual([`s:${at}`]);
    expect(places.filter((p) => p.char !== null).map((p) => p.char)).toEqual(CAPITALS);
  });

  test('where sizes say nothing, what pieces were taken for does', () => {
    // A second D that nobody expected, and G is not on the page.
    const found = [...'ABCDDEFHIJKLMNOPQRSTUVWXYZ'];
    const places = pairByOrder(
      found.map((c, i) => piece(i, c)),
      CAPITALS,
    );
    expect(places.filter((p) => p.pieceId === null).map((p) => p.char)).toEqual(['G']);
    expect(places.filter((p) => p.char === null)).toHaveLength(1);
    expect(['s:3', 's:4']).toContain(places.find((p) => p.char === null)!.pieceId);
  });

  test('names all pieces in one step; what is left out has no character', () => {
    const doc = page(['A', null, 'X', null]);
    const places = [
      { pieceId: 's:0', char: 'A' },
      { pieceId: 's:1', char: 'B' },
      { pieceId: 's:2', char: null },
      { pieceId: 's:3', char: 'C' },
    ];
    const diff = takeOrder(doc, 's', places)!;
    const done = apply(doc, diff);
    expect(['A', 'B', 'C'].every((c) => byName(done)[c]!.contours.length > 0)).toBe(true);
    expect(byName(done).X).toBeUndefined();
    expect(done.pieces['s:2']).toMatchObject({ char: null });
    expect(undo(done, { done: [edit(doc, diff).diff], undone: [] })!.doc).toEqual(doc);
  });
});

describe('a character that is taken', () => {
  test('is replaced: the old piece loses it', () => {
    const doc = page(['o', null]);
    const done = apply(doc, namePiece(doc, 's:1', 'o', 'replace'));
    expect(byName(done).o!.source!.pieceId).toBe('s:1');
    expect(done.pieces['s:0']!.char).toBeNull();
  });

  test('is replaced across sheets too', () => {
    const doc = page([null], 'second', page(['o']));
    const done = apply(doc, namePiece(doc, 'second:0', 'o', 'replace'));
    expect(byName(done).o!.source!.pieceId).toBe('second:0');
    expect(done.pieces['s:0']!.char).toBeNull();
  });

  test('is kept, and the new one becomes another drawing', () => {
    let doc = page(['o', null, null]);
    doc = apply(doc, namePiece(doc, 's:1', 'o', 'alternate'));
    doc = apply(doc, namePiece(doc, 's:2', 'o', 'alternate'));
    expect(byName(doc).o!.source!.pieceId).toBe('s:0');
    expect(byName(doc)['o.alt1']).toMatchObject({ codePoints: [], source: { pieceId: 's:1' } });
    expect(byName(doc)['o.alt2']!.source!.pieceId).toBe('s:2');
  });

  test('a drawing made by hand never loses it in silence', () => {
    const doc = page(['o', null]);
    const byHand = { ...doc, glyphs: { ...doc.glyphs, o: { ...byName(doc).o!, handEdited: true } } };
    expect(namePiece(byHand, 's:1', 'o', 'replace')).toBeNull();
    expect(namePiece(byHand, 's:1', 'o', 'alternate')).not.toBeNull();
  });

  test('a drawn glyph becomes an alternate of a drawn one', () => {
    const doc = sampleProject();
    const done = apply(doc, nameGlyph(doc, 'x', 'o', 'alternate'));
    expect(byName(done)['o.alt1']).toMatchObject({ name: 'o.alt1', codePoints: [] });
    expect(byName(done).x).toBeUndefined();
    expect(byName(done).o).toBe(byName(doc).o);
    expect(byName(done)['o.alt1']!.id).toBe('x');
  });
});

test('a drawn glyph takes the place of a lifted one, which stays on its sheet without a character', () => {
  const doc = page(['o']);
  const drawn = { ...blankGlyph('ring', 'ring', []), contours: [circle(200, 200, 200)], handEdited: true };
  const both: Doc = { ...doc, glyphs: { ...doc.glyphs, ring: drawn } };
  const done = apply(both, nameGlyph(both, 'ring', 'o', 'replace'));
  expect(byName(done).o).toMatchObject({ name: 'o', codePoints: [0x6f], source: null });
  expect(byName(done).ring).toBeUndefined();
  expect(done.pieces['s:0']!.char).toBeNull();
  // What somebody worked on by hand isn't pushed away.
  const kept = { ...both, glyphs: { ...both.glyphs, o: { ...byName(both).o!, handEdited: true } } };
  expect(nameGlyph(kept, 'ring', 'o', 'replace')).toBeNull();
});

test('a drawing stands for several characters, and for fewer again', () => {
  const doc = sampleProject();
  const done = apply(doc, addCodePoint(doc, 'x', 0xd7));
  expect(byName(done).x!.codePoints).toEqual([0x78, 0xd7]);
  expect(addCodePoint(done, 'H', 0xd7)).toBeNull();
  expect(removeCodePoint(done, 'x', 0x78)).toBeNull();
  expect(apply(done, removeCodePoint(done, 'x', 0xd7)).glyphs.x!.codePoints).toEqual([0x78]);
});

describe('private code points', () => {
  const icons = (names: readonly string[], id: string, doc: Doc): Doc =>
    apply(
      doc,
      addMadeSheet(
        doc,
        { id, name: id, kind: 'artwork', pictureId: id, widthPx: 100, heightPx: 100, icons: true },
        {
          skewRad: 0,
          capHeightPx: 100,
          specksDropped: 0,
          printedLines: 0,
          pieces: names.map((name, i) => ({ ...piece(i, null, 100, id), name })),
        },
      ),
    );
  const codes = (doc: Doc) =>
    Object.fromEntries(
      Object.values(doc.glyphs)
        .filter((g) => g.codePoints[0]! >= 0xe000 && g.codePoints[0]! <= 0xf8ff)
        .map((g) => [g.name, g.codePoints[0]]),
    );

  test('go upward from U+E000 and stay when a thirteenth comes', () => {
    const twelve = [
      'anchor',
      'barley',
      'cat',
      'eel',
      'fog',
      'gate',
      'hand',
      'lane',
      'mill',
      'oar',
      'rain',
      'wheel',
    ];
    const doc = icons(twelve, 'a', newProject('p', 'P', 0));
    expect(codes(doc)).toEqual(Object.fromEntries(twelve.map((n, i) => [n, 0xe000 + i])));
    const more = icons(['boat', 'eel'], 'b', doc);
    expect(codes(more)).toEqual({ ...codes(doc), boat: 0xe00c });
  });

  test('a name keeps its own though its icon was gone for a while', () => {
    const doc = icons(['gate', 'mill'], 'a', newProject('p', 'P', 0));
    const { mill: _, ...rest } = Object.fromEntries(
      Object.entries(doc.glyphs).filter(([, g]) => g.name !== 'mill'),
    );
    const without: Doc = { ...doc, glyphs: rest };
    const later = icons(['rain'], 'b', without);
    expect(codes(later).rain).toBe(0xe002);
    expect(codes(icons(['mill'], 'c', later)).mill).toBe(0xe001);
  });

  test('are given to a drawing without a character', () => {
    const doc = sampleProject();
    const bare = {
      ...doc,
      glyphs: { ...doc.glyphs, sluice: { ...byName(doc).H!, id: 'sluice', name: 'sluice', codePoints: [] } },
    };
    const done = apply(bare, givePrivateCode(bare, 'sluice'));
    expect(byName(done).sluice!.codePoints).toEqual([0xe000]);
    expect(projectOf(done).privateCodes).toEqual({ sluice: 0xe000 });
    expect(givePrivateCode(done, 'sluice')).toBeNull();
  });

  test('end after 6,400 (Unicode, U+E000 to U+F8FF)', () => {
    const all = Object.fromEntries(Array.from({ length: 6400 }, (_, i) => [`n${i}`, 0xe000 + i]));
    expect(new PrivateCodes(all, new Set()).of('one more')).toBeNull();
    expect(new PrivateCodes(all, new Set()).of('n6399')).toBe(0xf8ff);
  });
});

test('typed names are each one icon’s', () => {
  const doc = sampleProject();
  const done = apply(doc, setTypedNames(doc, 'u1F41F', ['fish', ' eel ', 'fish', 'x']));
  // One letter alone would swallow that letter everywhere.
  expect(byName(done).u1F41F!.typed).toEqual(['fish', 'eel']);
  expect(setTypedNames(done, 'H', ['eel'])).toBeNull();
});

test('small letters made of capitals change with them', () => {
  let doc = sampleProject();
  expect(smallToMake(doc)).toEqual(['h', 't']);
  doc = apply(doc, smallFromCapitals(doc));
  expect(contoursBox(byName(doc).h!.contours)).toEqual(contoursBox(byName(doc).H!.contours));
  expect(advanceOf(byName(doc).h!)).toBe(advanceOf(byName(doc).H!));
  const points = [{ contour: 0, node: 2, part: 'node' as const }];
  const changed = apply(doc, movePoints(doc, outlineOf('H'), points, { x: 0, y: 50 }));
  expect(contoursBox(byName(changed).h!.contours)!.yMax).toBe(750);
  expect(smallToMake(doc)).toEqual([]);
});

describe('drafts of signs', () => {
  const base = (): Doc => {
    const doc = sampleProject();
    const more = {
      hyphen: { ...blankGlyph('hyphen', 'hyphen', [0x2d]), contours: [box(0, 220, 220, 50)] },
      period: { ...blankGlyph('period', 'period', [0x2e]), contours: [box(0, 0, 90, 90)] },
      comma: { ...blankGlyph('comma', 'comma', [0x2c]), contours: [box(0, -80, 80, 170)] },
      v: { ...blankGlyph('v', 'v', [0x76]), contours: [box(0, 0, 400, 480)] },
      one: { ...blankGlyph('one', 'one', [0x31]), contours: [box(0, 0, 200, 700)] },
      two: { ...blankGlyph('two', 'two', [0x32]), contours: [box(0, 0, 380, 700)] },
      slash: { ...blankGlyph('slash', 'slash', [0x2f]), contours: [box(0, 0, 300, 720)] },
      a: { ...blankGlyph('a', 'a', [0x61]), contours: [circle(200, 250, 250)] },
    };
    return { ...doc, glyphs: { ...doc.glyphs, ...more } };
  };
  const western = BILLS.find((b) => b.id === 'western')!.characters;
  const boxOf = (doc: Doc, id: string) => contoursBox(byName(doc)[id]!.contours)!;

  test('are made of what is there, marked, and follow it', () => {
    let doc = base();
    const made = draftable(doc, western);
    for (const c of '–—+=±÷«»‹›“”‘’„…·½²ª') expect(made).toContain(c);
    expect(made).not.toContain('¿');
    doc = apply(doc, makeDrafts(doc, western));
    expect(
      draftsOf(doc)
        .map((g) => String.fromCodePoint(g.codePoints[0]!))
        .sort(),
    ).toEqual([...made].sort());
    // An en dash about as wide as n, an em dash twice that (common practice, no published source).
    expect(boxOf(doc, 'endash').xMax - boxOf(doc, 'endash').xMin).toBeCloseTo(420, 0);
    expect(boxOf(doc, 'endash').yMax - boxOf(doc, 'endash').yMin).toBeCloseTo(50, 6);
    // Plus stands about the middle of the capitals; its arms are equal.
    const plus = boxOf(doc, 'plus');
    expect((plus.yMin + plus.yMax) / 2).toBeCloseTo(350, 6);
    expect(plus.xMax - plus.xMin).toBeCloseTo(plus.yMax - plus.yMin, 6);
    // Quotes hang from the capitals' height.
    expect(boxOf(doc, 'quoteright').yMax).toBeCloseTo(700, 6);
    expect(boxOf(doc, 'onehalf').yMax).toBeCloseTo(720, 6);
    const taller = apply(
      doc,
      movePoints(
        doc,
        outlineOf('hyphen'),
        [
          { contour: 0, node: 2, part: 'node' },
          { contour: 0, node: 3, part: 'node' },
        ],
        { x: 0, y: 20 },
      ),
    );
    expect(boxOf(taller, 'endash').yMax - boxOf(taller, 'endash').yMin).toBeCloseTo(70, 6);
    expect(byName(taller).endash!.draft).toBe(true);
  });

  test('accents that stand by themselves, slashes and the bar are among them', () => {
    const start = base();
    const { slash: _, ...without } = byName(start);
    const bare = { ...start, glyphs: Object.fromEntries(Object.values(without).map((g) => [g!.id, g!])) };
    const doc = apply(bare, makeDrafts(bare, '´¨¸ˆ/\\|'));
    expect(draftsOf(doc)).toHaveLength(7);
    // An acute rises to the right above the x-height; a slash reaches the capitals, its mirror leans the other way.
    expect(boxOf(doc, 'acute').yMin).toBeGreaterThan(480);
    expect(boxOf(doc, 'cedilla').yMax).toBeLessThan(60);
    expect(boxOf(doc, 'slash').yMax).toBeGreaterThan(700);
    const leans = (name: string) => {
      const top = byName(doc)[name]!.contours[0]!.nodes.reduce((a, b) => (b.y > a.y ? b : a));
      return top.x > (boxOf(doc, name).xMin + boxOf(doc, name).xMax) / 2;
    };
    expect([leans('acute'), leans('slash'), leans('backslash')]).toEqual([true, true, false]);
    expect(boxOf(doc, 'bar').yMin).toBeLessThan(-200);
    // Where the slash is drawn, its mirror is made of that.
    const drawn = apply(start, makeDrafts(start, '\\'));
    expect(byName(drawn).backslash!.components.map((c) => drawn.glyphs[c.glyphId]!.name)).toEqual(['slash']);
  });

  test('are no drafts any more once accepted', () => {
    let doc = apply(base(), makeDrafts(base(), '–…'));
    doc = apply(doc, acceptDrafts(doc, [byName(doc).endash!.id]));
    expect(draftsOf(doc).map((g) => g.name)).toEqual(['ellipsis']);
    // What is drawn is never drafted over.
    expect(draftable(doc, '–…')).toEqual([]);
  });
});
