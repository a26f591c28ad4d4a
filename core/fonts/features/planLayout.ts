import { addCarried } from './rules/carried';
import type { Rule } from '../../project/document/rows/features';
import type { Carets, GlyphKind } from '../opentype/layout/gdef';
import type { Variant } from '../opentype/tables/cmapVariants';
import type { Kerning, Layout, Ligature, Positioning, Substitution } from '../opentype/layout/model';
import { isMark } from './anchors';
import { drawingsByName, languagesByName, ligaturesByName, turnsByName } from './byName';
import { caretsOf } from './carets';
import type { FontGlyphs } from './fontGlyphs';
import { LookupList, type Positionings, type Substitutions } from './lookupList';
import { addBeside } from './rules/beside';
import { addPositionings } from './positionings';
import { Ruled, type LayoutScope, type RuleOf } from './ruled';
import { addLean } from './rules/bounce';
import { addComposing } from './rules/composing';
import { addEnds } from './rules/ends';
import type { EndsScope } from './rules/hits';
import { addMarkedEnds } from './rules/markedEnds';
import { addAccess, addExchange, exchangesOf } from './rules/exchanges';
import { addFractions } from './rules/fractions';
import { addLanguages, DOTTED_I } from './rules/languages';
import { addTurns, type Turning } from './rules/turns';
import { kernOf } from './kerning';
import { scriptsBeside, scriptsOf } from '../opentype/layout/scripts';
import { typedNames } from './typedNames';

/** What a font does with its letters when a text is set, before it is written as tables or as features text. */
export interface FontLayout {
  readonly gsub: Layout<Substitution>;
  readonly gpos: Layout<Positioning>;
  /** Kinds of glyphs, by index. */
  readonly kinds: readonly GlyphKind[];
  readonly carets: readonly Carets[];
  /** How characters look with a variation selector behind them. */
  readonly variants: readonly Variant[];
}

/** Exchanges that come before ligatures: in small capitals or old-style figures nothing may be joined before. The others follow. */
const BEFORE_LIGATURES =
  /^(smcp|c2sc|pcap|c2pc|unic|onum|lnum|pnum|tnum|sups|subs|sinf|numr|dnom|ordn|zero|case|hist|cpct|titl)$/;

/**
 * All lookups of a font, from its glyphs' names and anchors, from rules and from what its characters ask for in any font.
 * Substitutions in this order: access to all drawings, marks, languages, typed names, exchanges of single glyphs, fractions,
 * ligatures, chosen drawings, and what looks at neighbours (beside, ends, turns).
 */
export function planLayout(font: FontGlyphs, rules: readonly Rule[], kerning: Kerning): FontLayout {
  const ruled = new Ruled(rules, font);
  const scripts = scriptsBeside(namedScripts(ruled), scriptsOf(font.mapping.keys()));
  const unjoined = new Set(ruled.of('carriedFacts').flatMap((c) => ruled.all(c.unjoined)));
  const byName = ligaturesByName(font.glyphs).filter((l) => !unjoined.has(l.glyph));
  const ligatures = [...ruledLigatures(ruled, 'liga'), ...byName];
  const joined = new Set(ligatures.map((l) => l.glyph));
  const substitutions: Substitutions = new LookupList<Substitution>();
  const scope = { font, ruled, kerning, scripts };
  addSubstitutions(substitutions, scope, ligatures);
  const positionings: Positionings = new LookupList<Positioning>();
  addPositionings(positionings, scope);
  return {
    gsub: { ...parts(substitutions, scope), scripts },
    gpos: { ...parts(positionings, scope), scripts },
    kinds: kindsOf(font, ruled, joined),
    carets: caretsOf(font, ligatures),
    variants: variantsOf(ruled),
  };
}

const namedScripts = (ruled: Ruled): string[] => [
  ...ruled.of('carried').flatMap((c) => c.scripts),
  ...ruled.of('carriedFacts').flatMap((c) => [...c.scripts, ...c.only.flatMap((o) => o.scripts)]),
];

/** Kinds of glyphs: what a font that was opened said of them, then by anchors and ligatures. */
function kindsOf(font: FontGlyphs, ruled: Ruled, joined: ReadonlySet<number>): GlyphKind[] {
  const said = ruled.of('carriedFacts');
  const marks = new Set(said.flatMap((s) => ruled.all(s.marks)));
  const ligatures = new Set(said.flatMap((s) => ruled.all(s.ligatures)));
  const kindless = new Set(said.flatMap((s) => ruled.all(s.kindless)));
  return font.glyphs.map((g, i) => {
    if (kindless.has(i)) return 'none';
    if (marks.has(i) || isMark(g)) return 'mark';
    return ligatures.has(i) || joined.has(i) ? 'ligature' : 'base';
  });
}

const variantsOf = (ruled: Ruled): Variant[] =>
  ruled
    .of('carriedFacts')
    .flatMap((s) => s.variants.map((v) => ({ ...v, glyph: v.glyph === null ? null : ruled.at(v.glyph) })));

/** Lookups and features; what a font that was opened had in some of its scripts alone stays there, and goes to those that it didn't have. */
function parts<K extends Substitution | Positioning>(
  { lookups, features }: LookupList<K>,
  { ruled, scripts }: LayoutScope,
): Pick<Layout<K>, 'lookups' | 'features'> {
  const facts = ruled.of('carriedFacts').flatMap((c) => c.only);
  const known = namedScripts(ruled);
  const fresh = scripts.filter((s) => !known.includes(s));
  const limitsOf = (tag: string) =>
    facts
      .filter((o) => o.tag === tag)
      .map(({ scripts: own, languages }) => ({
        scripts: own.includes('DFLT') ? [...own, ...fresh] : own,
        ...(languages ? { languages } : {}),
      }));
  return {
    lookups,
    features: features.flatMap((f) => {
      const limits = f.scripts || f.languages ? [] : limitsOf(f.tag);
      return limits.length > 0 ? limits.map((l) => ({ ...f, ...l })) : [f];
    }),
  };
}

const ruledLigatures = (ruled: Ruled, feature: RuleOf<'ligature'>['feature']): Ligature[] =>
  ruled
    .of('ligature')
    .flatMap((r) => (r.feature === feature ? [{ parts: ruled.all(r.parts), glyph: ruled.at(r.to) }] : []));

function addSubstitutions(list: Substitutions, scope: LayoutScope, ligatures: readonly Ligature[]): void {
  const { font, ruled, kerning, scripts } = scope;
  const exchanges = exchangesOf(
    drawingsByName(font.glyphs),
    ruled.of('exchange').map((r) => ({
      tag: r.feature,
      label: r.label,
      swaps: new Map(r.swaps.map((s) => [ruled.at(s.from), ruled.all(s.to)])),
    })),
  );
  const carried = ruled.of('carried').filter((c) => c.table === 'GSUB');
  // What a font that was opened does by itself isn't made a second time.
  const brought = new Set(carried.flatMap((c) => c.features.map((f) => f.tag)));
  addAccess(list, exchanges);
  for (const c of carried) if (c.order === 'first') addCarried(list, c, { at: ruled.at, scripts });
  if (!brought.has('ccmp')) addComposing(list, font);
  if (!brought.has('locl')) addLanguages(list, font, languageSwaps(font, ruled));
  addLigatures(list, 'liga', 'names', typedNames(font), font);
  for (const e of exchanges) if (BEFORE_LIGATURES.test(e.tag)) addExchange(list, font, e);
  if (!brought.has('frac')) addFractions(list, font, exchanges);
  addLigatures(list, 'liga', 'ligatures', ligatures, font);
  for (const tag of ['clig', 'dlig', 'hlig'] as const)
    addLigatures(list, tag, tag, ruledLigatures(ruled, tag), font);
  for (const e of exchanges) if (!BEFORE_LIGATURES.test(e.tag)) addExchange(list, font, e);
  for (const c of carried) if (c.order === 'last') addCarried(list, c, { at: ruled.at, scripts });
  list.use('calt', contextual(list, font, ruled, kerning));
}

/** Ligatures of a feature; where i and dotless i are two letters, those that hold an i stay apart. */
function addLigatures(
  list: Substitutions,
  tag: string,
  name: string,
  ligatures: readonly Ligature[],
  font: FontGlyphs,
): void {
  if (ligatures.length === 0) return;
  const i = font.mapping.get(0x69);
  const parted = name === 'names' ? [] : ligatures.filter((l) => i !== undefined && l.parts.includes(i));
  const others = ligatures.filter((l) => !parted.includes(l));
  // One lookup for all: the longest that fits is taken, whoever has an i in it.
  const whole = list.add({ name, type: 'ligature', ligatures });
  if (parted.length === 0) return list.use(tag, [whole]);
  list.use(tag, [whole], { except: DOTTED_I });
  if (others.length > 0)
    list.use(tag, [list.add({ name: `${name}_dotted_i`, type: 'ligature', ligatures: others })], {
      languages: DOTTED_I,
    });
}

function languageSwaps(font: FontGlyphs, ruled: Ruled): Map<string, [number, number][]> {
  const out = languagesByName(font.glyphs);
  for (const r of ruled.of('language'))
    for (const tag of r.languages)
      out.set(tag, [
        ...(out.get(tag) ?? []),
        ...r.swaps.map((s): [number, number] => [ruled.at(s.from), ruled.at(s.to)]),
      ]);
  return out;
}

/** Letters that take turns with what they take turns with, by rule or by name. */
function turningOf(font: FontGlyphs, ruled: Ruled, r: RuleOf<'turns'>): Turning[] {
  if (r.letters) return r.letters.map((l) => ({ glyph: ruled.at(l.glyph), drawings: ruled.all(l.drawings) }));
  return [...turnsByName(font.glyphs)].map(([glyph, drawings]) => ({ glyph, drawings }));
}

/** Lookups that look at neighbours, in the order of the rules of each kind. */
function contextual(list: Substitutions, font: FontGlyphs, ruled: Ruled, kerning: Kerning): number[] {
  const ignoreMarks = font.glyphs.some(isMark);
  const everything = font.glyphs.map((_, i) => i);
  const turns = ruled.of('turns').map((r) => ({ letters: turningOf(font, ruled, r), within: r.within }));
  const turned = new Map(turns.flatMap((t) => t.letters.map((l) => [l.glyph, l.drawings] as const)));
  const scope: EndsScope = { font, kern: kernOf(kerning), turned, ignoreMarks };
  const pairs = (r: RuleOf<'ends'>) =>
    r.swaps.map((s) => ({
      from: ruled.at(s.from),
      to: ruled.at(s.to),
      despite: r.despite.flatMap((d) => (d.from === s.from ? [ruled.at(d.beside)] : [])),
    }));
  return [
    ...ruled.of('beside').map((r, k) =>
      addBeside(list, `beside_${k + 1}`, {
        before: r.before.map(ruled.all),
        swaps: r.swaps.map((s) => ({ from: ruled.at(s.from), to: s.to === null ? null : ruled.at(s.to) })),
        after: r.after.map(ruled.all),
      }),
    ),
    ...ruled.of('ends').flatMap((r, k) => {
      const rule = { at: r.at, swaps: pairs(r), clearance: r.clearance };
      const own = addEnds(list, `ends_${k + 1}`, scope, rule);
      return [own, ...[addMarkedEnds(list, `ends_${k + 1}`, scope, rule)].flatMap((l) => l ?? [])];
    }),
    ...turns.flatMap((t) => addTurns(list, { ...t, everything, ignoreMarks }) ?? []),
    ...[addLean(list, font)].flatMap((l) => l ?? []),
  ];
}

/** Ligatures that are made without being asked for, in the order in which they are tried. */
export const usualLigatures = ({ gsub }: FontLayout): Ligature[] =>
  gsub.features
    .filter((f) => f.tag === 'liga' && !f.languages)
    .flatMap((f) => f.lookups.map((l) => gsub.lookups[l]))
    .flatMap((l) => (l?.type === 'ligature' ? l.ligatures : []));
