// UFO 3 (unifiedfontobject.org), features.fea.
import { strFromU8 } from 'fflate';
import { markSetsOf } from '../../opentype/layout/flags';
import { buildGdef, type GlyphKind } from '../../opentype/layout/gdef';
import { buildGpos } from '../../opentype/layout/gpos';
import { buildGsub } from '../../opentype/layout/gsub';
import type { Rule } from '../../../project/document/rows/features';
import { readFeatureText, type FeatureText } from '../features/readFeatureText';
import { FeatureTextError } from '../features/tokens';
import { readSetting, type ReadSetting } from '../layoutRows';
import type { ReadUfo } from './openUfo';

/** What a UFO's features text says. */
export interface UfoText {
  /** Glyphs by the indices that the text's rules have. */
  readonly names: readonly string[];
  /** Kerning, anchors and rules, by ids of glyphs; null without a text, or with one that can't be read. */
  readonly setting: ((idOf: (glyph: number) => string) => ReadSetting) | null;
  readonly leftOut: readonly string[];
}

const PATH = 'features.fea';
/** Features that are made of anchors and kerning where a UFO has these. */
const OF_ANCHORS = ['mark', 'mkmk', 'abvm', 'blwm'];

/** The rules of a UFO's features text, as if they had been read of a font built of it. */
export function textOfUfo({ files, glyphs, kerning, info }: Pick<ReadUfo, 'files' | 'glyphs' | 'kerning' | 'info'>): UfoText {
  const names = [...glyphs.keys()];
  const file = files.get(PATH);
  if (!file) return { names, setting: null, leftOut: [] };
  const indices = new Map(names.map((n, i) => [n, i]));
  const include = (path: string) => {
    const found = files.get(path.replace(/^\.\//, ''));
    return found ? strFromU8(found) : null;
  };
  try {
    const text = readFeatureText({ text: strFromU8(file), indexOf: (n) => indices.get(n), include });
    const anchors = new Set([...glyphs.values()].flatMap((g) => g.anchors.map((a) => a.name)));
    const isMade = (tag: string) =>
      (tag === 'kern' && Object.keys(kerning).length > 0) ||
      (OF_ANCHORS.includes(tag) && [...anchors].some((a) => a.startsWith('_'))) ||
      (tag === 'curs' && (anchors.has('entry') || anchors.has('exit')));
    const marks = [...glyphs.values()].map((g) => g.anchors.some((a) => a.name.startsWith('_')));
    const tables = tablesOf(text, isMade, names.map((_, i) => text.kinds.get(i) ?? (marks[i] ? 'mark' : 'base')));
    const contours = names.map(() => []);
    const source = { tables, contours, glyphNames: names, vary: null, os2: { sxHeight: Number(info['xHeight']) || 0 } };
    const setting = (idOf: (glyph: number) => string) => labelled(readSetting(source, idOf), text);
    return { names, setting, leftOut: [...text.leftOut, ...setting(String).leftOut.map((f) => `the feature ${f} of its features text`)] };
  } catch (error) {
    if (!(error instanceof FeatureTextError || error instanceof RangeError)) throw error;
    const at = error instanceof FeatureTextError ? ` (line ${error.line}: ${error.message})` : '';
    return { names, setting: null, leftOut: [`its features text${at}, but for a UFO that is cast`] };
  }
} // prettier-ignore

/** Layout tables of what a text says, but for features that are made of something else. */
function tablesOf(text: FeatureText, isMade: (tag: string) => boolean, kinds: readonly GlyphKind[]): Map<string, Uint8Array> {
  const gpos = { ...text.gpos, features: text.gpos.features.filter((f) => !isMade(f.tag)) };
  const markSets = markSetsOf([text.gsub, gpos]);
  const tables = {
    GSUB: buildGsub(text.gsub, { markSets }),
    GPOS: buildGpos(gpos, { markSets }),
    GDEF: buildGdef(kinds, [], { markSets }),
  };
  return new Map(Object.entries(tables).flatMap(([tag, table]) => (table ? [[tag, table] as const] : [])));
} // prettier-ignore

/** Exchanges with what menus call them. */
const labelled = (setting: ReadSetting, { labels }: FeatureText): ReadSetting => ({
  ...setting,
  rules: setting.rules.map((r): Rule => (r.kind === 'exchange' ? { ...r, label: labels.get(r.feature) ?? r.label } : r)),
}); // prettier-ignore
