import { counted } from '../../foundations/problems/counted';
import { glyphsOfRule, type Rule } from '../../project/document/rows/features';
import type { FeatureUse, Lookup, Positioning, Substitution } from '../opentype/layout/model';
import type { FontGlyphs } from './fontGlyphs';
import type { FontLayout } from './planLayout';

/** A feature of a font in plain words: its tag, whether programs use it without being asked, and what it does. */
export interface Explained {
  readonly tag: string;
  readonly unasked: boolean;
  readonly text: string;
}

/** Features that programs use without being asked (OpenType 1.9.1, "Registered features", "UI suggestion"). */
const UNASKED = new Set(['ccmp', 'locl', 'liga', 'clig', 'calt', 'kern', 'mark', 'mkmk', 'curs']);

/** Names of languages that there are language systems for. */
const LANGUAGES: Readonly<Record<string, string>> = {
  AZE: 'Azerbaijani',
  CAT: 'Catalan',
  CRT: 'Crimean Tatar',
  KAZ: 'Kazakh',
  MOL: 'Moldavian',
  NLD: 'Dutch',
  PLK: 'Polish',
  ROM: 'Romanian',
  TAT: 'Tatar',
  TRK: 'Turkish',
};

/** What features are called by people (OpenType 1.9.1, "Registered features": friendly names). */
const CALLED: Readonly<Record<string, string>> = {
  aalt: 'All drawings',
  case: 'Forms for capitals',
  ccmp: 'Accents',
  c2sc: 'Small capitals from capitals',
  dlig: 'Further ligatures',
  frac: 'Fractions',
  hist: 'Historical forms',
  lnum: 'Lining figures',
  onum: 'Old-style figures',
  ordn: 'Ordinals',
  pnum: 'Proportional figures',
  salt: 'Other drawings',
  sinf: 'Inferiors',
  smcp: 'Small capitals',
  subs: 'Subscripts',
  sups: 'Superscripts',
  swsh: 'Swashes',
  titl: 'Titling',
  tnum: 'Tabular figures',
  zero: 'Slashed zero',
};

/** So many examples are told by name. */
const MOST_NAMED = 6;

const AND = new Intl.ListFormat('en', { type: 'conjunction' });
const OR = new Intl.ListFormat('en', { type: 'disjunction' });

/** Some of a list, and how many more there are. */
function some(texts: readonly string[], what: string): string {
  const more = texts.length - MOST_NAMED;
  return more > 0
    ? `${texts.slice(0, MOST_NAMED).join(', ')} and ${counted(more, `more ${what}`)}`
    : AND.format(texts);
}

/** A rule in a sentence; `named`: what a glyph is called. */
export function explainRule(rule: Rule, named: (id: string) => string): string {
  const swaps = (
    list: readonly { readonly from: string; readonly to: string | null | readonly string[] }[],
  ) =>
    some(
      list.map(({ from, to }) =>
        to === null
          ? `${named(from)} stays`
          : `${named(from)} becomes ${typeof to === 'string' ? named(to) : OR.format(to.map(named))}`,
      ),
      'glyph',
    );
  switch (rule.kind) {
    case 'ligature':
      return `${AND.format(rule.parts.map(named))} become ${named(rule.to)}${UNASKED.has(rule.feature) ? '' : ', when asked for'}.`;
    case 'exchange':
      return `${rule.label === '' ? '' : `“${rule.label}”: `}${swaps(rule.swaps)}, when asked for.`;
    case 'turns': {
      const letters = rule.letters?.map((l) => named(l.glyph));
      const one = letters?.length === 1;
      const who = letters ? some(letters, 'letter') : 'Letters';
      const turn = one ? 'takes turns with its other drawings' : 'take turns with their other drawings';
      return `${who} ${turn}: none comes again within ${counted(rule.within, 'glyph')} while there is another.`;
    }
    case 'ends': {
      const [what, side] = rule.at.split('-');
      return `At the ${side} of a ${what} ${swaps(rule.swaps)}, unless that would come nearer than ${rule.clearance} units to a neighbour.`;
    }
    case 'bounce': {
      const ways = [
        ...(rule.height > 0 ? [`stand up to ${rule.height} units above or below the baseline`] : []),
        ...(rule.lean > 0 ? [`lean by ${rule.lean} degrees to either side`] : []),
      ];
      return `${rule.glyphs ? some(rule.glyphs.map(named), 'letter') : 'Letters'} ${ways.join(' and ')}, by their neighbours.`;
    }
    case 'beside': {
      const set = (s: readonly string[]) => OR.format(s.map(named));
      const places = [
        ...(rule.before.length > 0 ? [`after ${rule.before.map(set).join(', then ')}`] : []),
        ...(rule.after.length > 0 ? [`before ${rule.after.map(set).join(', then ')}`] : []),
      ];
      return `${places.length > 0 ? `Where it stands ${places.join(' and ')}, ` : ''}${swaps(rule.swaps)}.`;
    }
    case 'language':
      return `In ${AND.format(rule.languages.map(languageName))} ${swaps(rule.swaps)}.`;
    case 'carried':
    case 'carriedFacts':
      return explainCarried(rule);
  }
}

/** What a font that was opened does, in a sentence. */
function explainCarried(rule: Extract<Rule, { readonly kind: 'carried' | 'carriedFacts' }>): string {
  if (rule.kind === 'carried') {
    const tags = some([...new Set(rule.features.map((f) => f.tag))], 'feature');
    const what = rule.table === 'GSUB' ? 'exchanged' : 'placed';
    const glyphs = glyphsOfRule(rule).length;
    return `Carried over from the font that was opened: ${tags}. ${counted(glyphs, 'glyph')} ${glyphs === 1 ? 'is' : 'are'} ${what} by ${counted(rule.lookups.length, 'lookup')}.`;
  }
  const what = [
    ...(rule.marks.length > 0
      ? [`${counted(rule.marks.length, 'glyph')} that ${rule.marks.length === 1 ? 'is a mark' : 'are marks'}`]
      : []),
    ...(rule.ligatures.length > 0 ? [counted(rule.ligatures.length, 'ligature')] : []),
    ...(rule.variants.length > 0
      ? [counted(rule.variants.length, 'drawing for variation selectors', 'drawings for variation selectors')]
      : []),
    ...(rule.unjoined.length > 0
      ? [
          `${counted(rule.unjoined.length, 'glyph')} called like ${rule.unjoined.length === 1 ? 'a ligature' : 'ligatures'} that nothing joins by itself`,
        ]
      : []),
    ...(rule.only.length > 0
      ? [
          `which scripts have ${some(
            rule.only.map((o) => o.tag),
            'feature',
          )}`,
        ]
      : []),
    ...(rule.scripts.length > 0
      ? [
          `how the ${rule.scripts.length === 1 ? 'script' : 'scripts'} ${AND.format(rule.scripts)} ${rule.scripts.length === 1 ? 'is' : 'are'} set`,
        ]
      : []),
  ];
  return `Carried over from the font that was opened: ${AND.format(what)}.`;
}

const languageName = (tag: string) => LANGUAGES[tag] ?? tag;

type AnyLookup = Lookup<Substitution | Positioning>;

/** What one lookup does, in words; null for those that others of the same feature speak for. */
function explainLookup(lookup: AnyLookup, font: FontGlyphs): string | null {
  const name = (i: number) => font.at(i).name;
  switch (lookup.type) {
    case 'single':
      return some(
        lookup.map.map(([from, to]) => `${name(from)} becomes ${name(to)}`),
        'glyph',
      );
    case 'multiple':
    case 'alternate':
      // What is offered under the features' own names needn't be said again.
      if (lookup.name === 'aalt')
        return `${counted(lookup.map.length, 'glyph')} ${lookup.map.length === 1 ? 'has' : 'have'} others, for programs that list them`;
      return some(
        lookup.map.map(([from, to]) => `${name(from)} becomes ${OR.format(to.map(name))}`),
        'glyph',
      );
    case 'ligature':
      return some(
        lookup.ligatures.map((l) => `${l.parts.map(name).join(' ')} become ${name(l.glyph)}`),
        'ligature',
      );
    case 'pair': {
      const { pairs, groups } = lookup.kerning;
      const values = groups.values.flat().filter((v) => v !== 0).length;
      const kinds = [
        ...(values > 0 ? [counted(values, 'pair of groups', 'pairs of groups')] : []),
        ...(pairs.length > 0 ? [counted(pairs.length, 'pair')] : []),
      ];
      return `${AND.format(kinds)} ${pairs.length + values === 1 ? 'is' : 'are'} kerned`;
    }
    case 'mark':
    case 'markToMark': {
      const { marks, bases } = lookup.marks;
      return `${counted(marks.length, 'mark')} ${marks.length === 1 ? 'stands' : 'stand'} on ${counted(bases.length, lookup.type === 'mark' ? 'letter' : 'mark')} by their anchors`;
    }
    case 'cursive':
      return `The strokes of ${counted(lookup.joins.length, 'letter')} meet at their anchors`;
    case 'markToLigature':
      return `${counted(lookup.marks.marks.length, 'mark')} ${lookup.marks.marks.length === 1 ? 'stands' : 'stand'} on ${counted(lookup.marks.ligatures.length, 'ligature')}`;
    case 'adjust':
    case 'pairTables':
    case 'reverse':
    case 'chain':
      return null;
  }
}

const CHAINED: Readonly<Record<string, string>> = {
  ccmp: 'i and j lose their dot under an accent above',
  frac: 'figures before a slash become numerators, those behind it denominators',
};

function explainUse(use: FeatureUse, lookups: readonly AnyLookup[], font: FontGlyphs): string | null {
  const said = use.lookups.flatMap((l) => {
    const lookup = lookups[l];
    return (lookup && explainLookup(lookup, font)) ?? [];
  });
  const chained = CHAINED[use.tag];
  const what = chained !== undefined ? [chained] : said;
  if (what.length === 0) return null;
  const languages = use.languages ? `in ${AND.format(use.languages.map(languageName))} ` : '';
  const except = use.except ? `, but not in ${AND.format(use.except.map(languageName))}` : '';
  const called = use.label ? `“${use.label.text}”: ` : CALLED[use.tag] ? `${CALLED[use.tag]}: ` : '';
  const sentence = `${called}${languages}${what.join('; ')}${except}.`;
  // Our own words begin with a capital; the name of a glyph stays as it is.
  const own = chained !== undefined || use.languages !== undefined;
  return own ? sentence.charAt(0).toUpperCase() + sentence.slice(1) : sentence;
}

/**
 * Everything that a font does with its letters, in the order in which programs apply it: rules in their own words, the rest
 * by what its lookups do.
 */
export function explainLayout(
  font: FontGlyphs,
  { gsub, gpos }: FontLayout,
  rules: readonly Rule[],
  named: (id: string) => string,
): Explained[] {
  const told = (tag: string, text: string): Explained => ({ tag, unasked: UNASKED.has(tag), text });
  const table = (features: readonly FeatureUse[], lookups: readonly AnyLookup[]) =>
    features.flatMap((f) => {
      const text = f.tag === 'calt' ? null : explainUse(f, lookups, font);
      return text === null ? [] : [told(f.tag, text)];
    });
  const contextual = rules
    .filter((r) => ['turns', 'ends', 'bounce', 'beside'].includes(r.kind))
    .map((r) => told('calt', explainRule(r, named)));
  return [...table(gsub.features, gsub.lookups), ...contextual, ...table(gpos.features, gpos.lookups)];
}
