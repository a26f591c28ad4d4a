import { useSearchParams } from 'react-router';
import type { Doc, GlyphRow } from '../../core/project/document/schema';
import { glyphNamed } from '../../core/project/document/identity';
import { projectOf } from '../../core/project/document/newProject';
import { drawnGlyphs, glyphByCodePoint } from '../store/selectors';
import { useDoc, useWhole } from '../store/projectStore';
import { useWay } from './way';

/** Nothing taken yet: the first letter of the running line, so that every stage shows it among neighbours. */
function firstGlyph(doc: Doc): GlyphRow | null {
  const have = glyphByCodePoint(doc);
  const set = [...projectOf(doc).runningText].map((c) => have.get(c.codePointAt(0)!));
  return set.find((g) => g && g.contours.length > 0) ?? drawnGlyphs(doc)[0] ?? null;
}

/** The glyph of an id, or of a name: addresses that people write down have names. One of another style stands for its namesake. */
function glyphAt(doc: Doc, family: Doc, idOrName: string): GlyphRow | undefined {
  if (Object.hasOwn(doc.glyphs, idOrName)) return doc.glyphs[idOrName];
  const kin = Object.hasOwn(family.glyphs, idOrName) ? family.glyphs[idOrName]?.name : undefined;
  return glyphNamed(doc, kin ?? idOrName);
}

/** The glyph in hand is part of the URL, so that Back works and every stage shows the same one. */
export function useGlyphInHand(): { glyph: GlyphRow | null; take: (id: string) => void } {
  const doc = useDoc();
  const family = useWhole();
  const [search] = useSearchParams();
  const { take } = useWay();
  const id = search.get('glyph');
  const glyph = (id === null ? undefined : glyphAt(doc, family, id)) ?? firstGlyph(doc);
  return { glyph, take };
}
