import { blankGlyph, newProject } from '../project/document/newProject';
import type { Doc, GlyphRow } from '../project/document/schema';
import { reverseContour } from '../foundations/geometry/contour';
import { circle, rect } from './shapes';

/** A small font with straight, round and hollow letters, one beyond the basic plane, kerning pairs and groups. */
export function sampleProject(): Doc {
  const base = newProject('sample', 'Sample', 0);
  const glyphs: GlyphRow[] = [
    {
      ...blankGlyph('H', 'H', [0x48]),
      contours: [rect(0, 0, 80, 700), rect(300, 0, 380, 700), rect(80, 310, 300, 380)],
    },
    {
      ...blankGlyph('o', 'o', [0x6f]),
      contours: [circle(250, 250, 260), reverseContour(circle(250, 250, 170))],
    },
    { ...blankGlyph('x', 'x', [0x78]), contours: [rect(10.4, 0, 410.7, 500)] },
    { ...blankGlyph('T', 'T', [0x54]), contours: [rect(160, 0, 240, 620), rect(0, 620, 400, 700)] },
    { ...blankGlyph('eacute', 'eacute', [0xe9]), contours: [circle(200, 240, 240)] },
    { ...blankGlyph('u1F41F', 'u1F41F', [0x1f41f]), contours: [circle(300, 300, 300)] },
  ];
  return {
    ...base,
    glyphs: { ...base.glyphs, ...Object.fromEntries(glyphs.map((g) => [g.id, g])) },
    kerning: {
      'T o': { id: 'T o', styleId: 'regular', left: 'T', right: 'o', value: -60, fitted: false },
      '@flat @round': {
        id: '@flat @round',
        styleId: 'regular',
        left: '@flat',
        right: '@round',
        value: -15,
        fitted: false,
      },
    },
    groups: {
      '@flat': { id: '@flat', styleId: 'regular', side: 'left', glyphIds: ['H', 'x'], fitted: false },
      '@round': { id: '@round', styleId: 'regular', side: 'right', glyphIds: ['o', 'eacute'], fitted: false },
    },
  };
}
