// A project of the demo as it is when its page lacks some letters.
import { readFileSync } from 'node:fs';
import { openProjectFile, picturesOf } from '../core/project/archive/readProject';
import { writeProjectFile } from '../core/project/archive/writeProject';

/**
 * A demo project's file with only the drawn letters of a text's characters: without accented letters and signs made of others, and without what
 * was done with them. Throws when the file doesn't open.
 */
export async function projectLacking(path: string, lacking: string): Promise<Buffer> {
  const opened = openProjectFile(new Uint8Array(readFileSync(path)));
  if (!opened.ok) throw new Error(`${path} does not open`);
  const { doc } = opened.value;
  const gone = new Set([...lacking].map((c) => c.codePointAt(0)));
  const glyphs = Object.values(doc.glyphs).filter(
    (g) => g.components.length === 0 && !g.draft && !g.codePoints.some((cp) => gone.has(cp)),
  );
  const kept = {
    ...doc,
    glyphs: Object.fromEntries(glyphs.map((g) => [g.id, g])),
    kerning: {},
    groups: {},
    features: {},
  };
  return Buffer.from(await writeProjectFile(kept, picturesOf(opened.value)));
}
