import { useCallback } from 'react';
import { useNavigate, useParams, useSearchParams } from 'react-router';
import type { Doc, GlyphRow } from '../../core/document/schema';
import { glyphNamed } from '../../core/document/identity';
import { projectOf } from '../../core/document/newProject';
import { useNameBench } from '../store/nameBench';
import { drawnGlyphs, glyphByCodePoint } from '../store/selectors';
import { useDoc } from '../store/projectStore';

/** Nothing taken yet: the first letter of the running line, so that every stage shows it among neighbours. */
function firstGlyph(doc: Doc): GlyphRow | null {
  const have = glyphByCodePoint(doc);
  const set = [...projectOf(doc).runningText].map((c) => have.get(c.codePointAt(0)!));
  return set.find((g) => g && g.contours.length > 0) ?? drawnGlyphs(doc)[0] ?? null;
}

/** The glyph of an id, or of a name: addresses that people write down have names. */
const glyphAt = (doc: Doc, idOrName: string): GlyphRow | undefined =>
  Object.hasOwn(doc.glyphs, idOrName) ? doc.glyphs[idOrName] : glyphNamed(doc, idOrName);

/** The glyph in hand is part of the URL, so that Back works and every stage shows the same one. */
export function useGlyphInHand(): { glyph: GlyphRow | null; take: (id: string) => void } {
  const doc = useDoc();
  const [search] = useSearchParams();
  const take = useTake();
  const id = search.get('glyph');
  const glyph = (id === null ? undefined : glyphAt(doc, id)) ?? firstGlyph(doc);
  return { glyph, take };
}

/** Takes a glyph in hand, by its id. */
export function useTake(): (id: string) => void {
  const [, setSearch] = useSearchParams();
  // At once: keys pressed one after the other must each find the letter that the one before took.
  return useCallback((next: string) => setSearch({ glyph: next }, { flushSync: true }), [setSearch]);
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

/** Leads to where a character that the font hasn't is made. */
export function useMakeCharacter(): (char: string) => void {
  const navigate = useNavigate();
  const { projectId } = useParams();
  return (char) => {
    useNameBench.setState({ tab: 'letter', pieceId: null });
    void navigate(`/p/${projectId}/name?char=${encodeURIComponent(char)}`);
  };
}
