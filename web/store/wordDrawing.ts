import { useEffect, useState } from 'react';
import type { WordSvg } from '../../core/fonts/compile/wordSvg';
import { castingOf } from '../../core/project/document/newProject';
import type { Doc } from '../../core/project/document/schema';
import { useDoc } from './projectStore';
import { world } from './world';

interface Shown extends WordSvg {
  readonly of: string;
  readonly busy: boolean;
}
const NOTHING: Shown = { of: '', svg: null, lacking: [], busy: false };
/** A drawing is made once one stops typing. */
const PAUSE_MS = 250;

/** The glyphs a text can need, with the parts they are put together of: a whole font would be long on its way to another thread. */
function partFor(doc: Doc, text: string): Doc {
  const wanted = new Set([...text].map((c) => c.codePointAt(0)!));
  const mayBe = Object.entries(doc.glyphs).filter(
    ([, g]) => g.typed.length > 0 || g.name.includes('_') || g.codePoints.some((cp) => wanted.has(cp)),
  );
  const parts = mayBe.flatMap(([, g]) => g.components.flatMap((c) => doc.glyphs[c.glyphId] ?? []));
  const glyphs = { ...Object.fromEntries(mayBe), ...Object.fromEntries(parts.map((g) => [g.id, g])) };
  return { ...doc, pieces: {}, sheets: {}, glyphs };
}

/** Words of the project in hand as an SVG drawing, made aside; as it was last while another is being made. */
export function useWordDrawing(text: string, how: 'united' | 'parted'): Shown {
  const doc = useDoc();
  const [shown, setShown] = useState(NOTHING);
  useEffect(() => {
    if (text.trim() === '') return setShown(NOTHING);
    const stop = new AbortController();
    setShown((s) => ({ ...s, busy: true }));
    const timer = setTimeout(() => {
      const part = partFor(doc, text);
      void world.workers.dress
        .run<WordSvg>((api) => api.word(part, text, how), { signal: stop.signal })
        .then((made) => {
          if (made.ok && !stop.signal.aborted) setShown({ ...made.value, of: text, busy: false });
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [doc, text, how]);
  return shown;
}

/** A text in each weight that is cast along, in their order, made aside; null until then. */
export function useInWeights(text: string): readonly WordSvg[] | null {
  const doc = useDoc();
  const [shown, setShown] = useState<readonly WordSvg[] | null>(null);
  const { weights } = castingOf(doc);
  useEffect(() => {
    if (weights.length === 0) return setShown(null);
    const stop = new AbortController();
    const timer = setTimeout(() => {
      const part = partFor(doc, text);
      void world.workers.dress
        .run<readonly WordSvg[]>((api) => api.weights(part, text), { signal: stop.signal })
        .then((made) => {
          if (made.ok && !stop.signal.aborted) setShown(made.value);
        });
    }, PAUSE_MS);
    return () => {
      clearTimeout(timer);
      stop.abort();
    };
  }, [doc, text, weights]);
  return shown;
}
