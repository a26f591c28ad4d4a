// Designspace, version 4.1 (an open format documented with the fontTools library, "designspaceLib"): the axis of a family and its UFO sources.
import { nth } from '../../../foundations/lists/nth';
import { transformContours } from '../../../foundations/geometry/contour';
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import type { Doc, StyleRow } from '../../../project/document/schema';
import { escapeXml } from '../../../readers/svg/xmlText';
import { placeInFont } from '../compileGlyph';
import { fontData, rowsInFont, type FontData } from '../fontData';
import { fontFileName, postScriptName } from '../fontNames';
import { agreeingOutlines } from '../variable/agreeingOutlines';
import { togetherInAll } from '../variable/variableParts';
import { weightAxis, type WeightAxis } from '../variable/weightAxis';
import { NO_PICTURES, type PictureBytes } from '../pictures';
import { ufoOf } from './ufoAgain';

/** A style's font with outlines that agree with those of the other styles of its axis, where they can. */
function withAgreeing(doc: Doc, styles: readonly StyleRow[]): FontData[] {
  const fonts = styles.map((s) => fontData(doc, s.id));
  const rowsOf = styles.map((s) => rowsInFont(doc, s.id));
  const rows = rowsOf.map((of) => new Map(of.map((g) => [g.name, g])));
  // Letters of the same parts in all styles correspond as their parts do.
  const together = togetherInAll(doc, rowsOf);
  const agreed = new Map(
    nth(fonts, 0).glyphs.flatMap(({ name }) => {
      const versions = rows.flatMap((r) => r.get(name) ?? []);
      if (versions.length < styles.length || together.has(name)) return [];
      const made = agreeingOutlines(doc, versions);
      if ('reason' in made) return [];
      return [
        [name, made.drawings.map((d, m) => transformContours(d, placeInFont(nth(versions, m))))] as const,
      ];
    }),
  );
  return fonts.map((font, m) => ({
    ...font,
    glyphs: font.glyphs.map((g) => {
      const contours = agreed.get(g.name)?.[m];
      return contours ? { ...g, contours, parts: [] } : g;
    }),
  }));
}

/**
 * A family as one designspace file with a UFO for each style, by paths: the styles of the weight axis as sources whose points correspond, and
 * all of them as named instances. Other styles lie beside them as UFOs. Fails when no two styles differ in weight.
 */
export function designspaceFiles(
  doc: Doc,
  bytes: PictureBytes = NO_PICTURES,
): Result<Map<string, string | Uint8Array>> {
  const { axis, problems } = weightAxis(doc);
  if (!axis) return fail({ code: 'variable-needs-styles' });
  const styles = [axis.main, ...axis.places.map((p) => p.style).filter((s) => s !== axis.main)];
  const fonts = withAgreeing(doc, styles);
  const files = new Map<string, string | Uint8Array>();
  const folderOf = ({ casting, style }: FontData) => fontFileName(casting.family, style.name, 'ufo');
  const others = Object.values(doc.styles).filter((s) => !styles.includes(s));
  for (const font of [...fonts, ...others.map((s) => fontData(doc, s.id))])
    for (const [path, text] of ufoOf(font, doc, bytes)) files.set(`${folderOf(font)}/${path}`, text);
  const { family } = nth(fonts, 0).casting;
  const name = fontFileName(family, 'Family', 'designspace');
  files.set(name, designspace(axis, fonts, folderOf));
  return ok(files, problems);
}

function designspace(
  axis: WeightAxis,
  fonts: readonly FontData[],
  folderOf: (font: FontData) => string,
): string {
  const weights = axis.places.map((p) => p.style.weightClass);
  const at = (s: StyleRow) => `<location><dimension name="Weight" xvalue="${s.weightClass}"/></location>`;
  const named = ({ casting, style }: FontData) =>
    `familyname="${escapeXml(casting.family)}" stylename="${escapeXml(style.name)}"`;
  const sources = fonts.map(
    (f) =>
      `<source filename="${folderOf(f)}" name="${escapeXml(f.style.name)}" ${named(f)}>` +
      `${f.style === axis.main ? '<lib copy="1"/><groups copy="1"/><features copy="1"/><info copy="1"/>' : ''}${at(f.style)}</source>`,
  );
  const instances = fonts.map(
    (f) =>
      `<instance name="${escapeXml(f.style.name)}" ${named(f)} ` +
      `postscriptfontname="${postScriptName(f.casting.family, f.style.name)}">${at(f.style)}<kerning/><info/></instance>`,
  );
  return (
    '<?xml version="1.0" encoding="UTF-8"?>\n<designspace format="4.1">\n<axes>\n' +
    `<axis tag="wght" name="Weight" minimum="${Math.min(...weights)}" maximum="${Math.max(...weights)}" default="${axis.main.weightClass}"/>\n` +
    `</axes>\n<sources>\n${sources.join('\n')}\n</sources>\n<instances>\n${instances.join('\n')}\n</instances>\n</designspace>\n`
  );
}
