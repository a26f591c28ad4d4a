// Unified Font Object 3 (unifiedfontobject.org), GLIF 2.
import type { Affine } from '../../../foundations/geometry/affine';
import { segmentAt, type Contour } from '../../../foundations/geometry/contour';
import { escapeXml } from '../../../readers/svg/xmlText';
import type { FontGlyph } from '../../features/fontGlyphs';

/** A line to draw by: through a place, em units, at degrees against the clock from level. */
export interface Guideline {
  readonly name: string;
  readonly x: number;
  readonly y: number;
  readonly angle: number;
}

/** A picture behind the outline: a file of the font's folder of images, and how it lies, its lower left corner at the origin, y up. */
export interface GlifImage {
  readonly fileName: string;
  readonly map: Affine;
}

/** What a glyph has besides its outline, for people who work on. */
export interface GlifMore {
  readonly guidelines?: readonly Guideline[];
  readonly image?: GlifImage | null;
}

/** A glyph as GLIF 2: letters of parts as components, where the font has the parts. */
export function glif(
  glyph: FontGlyph,
  nameOf: (id: string) => string | undefined,
  { guidelines = [], image = null }: GlifMore = {},
): string {
  const { name, advance, codePoints, anchors, contours, parts } = glyph;
  const components = parts.flatMap(({ id, dx, dy }) => {
    const base = nameOf(id);
    return base === undefined
      ? []
      : [`    <component base="${escapeXml(base)}"${offset('x', dx)}${offset('y', dy)}/>\n`];
  });
  const whole = parts.length > 0 && components.length === parts.length;
  const hex = (cp: number) => cp.toString(16).toUpperCase().padStart(4, '0');
  return (
    `<?xml version="1.0" encoding="UTF-8"?>\n<glyph name="${escapeXml(name)}" format="2">\n  <advance width="${advance}"/>\n` +
    codePoints.map((cp) => `  <unicode hex="${hex(cp)}"/>\n`).join('') +
    (image ? imageOf(image) : '') +
    guidelines.map(guidelineOf).join('') +
    anchors.map((a) => `  <anchor x="${a.x}" y="${a.y}" name="${escapeXml(a.name)}"/>\n`).join('') +
    `  <outline>\n${(whole ? components : contours.map(glifContour)).join('')}  </outline>\n</glyph>\n`
  );
}

const imageOf = ({ fileName, map: { a, b, c, d, e, f } }: GlifImage): string => {
  const n = (v: number) => Number(v.toFixed(6));
  return (
    `  <image fileName="${escapeXml(fileName)}" xScale="${n(a)}" xyScale="${n(b)}" yxScale="${n(c)}" ` +
    `yScale="${n(d)}" xOffset="${n(e)}" yOffset="${n(f)}"/>\n`
  );
};

const guidelineOf = ({ name, x, y, angle }: Guideline): string =>
  `  <guideline x="${x}" y="${y}" angle="${angle}"${name && ` name="${escapeXml(name)}"`}/>\n`;

const offset = (axis: 'x' | 'y', v: number): string => (v === 0 ? '' : ` ${axis}Offset="${v}"`);

/** Points of a closed contour: each on-curve one after the handles of the curve that ends in it. */
function glifContour(c: Contour): string {
  const point = (p: { x: number; y: number }, type = '', smooth = false) =>
    `      <point x="${p.x}" y="${p.y}"${type && ` type="${type}"`}${smooth ? ' smooth="yes"' : ''}/>\n`;
  const points = c.nodes.map((node, i) => {
    const before = c.nodes[(i + c.nodes.length - 1) % c.nodes.length]!;
    const smooth = node.kind !== 'corner';
    if (before.out === null && node.in === null) return point(node, 'line', smooth);
    const { p1, p2 } = segmentAt(c, (i + c.nodes.length - 1) % c.nodes.length);
    return point(p1) + point(p2) + point(node, 'curve', smooth);
  });
  return `    <contour>\n${points.join('')}    </contour>\n`;
}
