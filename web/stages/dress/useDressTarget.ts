import { useMemo } from 'react';
import { contoursOf, type Target } from '../../../core/project/document/commands/outline';
import { originX } from '../../../core/project/document/queries/metrics';
import type { GlyphRow } from '../../../core/project/document/schema';
import { translation } from '../../../core/foundations/geometry/affine';
import { transformContours, type Contour } from '../../../core/foundations/geometry/contour';
import { useGlyphInHand } from '../../panels/useGlyphInHand';
import { useDressBench } from '../../store/dressBench';

export interface InHand {
  readonly glyph: GlyphRow;
  readonly target: Target;
  /** The drawing worked on, in the glyph's own space and as it stands in the font. */
  readonly contours: readonly Contour[];
  readonly placed: readonly Contour[];
  /** x of the glyph's own drawing that lies at 0 in the font. */
  readonly shift: number;
}

const moved = new WeakMap<readonly Contour[], { x: number; made: readonly Contour[] }>();

/** Contours moved so that x = `shift` lies at 0, made once for each list. */
export function placedAt(contours: readonly Contour[], shift: number): readonly Contour[] {
  const known = moved.get(contours);
  if (known?.x === shift) return known.made;
  const made = transformContours(contours, translation(-shift, 0));
  moved.set(contours, { x: shift, made });
  return made;
}

/** The drawing in hand. Only below DressStage, which waits until there is a letter. */
export function useDressTarget(): InHand {
  const { glyph } = useGlyphInHand();
  const wanted = useDressBench((s) => s.of);
  if (!glyph) throw new Error('no letter in hand');
  // A skeleton or a colour can be gone by undoing.
  const there =
    wanted === 'outline' || (wanted === 'skeleton' ? glyph.skeleton !== null : wanted < glyph.layers.length);
  const of = there ? wanted : 'outline';
  const target = useMemo(() => ({ glyphId: glyph.id, of }), [glyph.id, of]);
  const contours = contoursOf(glyph, of);
  const shift = originX(glyph);
  return { glyph, target, contours, placed: placedAt(contours, shift), shift };
}
