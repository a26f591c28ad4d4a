// SVG 1.1 (W3C Recommendation), chapter 20 "Fonts".
import { usualLigatures } from '../../features/planLayout';
import { pathData } from '../../../readers/svg/pathData';
import type { FontData } from '../fontData';
import { verticalMetrics } from '../lineMetrics';
import { charReferences, escapeXml } from '../../../readers/svg/xmlText';

/** A font as an SVG font: outlines in em units with y up, as such fonts have it, kerning by pairs and by groups. */
export function svgFont(font: FontData): string {
  const [notdef, ...glyphs] = font.glyphs;
  const { ascent, descent } = verticalMetrics(font);
  const { casting, style, unitsPerEm, lines } = font;
  const face =
    `<font-face font-family="${escapeXml(casting.family)}" font-weight="${style.weightClass}" font-style="${style.italic ? 'italic' : 'normal'}" ` +
    `units-per-em="${unitsPerEm}" ascent="${ascent}" descent="${-descent}" x-height="${Math.round(lines.xHeight)}" cap-height="${Math.round(lines.capHeight)}"/>`;
  const outline = (g: FontData['glyphs'][number]) =>
    `horiz-adv-x="${g.advance}"${g.contours.length > 0 ? ` d="${pathData(g.contours, 0)}"` : ''}`;
  const drawn = glyphs.flatMap((g) =>
    (g.codePoints.length > 0 ? g.codePoints : [null]).map(
      (cp, k) =>
        `<glyph glyph-name="${escapeXml(k === 0 ? g.name : `${g.name}.${k + 1}`)}"` +
        `${cp === null ? '' : ` unicode="${charReferences(String.fromCodePoint(cp))}"`} ${outline(g)}/>`,
    ),
  );
  const typed = usualLigatures(font.layout).flatMap(({ parts, glyph }) => {
    const text = parts.map((p) => font.glyphs[p]!.codePoints[0]);
    if (text.some((cp) => cp === undefined)) return [];
    const g = font.glyphs[glyph]!;
    return [
      `<glyph unicode="${charReferences(String.fromCodePoint(...(text as number[])))}" ${outline(g)}/>`,
    ];
  });
  return (
    `<svg xmlns="http://www.w3.org/2000/svg"><metadata>${escapeXml(casting.copyright)}</metadata><defs>` +
    `<font id="${escapeXml(casting.family.replace(/[^A-Za-z0-9]+/g, '-') || 'font')}" horiz-adv-x="${notdef?.advance ?? unitsPerEm}">` +
    `${face}${notdef ? `<missing-glyph ${outline(notdef)}/>` : ''}\n` +
    // The first that fits is taken: long texts stand before their beginnings (20.4).
    `${[...typed, ...drawn, ...hkerns(font)].join('\n')}\n</font></defs></svg>\n`
  );
}

/** Kerning; SVG's numbers take away where OpenType's add. Single pairs stand first, and so win. */
function hkerns({ glyphs, kerning }: FontData): string[] {
  const names = (indices: readonly number[]) => indices.map((i) => escapeXml(glyphs[i]!.name)).join(',');
  const pair = (a: readonly number[], b: readonly number[], value: number) =>
    `<hkern g1="${names(a)}" g2="${names(b)}" k="${-value}"/>`;
  const { left, right, values } = kerning.groups;
  return [
    ...kerning.pairs.map((p) => pair([p.left], [p.right], p.value)),
    ...left.flatMap((a, i) =>
      right.flatMap((b, j) => {
        const value = values[i]![j]!;
        return value === 0 || a.length === 0 || b.length === 0 ? [] : [pair(a, b, value)];
      }),
    ),
  ];
}
