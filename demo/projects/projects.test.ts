import { readFileSync } from 'node:fs';
import { openProjectFile } from '../../core/project/archive/readProject';
import { checkProject } from '../../core/fonts/check/checkProject';
import { compileFont } from '../../core/fonts/compile/compileFont';
import { projectOf } from '../../core/project/document/newProject';
import { parseWithOpentype } from '../../testing/outsideReaders';
import { DEMO_PROJECTS, demoProjectFiles } from '.';

const shipped = (name: string) =>
  new Uint8Array(readFileSync(new URL(`../files/finished/${name}`, import.meta.url)));

test.each(DEMO_PROJECTS.map((p) => p.id))(
  'the finished project %s opens whole, has no snags, and its font sets its own text',
  (id) => {
    const opened = openProjectFile(shipped(`${id}.orthoglyph.zip`));
    if (!opened.ok) throw new Error(JSON.stringify(opened.problems));
    expect(opened.problems).toEqual([]);
    const { doc } = opened.value;
    expect(checkProject(doc)).toEqual([]);
    const { styleId, runningText } = projectOf(doc);
    // Read back by opentype.js; icons are found by typing their names, which is its ligatures' business.
    const font = parseWithOpentype(compileFont(doc, { format: 'otf', styleId, nowUnixS: 0 }));
    const missing = [...runningText].filter((c) => c !== ' ' && font.charToGlyph(c).index === 0);
    expect(id === 'lane-signs' ? [] : missing).toEqual([]);
    expect(new TextDecoder().decode(shipped(`${id}.svg`))).toContain('<path');
  },
);

test('the files that ship are those that the demo makes now', async () => {
  for (const project of DEMO_PROJECTS.filter((p) => ['mill-boards', 'lane-signs'].includes(p.id)))
    for (const [name, bytes] of await demoProjectFiles(project))
      expect(Buffer.from(bytes).equals(shipped(name.replace('finished/', '')))).toBe(true);
});
