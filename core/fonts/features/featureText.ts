// OpenType feature file specification 1.26 (adobe-type-tools.github.io/afdko, "OpenTypeFeatureFileSpecification").
import type {
  ChainRule,
  FeatureUse,
  Layout,
  Lookup,
  Positioning,
  Substitution,
} from '../opentype/layout/model';
import {
  anchor,
  CARRIED,
  ligatureStatements,
  markStatements,
  pairStatements,
  reverseStatements,
  value,
} from './carriedStatements';
import type { FontGlyphs } from './fontGlyphs';
import { joined, Naming } from './glyphNaming';
import type { FontLayout } from './planLayout';

function chainStatement(
  r: ChainRule,
  verb: 'sub' | 'pos',
  lookups: readonly Lookup<unknown>[],
  n: Naming,
): string {
  const input = r.input.map((set, at) => {
    const apply = r.apply.filter((a) => a.at === at).map((a) => ` lookup ${lookups[a.lookup]?.name}`);
    return `${n.set(set)}'${apply.join('')}`;
  });
  const statement = joined([verb, ...r.before.map(n.set), ...input, ...r.after.map(n.set)]);
  return r.apply.length === 0 ? `ignore ${statement};` : `${statement};`;
}

/** A lookup's flags, as one statement. */
function flagStatement(l: Lookup<unknown>, n: Naming): string[] {
  const flags = [
    ...(l.rightToLeft ? ['RightToLeft'] : []),
    ...(l.ignoreBases ? ['IgnoreBaseGlyphs'] : []),
    ...(l.ignoreLigatures ? ['IgnoreLigatures'] : []),
    ...(l.ignoreMarks ? ['IgnoreMarks'] : []),
    ...(l.onlyMarks ? [`UseMarkFilteringSet [${l.onlyMarks.map(n.glyph).join(' ')}]`] : []),
  ];
  return flags.length > 0 ? [`lookupflag ${flags.join(' ')};`] : [];
}

/** What a lookup says, a statement each; null for what UFO keeps elsewhere (kerning, anchors). */
function statements(
  lookup: Lookup<Substitution | Positioning>,
  verb: 'sub' | 'pos',
  lookups: readonly Lookup<unknown>[],
  n: Naming,
): string[] | null {
  const list = (glyphs: readonly number[]) => glyphs.map(n.glyph).join(' ');
  switch (lookup.type) {
    case 'single':
      return lookup.map.map(([from, to]) => `sub ${n.glyph(from)} by ${n.glyph(to)};`);
    case 'multiple':
      return lookup.map.map(([from, to]) => `sub ${n.glyph(from)} by ${list(to)};`);
    case 'alternate':
      return lookup.map.map(([from, to]) => `sub ${n.glyph(from)} from [${list(to)}];`);
    case 'ligature':
      return lookup.ligatures.map(({ parts, glyph }) => `sub ${list(parts)} by ${n.glyph(glyph)};`);
    case 'adjust':
      return lookup.map.map(([glyph, v]) => `pos ${n.glyph(glyph)} ${value(v)};`);
    case 'chain':
      return lookup.rules.map((r) => chainStatement(r, verb, lookups, n));
    case 'reverse':
      return lookup.rules.flatMap((r) => reverseStatements(r, n));
    case 'pairTables':
      return lookup.tables.flatMap((t) => pairStatements(t, n));
    case 'markToLigature':
      return ligatureStatements(lookup, n);
    case 'mark':
    case 'markToMark':
      return lookup.name.startsWith(CARRIED) ? markStatements(lookup, n) : null;
    case 'cursive':
      return lookup.name.startsWith(CARRIED)
        ? [lookup.joins, ...(lookup.more ?? [])]
            .flat()
            .map((j) => `pos cursive ${n.glyph(j.glyph)} ${anchor(j.entry)} ${anchor(j.exit)};`)
        : null;
    case 'pair':
      return null;
  }
}

function lookupBlock(
  lookup: Lookup<Substitution | Positioning>,
  verb: 'sub' | 'pos',
  lookups: readonly Lookup<unknown>[],
  n: Naming,
): string | null {
  const lines = statements(lookup, verb, lookups, n);
  if (!lines) return null;
  return `lookup ${lookup.name} {\n${[...flagStatement(lookup, n), ...lines].map((l) => `  ${l}`).join('\n')}\n} ${lookup.name};`;
}

/** Text in quotes, with what would end it by its code (feature file specification, 9.e). */
const quoted = (text: string) =>
  `"${text.replace(/["\\]|[^\x20-\x7e]/g, (c) => `\\${c.charCodeAt(0).toString(16).padStart(4, '0')}`)}"`;

function labelBlock({ tag, label }: FeatureUse): string[] {
  if (!label) return [];
  if (tag.startsWith('ss')) return [`featureNames { name ${quoted(label.text)}; };`];
  const characters = (label.characters ?? []).map((cp) => `Character 0x${cp.toString(16)};`);
  return [
    joined(['cvParameters { FeatUILabelNameID { name', `${quoted(label.text)}; };`, ...characters, '};']),
  ];
}

/** One feature: what all languages have, then those that have something else; by scripts where these differ. */
function featureBlock(
  tag: string,
  uses: readonly FeatureUse[],
  scripts: readonly string[],
  nameOf: (lookup: number) => string,
): string {
  const own = uses.filter((u) => u.tag === tag);
  const calls = (some: readonly FeatureUse[]) =>
    [...new Set(some.flatMap((u) => u.lookups))].sort((a, b) => a - b).map((l) => `lookup ${nameOf(l)};`);
  const isApart = own.some((u) => u.scripts);
  const plain = own.filter((u) => !u.languages && !u.scripts);
  const lines = [...own.flatMap(labelBlock).slice(0, 1), ...(isApart ? [] : calls(plain))];
  for (const script of isApart ? ['DFLT', ...scripts] : scripts) {
    const here = own.filter((u) => u.scripts?.includes(script) ?? true);
    const special = script === 'DFLT' ? [] : [...new Set(here.flatMap((u) => [...(u.languages ?? []), ...(u.except ?? [])]))].sort();
    const byDefault = isApart ? calls(here.filter((u) => !u.languages)) : [];
    if (special.length === 0 && byDefault.length === 0) continue;
    lines.push(`script ${script};`, ...(isApart ? ['language dflt;', ...byDefault] : []));
    for (const language of special) {
      const of = here.filter((u) => u.languages?.includes(language) ?? !u.except?.includes(language));
      lines.push(`language ${language} exclude_dflt;`, ...calls(of));
    }
  }
  return `feature ${tag} {\n${lines.map((l) => `  ${l}`).join('\n')}\n} ${tag};`;
} // prettier-ignore

/** Names of lookups where chains apply them: those that features switch on too are written a second time for that. */
const appliedNames = <K extends Substitution | Positioning>({
  lookups,
  features,
}: Pick<Layout<K>, 'lookups' | 'features'>): string[] => {
  const asked = new Set(features.flatMap((f) => f.lookups));
  return lookups.map((l, i) => (asked.has(i) ? `${l.name}_applied` : l.name));
};

/** Lookups as they are written: those that others apply come first, since only what stands before can be named. */
function inTextOrder<K extends Substitution | Positioning>(lookups: readonly Lookup<K>[], names: readonly string[]): Lookup<K>[] {
  const first = new Map<number, Lookup<K>>();
  const put = (i: number): void => {
    const l = lookups[i];
    if (!l || first.has(i)) return;
    applied(l).forEach(put);
    first.set(i, { ...l, name: names[i] ?? l.name });
  };
  for (const l of lookups) applied(l).forEach(put);
  return [...first.values(), ...lookups.filter((l, i) => first.get(i)?.name !== l.name)];
} // prettier-ignore

/** Numbers of the lookups that a chain applies. */
const applied = (l: Lookup<Substitution | Positioning>): number[] =>
  l.type === 'chain' ? l.rules.flatMap((r) => r.apply.map((a) => a.lookup)) : [];

function layoutText<K extends Substitution | Positioning>(
  { lookups, features, scripts }: Layout<K>,
  verb: 'sub' | 'pos',
  n: Naming,
): string[] {
  const names = appliedNames({ lookups, features });
  const named = lookups.map((l, i) => ({ ...l, name: names[i] ?? l.name }));
  const blocks = new Map(inTextOrder(lookups, names).map((l) => [l.name, lookupBlock(l, verb, named, n)]));
  const isWritten = (l: number) => typeof blocks.get(lookups[l]?.name ?? '') === 'string';
  const written = features.map((f) => ({ ...f, lookups: f.lookups.filter(isWritten) }));
  const tags = [...new Set(written.filter((f) => f.lookups.length > 0).map((f) => f.tag))];
  return [
    ...[...blocks.values()].flatMap((b) => b ?? []),
    ...tags.map((tag) => featureBlock(tag, written, scripts, (l) => lookups[l]?.name ?? '')),
  ];
} // prettier-ignore

/** Kinds of glyphs, which lookups that pass over some of them ask for; nothing where no glyph is a mark. */
function kindStatement(kinds: FontLayout['kinds'], n: Naming): string[] {
  if (!kinds.includes('mark')) return [];
  const of = (kind: FontLayout['kinds'][number]) => {
    const glyphs = kinds.flatMap((k, i) => (k === kind && i > 0 ? [n.glyph(i)] : []));
    return glyphs.length > 0 ? `[${glyphs.join(' ')}]` : '';
  };
  return [`GlyphClassDef ${of('base')}, ${of('ligature')}, ${of('mark')}, ;`];
}

/**
 * What a font does with its letters as features text, for programs that build a font from UFO: substitutions and movements;
 * kerning and anchors stand in files of their own there. Empty when there is nothing to say.
 */
export function featureText(font: FontGlyphs, layout: FontLayout): string {
  const n = new Naming(font);
  const body = [...layoutText(layout.gsub, 'sub', n), ...layoutText(layout.gpos, 'pos', n)];
  const gdef = [
    ...kindStatement(layout.kinds, n),
    ...layout.carets.map((c) => `LigatureCaretByPos ${n.glyph(c.glyph)} ${c.at.join(' ')};`),
  ];
  if (gdef.length > 0) body.push(`table GDEF {\n${gdef.map((l) => `  ${l}`).join('\n')}\n} GDEF;`);
  if (body.length === 0) return '';
  const languages = [
    ...new Set(layout.gsub.features.flatMap((f) => [...(f.languages ?? []), ...(f.except ?? [])])),
  ].sort();
  const systems = [
    'DFLT dflt',
    ...[...layout.gsub.scripts].sort().map((s) => `${s} dflt`),
    ...[...layout.gsub.scripts].sort().flatMap((s) => languages.map((l) => `${s} ${l}`)),
  ];
  const classes = [...n.classes].map(([list, name]) => `${name} = ${list};`);
  return [systems.map((s) => `languagesystem ${s};`).join('\n'), ...classes, ...body].join('\n\n') + '\n';
}
