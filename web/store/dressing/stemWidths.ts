import type { GlyphRow } from '../../../core/project/document/schema';
import type { World } from '../world';

export interface StemWidth {
  readonly glyphId: string;
  readonly width: number;
}

/** Upright stems of the letters given, measured aside. */
export async function stemsInWorker(
  workers: World['workers'],
  letters: readonly GlyphRow[],
): Promise<readonly StemWidth[]> {
  const found = await workers.dress.run<readonly StemWidth[]>((api) =>
    api.stems(letters.map((g) => ({ glyphId: g.id, contours: g.contours }))),
  );
  return found.ok ? found.value : [];
}
