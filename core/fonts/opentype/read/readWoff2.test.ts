/** WOFF2 read: open fonts (@fontsource packages) held against fontTools (Debian), and what we pack ourselves. */
import { readFileSync } from 'node:fs';
import { brotliDecompressSync } from 'node:zlib';
import { brotli } from '../../../../cli/brotli';
import fc from 'fast-check';
import { openFontNames, openFontPath } from '../../../../testing/openFonts';
import { hasFontTools, withFontTools } from '../../../../testing/outsideReaders';
import { mutate, mutations } from '../../../../testing/mutate';
import { describeProblem } from '../../../foundations/problems/describe';
import { sampleProject } from '../../../testing/sampleProject';
import { compileFont } from '../../compile/compileFont';
import { woff2Of } from '../../compile/casts/woff2';
import { parseSfnt } from '../sfnt';
import { readFont, type FontFile } from './readFont';
import { woff2Tables } from './readWoff2';

const unbrotli = (bytes: Uint8Array): Uint8Array => brotliDecompressSync(bytes);

/** WOFF2 files of open fonts. */
const openFonts = openFontNames().map(
  (name) => [`${name}.woff2`, new Uint8Array(readFileSync(openFontPath(name)))] as const,
);

function read(bytes: Uint8Array): FontFile {
  const font = readFont(bytes, unbrotli);
  if (!font.ok) throw new Error(font.problems.map(describeProblem).join());
  return font.value;
}

(hasFontTools ? test : test.skip)('open fonts are the same fonts as fontTools unpacks them', () => {
  const script = `
import base64, io, json, sys
from fontTools.ttLib import TTFont
out = []
for path in sys.argv[1:]:
    font = TTFont(path, lazy=False); font.flavor = None
    b = io.BytesIO(); font.save(b); out.append(base64.b64encode(b.getvalue()).decode())
print(json.dumps(out))
`;
  const unpacked = JSON.parse(withFontTools(script, Object.fromEntries(openFonts))) as string[];
  let composites = 0;
  openFonts.forEach(([name, bytes], i) => {
    const [ours, theirs] = [read(bytes), read(new Uint8Array(Buffer.from(unpacked[i] ?? '', 'base64')))];
    composites += ours.glyf.filter((g) => g.parts.length > 0).length;
    const facts = ({ glyf, metrics, glyphNames, mapping }: FontFile) =>
      JSON.stringify([glyf, metrics, glyphNames, [...mapping]]);
    expect([name, facts(ours) === facts(theirs)]).toEqual([name, true]);
  });
  expect(openFonts.length).toBeGreaterThan(12);
  expect(composites).toBeGreaterThan(100);
});

const ttf = compileFont(sampleProject(), { format: 'ttf', styleId: 'regular', nowUnixS: 0 });

test('what we pack comes back byte for byte, but for the mark that it was packed', async () => {
  const { tables } = parseSfnt(ttf);
  const back = woff2Tables(await woff2Of(ttf, '1.000', brotli), unbrotli);
  expect([...back.keys()].sort()).toEqual([...tables.keys()].sort());
  for (const [tag, data] of tables)
    if (tag !== 'head')
      expect([tag, Buffer.from(back.get(tag) ?? []).equals(Buffer.from(data))]).toEqual([tag, true]);
});

test('damaged files are told, and nothing else comes of them, however deep the damage lies', async () => {
  // Unpacked as they are, so that what is broken reaches the streams of outlines.
  const same = (bytes: Uint8Array) => bytes;
  const packed = await woff2Of(ttf, '1.000', (bytes) => Promise.resolve(bytes));
  expect(readFont(packed, same).ok).toBe(true);
  let told = 0;
  fc.assert(
    fc.property(mutations, (list) => {
      const result = readFont(mutate(packed, list), same);
      if (!result.ok) told++;
    }),
    { numRuns: 400, seed: 4 },
  );
  expect(told).toBeGreaterThan(100);
});
