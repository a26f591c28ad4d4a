import type { CarriedFacts } from '../../../project/document/rows/carried';
import { otherTagsOf } from '../../opentype/layout/scripts';
import { FLAG } from '../../opentype/layout/flags';
import type { ReadLayout } from '../../opentype/read/layout/common';
import type { FontFile } from '../../opentype/read/readFont';
import type { ReadGdef } from '../../opentype/read/readGdef';
import { partsOfLigature } from '../../../type/names/nameRules';
import { variantsOfCmap } from '../../opentype/read/readVariants';

export interface Facts {
  readonly font: Pick<FontFile, 'tables' | 'contours' | 'glyphNames'>;
  /** Glyphs that are made of others without being asked for. */
  readonly joined: ReadonlySet<string>;
  readonly gdef: ReadGdef;
  readonly layouts: readonly ReadLayout[];
  /** The id of a glyph by its index. */
  readonly idOf: (glyph: number) => string;
}

/** What a font says besides its drawings and lookups; none where that is nothing. */
export function carriedFacts({ font, joined, gdef, layouts, idOf }: Facts): CarriedFacts[] {
  const isThere = (g: number) => g < font.contours.length;
  const ids = (glyphs: readonly number[]) => glyphs.filter(isThere).map(idOf);
  const cmap = font.tables.get('cmap');
  const variants = (cmap ? variantsOfCmap(cmap) : [])
    .filter((v) => v.glyph === null || isThere(v.glyph))
    .map((v) => ({ ...v, glyph: v.glyph === null ? null : idOf(v.glyph) }));
  const [marks, ligatures, kindless] = [ids(gdef.marks), ids(gdef.ligatures), ids(kindlessOf(font, gdef, layouts))];
  const unjoined = ids(font.glyphNames.flatMap((n, g) => (partsOfLigature(n) ? [g] : []))).filter((id) => !joined.has(id));
  const scripts = [...new Set(layouts.flatMap((l) => l.scripts))].filter((s) => otherTagsOf(s).length > 0).sort();
  const only = layouts.flatMap(inSomeScripts);
  if ([marks, ligatures, kindless, unjoined, variants, scripts, only].every((l) => l.length === 0)) return [];
  return [{ kind: 'carriedFacts', marks, ligatures, kindless, unjoined, variants, scripts, only }];
} // prettier-ignore

/** Glyphs of no kind; none where no lookup asks for kinds other than marks. */
function kindlessOf(
  font: Pick<FontFile, 'contours'>,
  gdef: ReadGdef,
  layouts: readonly ReadLayout[],
): number[] {
  const ignoring = FLAG.ignoreBases | FLAG.ignoreLigatures;
  if (!layouts.some((l) => l.lookups.some((x) => (x.flags & ignoring) !== 0))) return [];
  const known = new Set([...gdef.marks, ...gdef.ligatures, ...gdef.bases]);
  return font.contours.flatMap((_, g) => (g === 0 || known.has(g) ? [] : [g]));
}

/** Features that some scripts of a table lack, or have for single languages alone. */
function inSomeScripts({ scripts, features }: ReadLayout): CarriedFacts['only'] {
  const tags = [...new Set(features.map((f) => f.tag))].sort();
  return tags.flatMap((tag) => {
    const own = features.filter((f) => f.tag === tag);
    const byDefault = [...new Set(own.flatMap((f) => (f.language === null ? [f.script] : [])))].sort();
    if (byDefault.length === scripts.length) return [];
    const special = scripts.filter((s) => !byDefault.includes(s)).flatMap((script) => {
      const languages = own.flatMap((f) => (f.script === script && f.language !== null ? [f.language] : []));
      return languages.length > 0 ? [{ tag, scripts: [script], languages: [...new Set(languages)].sort() }] : [];
    });
    return [...(byDefault.length > 0 ? [{ tag, scripts: byDefault, languages: null }] : []), ...special];
  });
} // prettier-ignore
