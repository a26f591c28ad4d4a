/** A designspace that the app casts of a variable font (@fontsource-variable/karla) opens as the same family; fontTools' designspaceLib writes the other. */
import { zipSync } from 'fflate';
import { variableTtf } from '../../../../testing/openFonts';
import { hasFontTools, shape, withFontTools } from '../../../../testing/outsideReaders';
import { nth } from '../../../foundations/lists/nth';
import type { Result } from '../../../foundations/problems/problem';
import { stylesInOrder } from '../../../project/document/queries/styles';
import { designspaceFiles } from '../../compile/casts/designspace';
import { compileFont } from '../../compile/compileFont';
import { agreement } from '../../compile/variable/agreement';
import { openableFont } from '../anyFont';
import { designspacePath, readDesignspace } from './openDesignspace';

function valueOf<T>(result: Result<T>): T {
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
}

const AS = { id: 'p', family: 'Sluice', nowMs: 0 };
const font = valueOf(openableFont(variableTtf('karla')));
const { doc } = valueOf(font.open({ ...AS, places: [1, 5] }));
const bytesOf = (v: string | Uint8Array) => (typeof v === 'string' ? new TextEncoder().encode(v) : v);
const files = new Map<string, Uint8Array>(
  [...valueOf(designspaceFiles(doc))].map(([path, v]) => [`family/${path}`, bytesOf(v)] as const),
);

test('a family cast as a designspace opens as that family: styles, weights, every width, and all letters agree', () => {
  const opened = valueOf(openableFont(zipSync(Object.fromEntries(files))));
  expect(opened.seen.style.split(', ')).toHaveLength(2);
  const again = valueOf(opened.open({ ...AS, id: 'q' })).doc;
  const told = (d: typeof doc) => stylesInOrder(d).map((s) => [s.name, s.weightClass]);
  expect(told(again)).toEqual(told(doc));
  expect(agreement(again).told.filter((p) => p.code === 'glyph-differs')).toEqual([]);
  stylesInOrder(doc).forEach((_, k) => {
    const cast = (d: typeof doc) =>
      compileFont(d, { format: 'ttf', styleId: nth(stylesInOrder(d), k).id, nowUnixS: 0 });
    for (const text of ['ToVAWa', 'Tide: 07, quarry'])
      expect(shape(cast(again), text, true)).toEqual(shape(cast(doc), text, true));
  });
});

test('a source that is missing is told by its name and the others open; without any the file is refused', () => {
  const path = designspacePath(files.keys())!;
  const lost = new Map([...files].filter(([p]) => !p.includes('Bold')));
  const read = valueOf(readDesignspace(lost, path));
  expect(read.sources).toHaveLength(1);
  expect(JSON.stringify(read.problems)).toContain('Bold');
  expect(readDesignspace(new Map([[path, files.get(path)!]]), path).ok).toBe(false);
  expect(readDesignspace(new Map([[path, bytesOf('<svg/>')]]), path).ok).toBe(false);
});

const written = hasFontTools ? test : test.skip;
written('an axis whose design values differ from what people see is read as fontTools writes it', () => {
  const script = `
from fontTools.designspaceLib import DesignSpaceDocument, AxisDescriptor, SourceDescriptor
import os, tempfile
doc = DesignSpaceDocument()
doc.addAxis(AxisDescriptor(name='Weight', tag='wght', minimum=300, default=400, maximum=700, map=[(300, 20), (400, 80), (700, 190)]))
for style, x in (('Thin', 50), ('Heavy', 190)):
    doc.addSource(SourceDescriptor(filename=style + '.ufo', name=style, styleName=style, location={'Weight': x}))
path = os.path.join(tempfile.mkdtemp(), 'a.designspace')
doc.write(path)
print(open(path).read())`;
  const text = withFontTools(script, {});
  const ufo = [...files].filter(([p]) => p.includes('Bold.ufo/'));
  const own = new Map(
    ['Thin', 'Heavy'].flatMap((style) =>
      ufo.map(([p, data]) => [p.replace(/^.*Bold\.ufo/, `${style}.ufo`), data] as const),
    ),
  );
  const read = valueOf(readDesignspace(new Map([...own, ['a.designspace', bytesOf(text)]]), 'a.designspace'));
  expect(read.sources.map((s) => [s.style, s.weight])).toEqual([
    ['Thin', 350],
    ['Heavy', 700],
  ]);
});
