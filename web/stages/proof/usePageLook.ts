import { useEffect, useMemo } from 'react';
import { proofLook } from '../../../core/project/document/commands/proof/looks';
import type { PageLook } from '../../panels/pageLook';
import { useFontOf } from '../../store/otherFonts';
import { useProofBench } from '../../store/proofBench';
import { useVaryingFont } from '../../store/varyingFont';
import { useDoc } from '../../store/projectStore';

/** What a page is called where its look is kept: each of one’s own has its own. */
export function usePageName(kind: string): string {
  const ownId = useProofBench((s) => s.ownId);
  return kind === 'own' ? `own/${ownId}` : kind;
}

/** How a page is set, with its font once that is made; null = as the running line is. */
export function usePageLook(kind: string): PageLook | null {
  const doc = useDoc();
  const { styleId, weight, features } = proofLook(doc, usePageName(kind));
  const source = useMemo(
    () => (styleId === null ? null : ({ kind: 'style', id: styleId } as const)),
    [styleId],
  );
  const family = useFontOf(source);
  useEffect(() => {
    if (weight === null) return;
    useVaryingFont.setState({ onPage: true });
    return () => useVaryingFont.setState({ onPage: false });
  }, [weight]);
  return useMemo(() => ({ family, weight, features, styleId }), [family, weight, features, styleId]);
}
