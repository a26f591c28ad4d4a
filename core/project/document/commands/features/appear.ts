import type { ProjectDiff } from '../../changes/diff';
import { letterOf, rulesInOrder } from '../../queries/forms';
import type { Rule } from '../../rows/features';
import type { Doc } from '../../schema';
import { addRule, changeRule } from './rules';
import { USUAL_WITHIN } from './turns';

/** When a form stands in its letter's place. */
export type Appearance =
  /** One after the other with the letter and its other drawings. */
  | { readonly kind: 'turns' }
  | { readonly kind: 'ends'; readonly at: 'word-start' | 'word-end' | 'text-start' | 'text-end' }
  /** After one of some glyphs, before one of some; an empty list = whatever stands there. */
  | { readonly kind: 'beside'; readonly after: readonly string[]; readonly before: readonly string[] }
  /** In languages, by their OpenType tags. */
  | { readonly kind: 'language'; readonly languages: readonly string[] }
  /** When it is asked for, by the feature's tag; a label names a set. */
  | { readonly kind: 'exchange'; readonly feature: string; readonly label: string };

type RuleOf<K extends Rule['kind']> = Extract<Rule, { readonly kind: K }>;
const CLEARANCE_EM = 15;
/** Drawings that take turns by their names. */
const IN_TURN = /\.alt\d+$/;

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/**
 * Lets a form appear in its letter's place: joined to the rule that says the same of others, or as a rule of its own. Null when
 * it is a letter itself, or does so already.
 */
export function letAppear(doc: Doc, formId: string, when: Appearance): ProjectDiff | null {
  const form = doc.glyphs[formId];
  const letter = form && letterOf(doc, form);
  if (!form || !letter || letter.id === form.id) return null;
  // Drawings called alt1, alt2 ... are taken together, those to come as well.
  if (when.kind === 'turns' && IN_TURN.test(form.name)) {
    const all = rulesInOrder(doc).some(({ rule }) => rule.kind === 'turns' && rule.letters === null);
    return all ? null : addRule(doc, { kind: 'turns', letters: null, within: USUAL_WITHIN });
  }
  const kin = rulesInOrder(doc).find(({ rule }) => isOfKind(rule, when));
  const rule = joined(kin?.rule ?? null, when, letter.id, form.id);
  return kin ? changeRule(doc, kin.id, rule) : addRule(doc, rule);
}

/** Whether a rule says the same of some letters. */
function isOfKind(rule: Rule, when: Appearance): boolean {
  if (rule.kind !== when.kind) return false;
  switch (when.kind) {
    case 'turns':
      return (rule as RuleOf<'turns'>).letters !== null;
    case 'ends':
      return (rule as RuleOf<'ends'>).at === when.at;
    case 'beside': {
      const { before, after } = rule as RuleOf<'beside'>;
      return same([before, after], besideOf(when));
    }
    case 'language':
      return same((rule as RuleOf<'language'>).languages, when.languages);
    case 'exchange':
      return (rule as RuleOf<'exchange'>).feature === when.feature;
  }
}

const listed = (ids: readonly string[]) => (ids.length > 0 ? [ids] : []);
const besideOf = ({ after, before }: Extract<Appearance, { kind: 'beside' }>) => [
  listed(after),
  listed(before),
];

/** The swaps with one more; a letter has one drawing at a place. */
const withSwap = <T extends { readonly from: string }>(swaps: readonly T[], swap: T): T[] => [
  ...swaps.filter((s) => s.from !== swap.from),
  swap,
];

/** The rule with one more letter, or a new one of that letter alone (`rule` null). */
function joined(rule: Rule | null, when: Appearance, from: string, to: string): Rule {
  switch (when.kind) {
    case 'turns':
      return withTurn(rule as RuleOf<'turns'> | null, from, to);
    case 'ends': {
      const own = rule as RuleOf<'ends'> | null;
      const first = { kind: 'ends', at: when.at, clearance: CLEARANCE_EM, despite: [] } as const;
      return { ...(own ?? first), swaps: withSwap(own?.swaps ?? [], { from, to }) };
    }
    case 'beside': {
      const [before = [], after = []] = besideOf(when);
      return {
        kind: 'beside',
        before,
        after,
        swaps: withSwap((rule as RuleOf<'beside'> | null)?.swaps ?? [], { from, to }),
      };
    }
    case 'language': {
      const swaps = (rule as RuleOf<'language'> | null)?.swaps ?? [];
      return { kind: 'language', languages: when.languages, swaps: withSwap(swaps, { from, to }) };
    }
    case 'exchange': {
      const own = rule as RuleOf<'exchange'> | null;
      const known = own?.swaps.find((s) => s.from === from)?.to ?? [];
      const swap = { from, to: [...known.filter((id) => id !== to), to] };
      const label = when.label || (own?.label ?? '');
      return { kind: 'exchange', feature: when.feature, label, swaps: withSwap(own?.swaps ?? [], swap) };
    }
  }
}

/** The drawings of a letter that take turns, with one more. */
function withTurn(rule: RuleOf<'turns'> | null, glyph: string, drawing: string): Rule {
  const letters = rule?.letters ?? [];
  const drawings = letters.find((l) => l.glyph === glyph)?.drawings ?? [];
  const entry = { glyph, drawings: [...drawings.filter((id) => id !== drawing), drawing] };
  return {
    kind: 'turns',
    within: rule?.within ?? USUAL_WITHIN,
    letters: [...letters.filter((l) => l.glyph !== glyph), entry],
  };
}
