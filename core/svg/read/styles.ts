// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- three compiler projects read this file; all need the description
/// <reference path="./cssTree.d.ts" />
import { generate, parse, walk } from 'css-tree/dist/csstree.esm';
import type { XmlElement } from './xmlTree';

/** Properties that say how an element is drawn. Values as written. */
export type Properties = Readonly<Record<string, string>>;

/** Those that children take over from their parents (SVG 2, appendix "Property index"). */
const INHERITED = [
  'fill', 'fill-rule', 'fill-opacity', 'stroke', 'stroke-width', 'stroke-linecap', 'stroke-linejoin', 'stroke-miterlimit',
  'stroke-dasharray', 'stroke-dashoffset', 'stroke-opacity', 'visibility', 'color', 'clip-rule',
]; // prettier-ignore
const OWN = ['opacity', 'display', 'clip-path', 'mask', 'filter', 'stop-color', 'stop-opacity'];
const KNOWN = new Set([...INHERITED, ...OWN]);

/** A style rule with one of its selectors: compounds from the outermost ancestor to the element itself. */
export interface StyleRule {
  readonly path: readonly {
    readonly name: string | null;
    readonly id: string | null;
    readonly classes: readonly string[];
  }[];
  readonly weight: number;
  readonly properties: Properties;
}

/** Rules of a style sheet with type, class, id and descendant selectors; other selectors are told and left out. */
export function readStyleSheet(text: string, tell: (what: string) => void): StyleRule[] {
  const rules: StyleRule[] = [];
  let tree;
  try {
    tree = parse(text, { parseValue: false, onParseError: () => tell('a part of its style sheet') });
  } catch {
    tell('its style sheet');
    return rules;
  }
  walk(tree, (node) => {
    if (node.type === 'Atrule') tell(`@${node.name} in its style sheet`);
    if (node.type !== 'Rule' || node.prelude.type !== 'SelectorList') return;
    const properties: Record<string, string> = {};
    node.block.children.forEach((d) => {
      if (d.type === 'Declaration') properties[d.property] = generate(d.value).trim();
    });
    node.prelude.children.forEach((selector) => {
      const path: { name: string | null; id: string | null; classes: string[] }[] = [
        { name: null, id: null, classes: [] },
      ];
      let known = selector.type === 'Selector';
      if (selector.type === 'Selector') {
        selector.children.forEach((part) => {
          const last = path[path.length - 1]!;
          if (part.type === 'TypeSelector') last.name = part.name === '*' ? null : part.name;
          else if (part.type === 'ClassSelector') last.classes.push(part.name);
          else if (part.type === 'IdSelector') last.id = part.name;
          else if (part.type === 'Combinator' && part.name === ' ')
            path.push({ name: null, id: null, classes: [] });
          else known = false;
        });
      }
      if (!known) return tell(`the selector "${generate(selector)}"`);
      const weight = path.reduce(
        (w, c) => w + (c.id ? 10_000 : 0) + 100 * c.classes.length + (c.name ? 1 : 0),
        0,
      );
      rules.push({ path, weight, properties });
    });
  });
  // Later rules win over earlier ones of the same weight.
  return rules
    .map((r, i) => ({ r, i }))
    .sort((a, b) => a.r.weight - b.r.weight || a.i - b.i)
    .map(({ r }) => r);
}

const fits = (e: XmlElement, c: StyleRule['path'][number]): boolean => {
  const classes = (e.attributes['class'] ?? '').split(/\s+/);
  return (
    (c.name === null || c.name === e.name) &&
    (c.id === null || c.id === e.attributes['id']) &&
    c.classes.every((k) => classes.includes(k))
  );
};

function matches(rule: StyleRule, element: XmlElement, ancestors: readonly XmlElement[]): boolean {
  const { path } = rule;
  if (!fits(element, path[path.length - 1]!)) return false;
  let at = path.length - 2;
  for (let i = ancestors.length - 1; i >= 0 && at >= 0; i--) if (fits(ancestors[i]!, path[at]!)) at--;
  return at < 0;
}

/** An element's properties: attributes, then rules by their weight, then its own style (SVG 2, 6.6). */
export function propertiesOf(
  element: XmlElement,
  ancestors: readonly XmlElement[],
  rules: readonly StyleRule[],
  parent: Properties,
): Properties {
  const out: Record<string, string> = {};
  for (const name of INHERITED) if (parent[name] !== undefined) out[name] = parent[name];
  const put = (name: string, value: string) => {
    if (!KNOWN.has(name)) return;
    const plain = value.replace(/\s*!important$/, '').trim();
    if (plain === 'inherit') {
      if (parent[name] !== undefined) out[name] = parent[name];
    } else out[name] = plain;
  };
  for (const [name, value] of Object.entries(element.attributes)) put(name, value);
  for (const rule of rules) {
    if (matches(rule, element, ancestors)) for (const [n, v] of Object.entries(rule.properties)) put(n, v);
  }
  for (const part of (element.attributes['style'] ?? '').split(';')) {
    const colon = part.indexOf(':');
    if (colon > 0) put(part.slice(0, colon).trim(), part.slice(colon + 1).trim());
  }
  return out;
}
