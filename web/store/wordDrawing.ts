import { useEffect, useState } from 'react';
import type { WordSvg } from '../../core/fonts/compile/wordSvg';
import { castingOf } from '../../core/project/document/newProject';
import type { CastCut, Doc } from '../../core/project/document/schema';
import { askAside } from './askAside';
import type { InStyle } from '../workers/dressApi';
import { useDoc, useWhole } from './projectStore';
import { world } from './world';

interface Shown extends WordSvg {
  readonly of: string;
  readonly busy: boolean;
}
const NOTHING: Shown = { of: '', svg: null, lacking: [], height: 0, busy: false };

/** The glyphs a text can need, with the parts they are put together of: a whole font would be long on its way to another thread. */
function partFor(doc: Doc, text: string, forms: readonly string[] = []): Doc {
  const wanted = new Set([...text].map((c) => c.codePointAt(0)!));
  const mayBe = Object.entries(doc.glyphs).filter(
    ([, g]) =>
      g.typed.length > 0 ||
      g.name.includes('_') ||
      forms.includes(g.name) ||
      g.codePoints.some((cp) => wanted.has(cp)),
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
    setShown((s) => ({ ...s, busy: true }));
    return askAside(
      (signal) =>
        world.workers.dress.run<WordSvg>((api) => api.word(partFor(doc, text), text, how), { signal }),
      (made) => setShown({ ...made, of: text, busy: false }),
    );
  }, [doc, text, how]);
  return shown;
}

/**
 * A text in each style of the family and in each weight that is cast along, or of one of its cuts, made aside; none until then, and of the family
 * itself with one style alone.
 */
export function useInStyles(text: string, cut: CastCut | null = null): readonly InStyle[] {
  const doc = useWhole();
  const [shown, setShown] = useState<readonly InStyle[]>([]);
  useEffect(() => {
    const alone = castingOf(doc).weights.length === 0 && Object.keys(doc.styles).length < 2;
    if (alone && !cut) return setShown([]);
    const asked = (signal: AbortSignal) =>
      world.workers.dress.run<readonly InStyle[]>(
        (api) => api.inStyles(partFor(doc, text, cut?.forms), text, cut),
        {
          signal,
        },
      );
    return askAside(asked, setShown);
  }, [doc, text, cut]);
  return shown;
}
