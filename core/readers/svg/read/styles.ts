// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- three compiler projects read this file; all need the description
/// <reference path="./cssTree.d.ts" />
import { compile } from 'css-select';
import { generate, parse, walk, type CssNode } from 'css-tree/dist/csstree.esm';
import { SvgTree } from './svgTree';
import type { XmlElement } from './xmlTree';

/** Properties that say how an element is drawn. Values as written. */
export type Properties = Readonly<Record<string, string>>;

/** Those that children take over from their parents (SVG 2, appendix "Property index"). */
const INHERITED = [
  'fill', 'fill-rule', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit',
  'stroke-dasharray', 'stroke-dashoffset', 'stroke-opacity', 'visibility', 'color', 'clip-rule',
  'marker-start', 'marker-mid', 'marker-end',
]; // prettier-ignore
const OWN = [
  'opacity', 'display', 'clip-path', 'mask', 'filter', 'stop-color', 'stop-opacity',
  'transform', 'transform-origin', 'transform-box', 'vector-effect', 'overflow',
]; // prettier-ignore
const KNOWN = new Set([...INHERITED, ...OWN, 'marker']);

interface Declarations {
  readonly plain: Properties;
  /** Those marked `!important`: they win over all that aren't. */
  readonly important: Properties;
}

/** A style rule with one of its selectors. */
export interface StyleRule extends Declarations {
  readonly matches: (element: XmlElement) => boolean;
  readonly weight: number;
}

function declarationsOf(block: CssNode): Declarations {
  const plain: Record<string, string> = {};
  const important: Record<string, string> = {};
  walk(block, (d) => {
    if (d.type === 'Declaration') (d.important ? important : plain)[d.property] = generate(d.value).trim();
  });
  return { plain, important };
}

/** Specificity of a selector as one number (Selectors 4, 16): ids, then classes, attributes and states, then types. */
function weightOf(selector: CssNode): number {
  let weight = 0;
  walk(selector, (part) => {
    if (part.type === 'IdSelector') weight += 10_000;
    else if (part.type === 'ClassSelector' || part.type === 'AttributeSelector') weight += 100;
    else if (part.type === 'PseudoClassSelector') weight += /^(not|is|where)$/.test(part.name) ? 0 : 100;
    else if (part.type === 'TypeSelector' && part.name !== '*') weight += 1;
  });
  return weight;
}

/** Selectors that look at neighbours or children cost as many looks as there are of those, for each element. */
const LOOKS_AROUND = /[+~]|:(has|nth-|first-|last-|only-|not|is)/;
/** Beyond so many elements such selectors would take minutes; no drawing made by a program has both. */
const MOST_AROUND = 4000;
/** So many times a rule is held against an element at the most: some seconds' work. */
const MOST_LOOKS = 2e7;

/** Rules of a style sheet over the elements of a tree; selectors that aren't understood are told and left out. */
export function readStyleSheet(text: string, tree: SvgTree, tell: (what: string) => void): StyleRule[] {
  const rules: StyleRule[] = [];
  let sheet;
  try {
    sheet = parse(text, { parseValue: false, onParseError: () => tell('a part of its style sheet') });
  } catch {
    tell('its style sheet');
    return rules;
  }
  walk(sheet, (node) => {
    if (node.type === 'Atrule') tell(`@${node.name} in its style sheet`);
    if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return;
    const declared = declarationsOf(node.block);
    node.prelude.children.forEach((selector) => {
      const written = generate(selector);
      if (tree.size > MOST_AROUND && LOOKS_AROUND.test(written))
        return tell(`the selector "${written.slice(0, 60)}" in so large a drawing`);
      if ((rules.length + 1) * tree.size > MOST_LOOKS) return tell('the rest of its long style sheet');
      try {
        const matches = compile<XmlElement, XmlElement>(written, { adapter: tree, xmlMode: true });
        rules.push({ matches, weight: weightOf(selector), ...declared });
      } catch {
        tell(`the selector "${written.slice(0, 60)}"`);
      }
    });
  });
  // Later rules win over earlier ones of the same weight.
  return rules
    .map((r, i) => ({ r, i }))
    .sort((a, b) => a.r.weight - b.r.weight || a.i - b.i)
    .map(({ r }) => r);
}

function styleOf(element: XmlElement): Declarations {
  const text = element.attributes['style'];
  if (!text) return { plain: {}, important: {} };
  try {
    return declarationsOf(parse(text, { context: 'declarationList', parseValue: false }));
  } catch {
    return { plain: {}, important: {} };
  }
}

/**
 * An element's properties: attributes, then rules by their weight, then its own style; what is marked important comes after all
 * of these in the same order (SVG 2, 6.6; CSS Cascading 4, 6.1).
 */
export function propertiesOf(
  element: XmlElement,
  rules: readonly StyleRule[],
  parent: Properties,
): Properties {
  const out: Record<string, string> = {};
  for (const name of INHERITED) if (parent[name] !== undefined) out[name] = parent[name];
  const put = (name: string, value: string) => {
    if (!KNOWN.has(name)) return;
    if (name === 'marker') for (const end of ['start', 'mid', 'end']) put(`marker-${end}`, value);
    else if (value.trim() !== 'inherit') out[name] = value.trim();
    else if (parent[name] !== undefined) out[name] = parent[name];
    else delete out[name];
  };
  const putAll = (all: Properties) => Object.entries(all).forEach(([n, v]) => put(n, v));
  const own = styleOf(element);
  const mine = rules.filter((r) => r.matches(element));
  putAll(element.attributes);
  mine.forEach((r) => putAll(r.plain));
  putAll(own.plain);
  mine.forEach((r) => putAll(r.important));
  putAll(own.important);
  return out;
}
