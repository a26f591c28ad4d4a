/** Letters of an open font taken into a project that has its own. */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { openFontPath } from '../../../testing/openFonts';
import { danglingReferences } from '../../project/document/queries/dangling';
import { takeLetters } from '../../project/document/commands/glyphs/takeLetters';
import { applyDiff, reverseDiff } from '../../project/document/changes/diff';
import { edit } from '../../project/document/inStep/edit';
import { castingOf, projectOf } from '../../project/document/newProject';
import { advanceOf, inkBox } from '../../project/document/queries/metrics';
import type { Doc } from '../../project/document/schema';
import { byName } from '../../testing/named';
import { sampleProject } from '../../testing/sampleProject';
import { readFont } from '../opentype/read/readFont';
import { lettersToTake, type TakingLetters } from './lettersOfFont';
import { openFont } from './openFont';

const read = readFont(new Uint8Array(readFileSync(openFontPath('karla'))), brotliDecompressSync);
const opened = read.ok ? openFont(read.value, { id: 'font', family: 'Sluice', nowMs: 0 }) : read;
if (!opened.ok) throw new Error('not opened');
const from = opened.value.doc;
const doc = sampleProject();

function taken(how: Partial<TakingLetters> & { readonly characters: string }, into: Doc = doc) {
  const { letters, lacking } = lettersToTake(into, from, { size: 'x-height', where: 'replace', ...how });
  const diff = takeLetters(into, letters);
  if (!diff) throw new Error('nothing taken');
  return { ...edit(into, diff), lacking, scale: letters.scale };
}

test('a letter that the project lacks comes in at the same x-height, with its white; undo takes it away again', () => {
  const { doc: now, diff, scale, lacking } = taken({ characters: 'nx\u4e00' });
  const [n, theirs] = [byName(now).n!, byName(from).n!];
  expect(n.codePoints).toEqual([0x6e]);
  expect(advanceOf(n)).toBeCloseTo(advanceOf(theirs) * scale, 6);
  expect(inkBox(byName(now).x!)!.yMax).toBeCloseTo(projectOf(doc).lines.xHeight, 6);
  expect(lacking).toEqual(['\u4e00']);
  expect(danglingReferences(now)).toEqual([]);
  expect(applyDiff(now, reverseDiff(diff))).toEqual(doc);
});

test('a letter that is there is replaced under its own id, so that its kerning and groups stay; or it gets another drawing', () => {
  const replaced = taken({ characters: 'o' }).doc;
  expect(replaced.glyphs.o!.contours).not.toEqual(doc.glyphs.o!.contours);
  expect(Object.keys(replaced.glyphs).sort()).toEqual(Object.keys(doc.glyphs).sort());
  expect(replaced.kerning).toEqual(doc.kerning);
  const beside = taken({ characters: 'o', where: 'beside' }).doc;
  expect(beside.glyphs.o).toEqual(doc.glyphs.o);
  expect(byName(beside)['o.alt1']).toMatchObject({ codePoints: [] });
  const again = taken({ characters: 'o', where: 'beside' }, beside).doc;
  expect(byName(again)['o.alt2']).toBeDefined();
});

test('accented letters keep the parts that come along, and are drawings of their own otherwise', () => {
  const accented = Object.values(from.glyphs).find((g) => g.name === 'eacute')!;
  const partNames = accented.components.map((c) => from.glyphs[c.glyphId]!.name);
  expect(partNames).toContain('e');
  const alone = byName(taken({ characters: '\u00e9' }).doc).eacute!;
  expect(alone.components).toEqual([]);
  expect(alone.contours.every((c) => c.of === undefined)).toBe(true);
  const both = taken({ characters: '\u00e9e' });
  const eacute = byName(both.doc).eacute!;
  expect(eacute.components.map((c) => both.doc.glyphs[c.glyphId]!.name)).toEqual(['e']);
  // The part lies in the letter where it did: changing e changes both.
  const own = (box: { xMin: number; yMin: number }) => [box.xMin, box.yMin].map(Math.round);
  const part = eacute.contours.filter((c) => c.of !== undefined);
  expect(own(inkBox({ contours: part })!)).toEqual(
    own(inkBox({ contours: alone.contours.slice(0, part.length) })!),
  );
  expect(danglingReferences(both.doc)).toEqual([]);
});

test('its licence comes along where the project has none, and names it keeps for itself are remembered; one’s own licence stays', () => {
  const now = taken({ characters: 'n' }).doc;
  expect(castingOf(now).licence + castingOf(now).licenceUrl).not.toBe('');
  expect(projectOf(now).openedFrom?.family).toBe(projectOf(from).openedFrom?.family);
  const [row] = Object.values(doc.casting);
  const mine = { ...doc, casting: { [row!.id]: { ...row!, licence: 'Ask the miller.' } } };
  expect(castingOf(taken({ characters: 'n' }, mine).doc).licence).toBe('Ask the miller.');
});

test('at the same em letters are scaled by the ems alone', () => {
  const { scale } = taken({ characters: 'n', size: 'em' });
  expect(scale).toBe(projectOf(doc).unitsPerEm / projectOf(from).unitsPerEm);
});
