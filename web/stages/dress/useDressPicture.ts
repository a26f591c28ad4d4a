import { useMemo } from 'react';
import { findSnags } from '../../../core/outlines/dress/snags';
import { projectOf } from '../../../core/project/document/newProject';
import { guidesOf } from '../../../core/project/document/queries/guides';
import { advanceOf, placed as placedLayers } from '../../../core/project/document/queries/metrics';
import { picturedGlyph } from '../../../core/project/document/queries/pictures';
import { underlayLetter } from '../../../core/fonts/open/underlay';
import { useUnderlay } from '../../store/underlay';
import { fitBox, type View } from '../../canvas/view';
import { useDressBench } from '../../store/dressBench';
import { usePictures, useSheetImage } from '../../store/pictures';
import { useDoc } from '../../store/projectStore';
import { useDesk } from '../../ui/colourMode';
import type { DressPicture } from './drawDress';
import { neighbours } from './neighbours';
import { placedAt, useDressTarget } from './useDressTarget';
import { useEdges } from './useEdges';

/** At night a sheet behind the letter is shown with this share of its strength. */
const NIGHT_SOURCE = 0.7;

/** All of the bench's picture that stays while something is dragged over it. */
export function useDressPicture(): DressPicture {
  const doc = useDoc();
  const night = useDesk() === 'night';
  const { glyph, target, placed, shift } = useDressTarget();
  const { tool, selection, seeing, tried, guide, tab } = useDressBench();
  const edges = useEdges(seeing.deviation);
  const source = useSource();
  const pictured = usePictured();
  const underlay = useLetterBeneath();
  const guides = useMemo(() => guidesOf(doc, glyph), [doc, glyph]);
  return useMemo(
    (): DressPicture => ({
      glyph,
      originX: shift,
      outline: placedAt(glyph.contours, shift),
      worked: placed,
      pen: target.of === 'skeleton' ? (glyph.skeleton?.pen ?? null) : null,
      layers: placedLayers(glyph, glyph.layers),
      pictured,
      underlay,
      advance: advanceOf(glyph),
      ...(seeing.neighbours ? neighbours(doc, glyph) : { before: null, after: null }),
      lines: projectOf(doc).lines,
      selection,
      source,
      sourceStrength: night ? seeing.source * NIGHT_SOURCE : seeing.source,
      filled: seeing.filled,
      night,
      comb: seeing.comb,
      edges,
      tried: tried ? placedAt(tried.made.contours, shift) : null,
      anchors: glyph.anchors.map((a) => ({ ...a, x: a.x - shift })),
      turning: tool === 'turn',
      guides: { all: guides, inHand: guide, feet: tool === 'guide' },
      grid: projectOf(doc).grid,
      measures: glyph.measures,
      snags: target.of === 'outline' && tab === 'clean' ? findSnags(placed).map((s) => s.at) : [],
    }),
    [
      doc,
      glyph,
      placed,
      shift,
      target,
      guides,
      guide,
      selection,
      source,
      pictured,
      underlay,
      seeing,
      night,
      edges,
      tried,
      tab,
      tool,
    ],
  );
}

/** The first view shows the whole line height, so that letters keep their size when one steps through them. */
export function useWholeView(size: { width: number; height: number }, advance: number): View {
  const doc = useDoc();
  const { lines } = projectOf(doc);
  return useMemo(
    () =>
      fitBox(
        { xMin: -150, xMax: Math.max(600, advance) + 150, yMin: -lines.ascender, yMax: -lines.descender },
        size.width,
        size.height,
        14,
      ),
    // A drag that widens the letter must not move the view.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [size, lines],
  );
}

/** The letter of the font that lies beneath. */
function useLetterBeneath(): DressPicture['underlay'] {
  const { glyph } = useDressTarget();
  const underlay = useUnderlay();
  return useMemo(() => {
    const letter = underlay && underlayLetter(underlay.font, glyph, underlay.scale);
    return letter ? { contours: letter.contours, strength: underlay.strength } : null;
  }, [underlay, glyph]);
}

/** The letter in hand as pictures, once they are there. */
function usePictured(): DressPicture['pictured'] {
  const doc = useDoc();
  const { glyph } = useDressTarget();
  const pictured = useMemo(() => picturedGlyph(doc, glyph), [doc, glyph]);
  const images = usePictures(pictured?.pictures.map((p) => p.pictureId) ?? []);
  return useMemo(() => {
    if (!pictured || !images) return null;
    const pictures = pictured.pictures.flatMap(({ map }, i) => {
      const image = images[i];
      return image ? [{ image, map }] : [];
    });
    return { pictures, plain: pictured.plain };
  }, [pictured, images]);
}

/** The sheet behind the letter, and where on it the letter lies. */
function useSource(): DressPicture['source'] {
  const doc = useDoc();
  const { glyph } = useDressTarget();
  const piece = glyph.source ? doc.pieces[glyph.source.pieceId] : undefined;
  const sheet = piece && doc.sheets[piece.sheetId];
  const image = useSheetImage(
    sheet?.pictureId,
    doc.recipes[sheet?.recipeId ?? '']?.mirror ?? false,
    sheet?.quarterTurns ?? 0,
  );
  return useMemo(() => (image && piece ? { image, piece } : null), [image, piece]);
}
