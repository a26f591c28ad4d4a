import type { Doc } from '../../project/document/schema';
import { explainLayout, type Explained } from '../features/explain';
import { featureText } from '../features/featureText';
import { fontGlyphs } from '../features/fontGlyphs';
import { fontData } from './fontData';
import { rulesOf } from '../../project/document/queries/rulesOf';

/** What a style's font does with its letters, in plain words and as features text. */
export function explainFont(
  doc: Doc,
  styleId: string,
): { readonly told: Explained[]; readonly text: string } {
  const { glyphs, layout } = fontData(doc, styleId);
  const font = fontGlyphs(glyphs);
  const named = (id: string) => doc.glyphs[id]?.name ?? id;
  return {
    told: explainLayout(font, layout, rulesOf(doc, styleId), named),
    text: featureText(font, layout),
  };
}
