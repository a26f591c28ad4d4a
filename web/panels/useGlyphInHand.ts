import { useCallback } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { GlyphRow } from '../../core/document/schema';
import { drawnGlyphs } from '../store/selectors';
import { useDoc } from '../store/projectStore';

/** The glyph in hand is part of the URL, so that Back works and every stage shows the same one. */
export function useGlyphInHand(): { glyph: GlyphRow | null; take: (id: string) => void } {
  const doc = useDoc();
  const [search, setSearch] = useSearchParams();
  const id = search.get('glyph');
  const glyph = (id !== null ? doc.glyphs[id] : undefined) ?? drawnGlyphs(doc)[0] ?? null;
  const take = useCallback((next: string) => setSearch({ glyph: next }), [setSearch]);
  return { glyph, take };
}

/** Leads to a stage with a glyph in hand. */
export function useGoTo(): (stage: string, glyphId?: string) => void {
  const navigate = useNavigate();
  const { projectId } = useParams();
  const [search] = useSearchParams();
  const kept = search.get('glyph');
  return (stage, glyphId = kept ?? undefined) =>
    void navigate(`/p/${projectId}/${stage}${glyphId ? `?glyph=${encodeURIComponent(glyphId)}` : ''}`);
}
