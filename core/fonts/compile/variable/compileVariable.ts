import { nth } from '../../../foundations/lists/nth';
import { ok, type Problem, type Result } from '../../../foundations/problems/problem';
import type { Doc } from '../../../project/document/schema';
import { kernedAsUpright, kerningData } from '../../features/kerning';
import { fontGlyphs } from '../../features/fontGlyphs';
import { planLayout } from '../../features/planLayout';
import type { Kerning } from '../../opentype/layout/model';
import { buildSfnt, SFNT_TRUETYPE } from '../../opentype/sfnt';
import {
  buildAvar,
  buildFvar,
  buildHvar,
  buildMvar,
  type Mapping,
} from '../../opentype/variations/axisTables';
import { buildGvar, type VaryingGlyph } from '../../opentype/variations/gvar';
import { VariationStore, type VarIndex } from '../../opentype/variations/variationStore';
import { compileGlyph } from '../compileGlyph';
import { fontData, rowsInFont, type FontData } from '../fontData';
import { rulesOf } from '../../../project/document/queries/rulesOf';
import { leaningByName } from '../../features/byName';
import { familyStat } from '../familyStat';
import { fontNames, NameIds, namesInLanguages, postScriptName } from '../fontNames';
import { fontTables } from '../compileFont';
import { letterHeights } from '../metricTables';
import { composite, inTrueType, madeGlyf, trueTypeTables, type MadeGlyf } from '../trueTypeOutlines';
import { onStraightWay } from './straightWay';
import { regionsAt, weightAxis, type StylePlace, type WeightAxis } from './weightAxis';
import { variableGlyphs, type VariableGlyph } from './variableGlyphs';
import { withLeaning } from '../leaning';
import { varyingCarets, varyingKerning, varyingPlaces } from './varyingLayout';

/** A family as it varies: the default style's font data, and all that the other styles change in it. */
interface Varying {
  readonly axis: WeightAxis;
  readonly font: FontData;
  readonly glyphs: readonly VariableGlyph[];
  /** Styles besides the default whose outlines the font holds, with their number among the versions of glyphs. */
  readonly others: readonly (StylePlace & { readonly version: number })[];
  readonly mappings: readonly Mapping[];
  /** Deltas of anchors and kerning. */
  readonly places: VariationStore;
}

/**
 * The styles of a family that differ in weight as one variable TrueType font. Glyphs that don't agree are told and look as in the default
 * style at every weight. Fails when there are no two styles to vary between. Same document, same time: same bytes.
 */
export function compileVariable(project: Doc, nowUnixS: number): Result<Uint8Array> {
  const doc = withLeaning(project);
  const { axis, problems } = weightAxis(doc);
  if (!axis) return { ok: false, problems };
  const made = varying(doc, axis);
  return ok(variableFile(doc, made.varying, nowUnixS), [...problems, ...made.problems]);
}

function varying(doc: Doc, axis: WeightAxis): { readonly varying: Varying; readonly problems: Problem[] } {
  const { main } = axis;
  const places = [{ style: main, at: 0 }, ...axis.places.filter((p) => p.style !== main)];
  const { glyphs, problems } = variableGlyphs(
    doc,
    places.map((p) => p.style),
  );
  // Letters of parts vary as drawings of their own: they are taken as those, too.
  const data = { ...fontData(doc, main.id), glyphs: glyphs.map((g) => nth(g.versions, 0)) };
  const index = new Map(data.glyphs.map((g, i) => [g.name, i]));
  const leaning = leaningByName(data.glyphs);
  const kernings = places.map(({ style }) => kerningOf(doc, style.id, index, leaning));
  const { kept, mappings } = onStraightWay(places, glyphs, kernings);
  const others = kept.map((version) => ({ ...nth(places, version), version }));
  const store = new VariationStore(regionsAt(others));
  const kerning = varyingKerning([nth(kernings, 0), ...others.map((o) => nth(kernings, o.version))], store);
  const layout = planLayout(fontGlyphs(data.glyphs), rulesOf(doc, main.id), kerning);
  const inOthers = others.map((o) => glyphs.map((g) => (g.varies ? nth(g.versions, o.version) : null)));
  const lookups = varyingPlaces(layout.gpos.lookups, data.glyphs, inOthers, store);
  const carets = varyingCarets(layout.carets, inOthers, store);
  const font = { ...data, kerning, layout: { ...layout, carets, gpos: { ...layout.gpos, lookups } } };
  return { varying: { axis, font, glyphs, others, mappings, places: store }, problems };
}

/** A style's kerning with its glyphs numbered as the default's of the same names. */
function kerningOf(
  doc: Doc,
  styleId: string,
  index: ReadonlyMap<string, number>,
  leaning: ReadonlyMap<number, readonly number[]>,
): Kerning {
  const own = rowsInFont(doc, styleId).map(compileGlyph);
  const numbers = own.flatMap((g) => {
    const at = index.get(g.name);
    return at === undefined ? [] : [[g.id, at] as const];
  });
  return kernedAsUpright(kerningData(doc, styleId, new Map(numbers)), leaning);
}

function variableFile(doc: Doc, v: Varying, nowUnixS: number): Uint8Array {
  const { font, axis, glyphs, others } = v;
  const names = new NameIds(variableNames(font, nowUnixS), namesInLanguages(font.casting, font.style.name));
  const made = inTrueType(font, glyfsOf(glyphs));
  const regions = regionsAt(others);
  const advances = new VariationStore(regions);
  const widths = glyphs.map((g) => {
    return advances.index(others.map((o) => nth(g.versions, o.version).advance - nth(g.versions, 0).advance));
  });
  const varied = glyphs.map((g) => varyingOf(g, others));
  const more = new Map([
    ['fvar', axisTable(axis, font, names)],
    ['gvar', buildGvar(varied, regions)],
    ['HVAR', buildHvar(advances, widths)],
  ]);
  const rest = {
    avar: buildAvar(v.mappings),
    MVAR: heightsTable(doc, v),
    STAT: familyStat(doc, axis.main, names, true),
  };
  for (const [tag, table] of Object.entries(rest)) if (table) more.set(tag, table);
  const places = v.places.isEmpty ? null : v.places.build();
  return buildSfnt(
    SFNT_TRUETYPE,
    fontTables(made.font, trueTypeTables(made), { nowUnixS, names, more, places }),
  );
}

/** Points in all styles by glyph, for the styles that the font holds. */
const varyings = new WeakMap<VariableGlyph, { readonly key: string; readonly made: VaryingGlyph }>();

function varyingOf(glyph: VariableGlyph, others: Varying['others']): VaryingGlyph {
  const key = others.map((o) => o.version).join();
  const before = varyings.get(glyph);
  if (before?.key === key) return before.made;
  const at = (m: number) => ({
    contours: glyph.parts.length > 0 ? [] : nth(glyph.outlines, m),
    parts: glyph.parts.map((p) => nth(p.places, m)),
    advance: nth(glyph.versions, m).advance,
  });
  const made = { ...at(0), others: others.map((o) => at(o.version)) };
  varyings.set(glyph, { key, made });
  return made;
}

/** Outlines in bytes; glyphs of parts name these. */
function glyfsOf(glyphs: readonly VariableGlyph[]): MadeGlyf[] {
  const index = new Map(glyphs.map((g, i) => [nth(g.versions, 0).name, i]));
  return glyphs.map((g) => {
    const parts = g.parts.flatMap(({ name, places }) => {
      const glyph = index.get(name);
      const { x, y } = nth(places, 0);
      return glyph === undefined ? [] : [{ glyph, dx: x, dy: y, made: glyfOf(nth(glyphs, glyph)) }];
    });
    return parts.length > 0 ? composite(parts, true) : glyfOf(g);
  });
}

/** Outlines in bytes by glyph. */
const glyfs = new WeakMap<VariableGlyph, MadeGlyf>();

function glyfOf(glyph: VariableGlyph): MadeGlyf {
  const made = glyfs.get(glyph) ?? madeGlyf(nth(glyph.outlines, 0), true);
  glyfs.set(glyph, made);
  return made;
}

/** Names of the default style; the prefix is what names of instances begin with (OpenType, name id 25). */
const variableNames = ({ casting, style }: FontData, madeUnixS: number): Map<number, string> =>
  new Map([
    ...fontNames({ ...casting, style: style.name, madeUnixS }),
    [PREFIX_ID, postScriptName(casting.family, style.name).replace(/-[^-]*$/, '')],
  ]);

const PREFIX_ID = 25;

function axisTable(axis: WeightAxis, { casting }: FontData, names: NameIds): Uint8Array {
  const weights = axis.places.map((p) => p.style.weightClass);
  return buildFvar(
    {
      tag: 'wght',
      nameId: names.idOf('Weight'),
      min: Math.min(...weights),
      default: axis.main.weightClass,
      max: Math.max(...weights),
    },
    axis.places.map(({ style }) => ({
      nameId: names.idOf(style.name),
      postScriptNameId: names.idOf(postScriptName(casting.family, style.name)),
      at: style.weightClass,
    })),
  );
}

/** How the heights of x and H follow: OpenType, 'MVAR', "xhgt" and "cpht". */
function heightsTable(doc: Doc, { others, font }: Varying): Uint8Array | null {
  const store = new VariationStore(regionsAt(others));
  const first = letterHeights(font);
  const rest = others.map((o) => letterHeights(fontData(doc, o.style.id)));
  const values = new Map<string, VarIndex>();
  for (const [tag, key] of [
    ['xhgt', 'xHeight'],
    ['cpht', 'capHeight'],
  ] as const) {
    const index = store.add(rest.map((h) => h[key] - first[key]));
    if (index) values.set(tag, index);
  }
  return buildMvar(store, values);
}
