// OpenType feature file specification 1.26 (adobe-type-tools.github.io/afdko, "OpenTypeFeatureFileSpecification").
import type {
  Adjustment,
  ChainRule,
  FeatureUse,
  GlyphSet,
  Layout,
  LigatureMarks,
  Lookup,
  Marks,
  PairPlaces,
  PairTable,
  Place,
  Positioning,
  ReverseRule,
  Substitution,
} from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';
import type { FontLayout } from './planLayout';

/** Words of the language, which a glyph's name can only be with a backslash (2.c "Keywords", 2.f.i). */
const KEYWORDS = new Set(
  (
    'anchor anchorDef anon anonymous base by contour contourpoint cursive cvParameters device enum enumerate excludeDFLT ' +
    'exclude_dflt feature featureNames from HorizAxis.BaseTagList ignore ignoreDFLT include includeDFLT include_dflt language ' +
    'languagesystem ligature locations lookup lookupflag mark MarkAttachmentType markClass MarkFilteringSet name nameid NULL ' +
    'parameters pos position required reversesub RightToLeft rsub script sizemenuname sub substitute subtable table useExtension ' +
    'UseMarkFilteringSet valueRecordDef IgnoreBaseGlyphs IgnoreLigatures IgnoreMarks'
  ).split(' '),
);

/** Sets of more glyphs than this get a name. */
const MOST_INLINE = 3;

/** Glyphs by name, and sets as classes that are written once. */
class Naming {
  readonly classes = new Map<string, string>();
  constructor(private readonly font: FontGlyphs) {}

  readonly glyph = (index: number): string => {
    const { name } = this.font.at(index);
    return KEYWORDS.has(name) ? `\\${name}` : name;
  };
  readonly set = (glyphs: GlyphSet): string => {
    const [only] = glyphs;
    if (glyphs.length === 1 && only !== undefined) return this.glyph(only);
    const list = `[${glyphs.map(this.glyph).join(' ')}]`;
    if (glyphs.length <= MOST_INLINE) return list;
    const known = this.classes.get(list) ?? `@glyphs_${this.classes.size + 1}`;
    this.classes.set(list, known);
    return known;
  };
}

const joined = (parts: readonly string[]) => parts.filter((p) => p !== '').join(' ');

function chainStatement(
  r: ChainRule,
  verb: 'sub' | 'pos',
  lookups: readonly Lookup<unknown>[],
  n: Naming,
): string {
  const input = r.input.map((set, at) => {
    const apply = r.apply
      .filter((a) => a.at === at)
      .map((a) => ` lookup ${applied(lookups[a.lookup]?.name ?? '')}`);
    return `${n.set(set)}'${apply.join('')}`;
  });
  const statement = joined([verb, ...r.before.map(n.set), ...input, ...r.after.map(n.set)]);
  return r.apply.length === 0 ? `ignore ${statement};` : `${statement};`;
}

/** Lookups of a font that was opened say what its anchors don't. */
const CARRIED = 'carried_';

const anchor = (p: Place | null): string => (p ? `<anchor ${p.x} ${p.y}>` : '<anchor NULL>');

function reverseStatements(r: ReverseRule, n: Naming): string[] {
  const [from, to] = [r.map.map(([a]) => a), r.map.map(([, b]) => b)];
  // Classes of both sides are matched glyph by glyph, so that neither may be sorted or told by a name.
  const list = (glyphs: readonly number[]) => `[${glyphs.map(n.glyph).join(' ')}]`;
  return [
    `${joined(['rsub', ...r.before.map(n.set), `${list(from)}'`, ...r.after.map(n.set), 'by', list(to)])};`,
  ];
}

function pairStatements(t: PairTable, n: Naming): string[] {
  const both = (left: string, right: string, [a, b]: PairPlaces) =>
    b ? `pos ${left} ${value(a)} ${right} ${value(b)};` : `pos ${left} ${right} ${value(a)};`;
  if (t.by === 'glyphs') return t.pairs.map(([l, r, a, b]) => both(n.glyph(l), n.glyph(r), [a, b]));
  const named = (sets: readonly GlyphSet[]) => sets.map((s) => `[${s.map(n.glyph).join(' ')}]`);
  // Class 0 on the left are those that are covered and in no other; on the right it kerns with nothing by itself.
  const others = t.covered.filter((g) => !t.left.some((s) => s.includes(g)));
  const left = named([others, ...t.left.map((s) => s.filter((g) => t.covered.includes(g)))]);
  const right = named([[], ...t.right]);
  const isMoved = ([a, b]: PairPlaces) => [a, b].some((v) => v && (v.x || v.y || v.advance));
  const lines = t.values.flatMap((row, i) =>
    row.flatMap((cell, j) => {
      const [l, r] = [left[i] ?? '[]', right[j] ?? '[]'];
      return l === '[]' || r === '[]' || !isMoved(cell) ? [] : [both(l, r, cell)];
    }),
  );
  return lines.length > 0 ? ['subtable;', ...lines] : [];
}

/** Classes of marks by the lookup that they are of. */
const markClasses = (name: string, marks: Marks['marks'], n: Naming): string[] =>
  marks.map((m) => `markClass ${n.glyph(m.glyph)} ${anchor(m.at)} @${name}_${m.markClass};`);

function markStatements(
  { name, type, marks: m }: Lookup<Extract<Positioning, { readonly type: 'mark' | 'markToMark' }>>,
  n: Naming,
): string[] {
  const on = type === 'mark' ? 'base' : 'mark';
  const at = (places: readonly (Place | null)[]) =>
    places.flatMap((p, c) => (p ? [`${anchor(p)} mark @${name}_${c}`] : []));
  return [
    ...markClasses(name, m.marks, n),
    ...m.bases.map((b) => joined([`pos ${on}`, n.glyph(b.glyph), ...at(b.at)]) + ';'),
  ];
}

function ligatureStatements(name: string, m: LigatureMarks, n: Naming): string[] {
  const letter = (places: readonly (Place | null)[]) => {
    const at = places.flatMap((p, c) => (p ? [`${anchor(p)} mark @${name}_${c}`] : []));
    return at.length > 0 ? at.join(' ') : '<anchor NULL>';
  };
  const lines = m.ligatures.map(
    (l) => `pos ligature ${n.glyph(l.glyph)} ${l.at.map(letter).join(' ligComponent ')};`,
  );
  return [...markClasses(name, m.marks, n), ...lines];
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

const value = (v: Adjustment) => `<${v.x ?? 0} ${v.y ?? 0} ${v.advance ?? 0} 0>`;

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
      return ligatureStatements(lookup.name, lookup.marks, n);
    case 'mark':
    case 'markToMark':
      return lookup.name.startsWith(CARRIED) ? markStatements(lookup, n) : null;
    case 'cursive':
      return lookup.name.startsWith(CARRIED)
        ? lookup.joins.map((j) => `pos cursive ${n.glyph(j.glyph)} ${anchor(j.entry)} ${anchor(j.exit)};`)
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

/** How a lookup is called where a chain applies it. */
const applied = (name: string) => `${name}_applied`;

/** Lookups as they are written: those that others apply come first, since only what stands before can be named, and never count by themselves. */
function inTextOrder<K extends Substitution | Positioning>(lookups: readonly Lookup<K>[]): Lookup<K>[] {
  const first = new Map<number, Lookup<K>>();
  const put = (i: number): void => {
    const l = lookups[i];
    if (!l || first.has(i)) return;
    if (l.type === 'chain') for (const r of l.rules) r.apply.forEach((a) => put(a.lookup));
    first.set(i, { ...l, name: applied(l.name) });
  };
  for (const l of lookups) if (l.type === 'chain') for (const r of l.rules) r.apply.forEach((a) => put(a.lookup));
  return [...first.values(), ...lookups];
} // prettier-ignore

function layoutText<K extends Substitution | Positioning>(
  { lookups, features, scripts }: Layout<K>,
  verb: 'sub' | 'pos',
  n: Naming,
): string[] {
  const used = new Set(features.flatMap((f) => f.lookups.map((l) => lookups[l]?.name)));
  const isAsked = (l: Lookup<K>) => used.has(l.name) || l.name.endsWith(applied(''));
  const blocks = new Map(inTextOrder(lookups).filter(isAsked).map((l) => [l.name, lookupBlock(l, verb, lookups, n)]));
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
