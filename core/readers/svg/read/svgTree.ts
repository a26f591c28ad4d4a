import type { XmlElement } from './xmlTree';

/** A document's elements as selectors ask for them (the adapter of css-select); parents are kept beside the elements. */
export class SvgTree {
  private readonly parents = new WeakMap<XmlElement, XmlElement>();

  /** How many elements there are. */
  readonly size: number;

  constructor(root: XmlElement) {
    let size = 0;
    const visit = (e: XmlElement) => {
      size++;
      for (const child of e.children) {
        this.parents.set(child, e);
        visit(child);
      }
    };
    visit(root);
    this.size = size;
  }

  /** Every node here is an element. */
  isTag = (e: XmlElement): e is XmlElement => e.children !== undefined;
  getAttributeValue = (e: XmlElement, name: string): string | undefined => e.attributes[name];
  hasAttrib = (e: XmlElement, name: string): boolean => e.attributes[name] !== undefined;
  getChildren = (e: XmlElement): XmlElement[] => [...e.children];
  getName = (e: XmlElement): string => e.name;
  getParent = (e: XmlElement): XmlElement | null => this.parents.get(e) ?? null;
  getSiblings = (e: XmlElement): XmlElement[] => [...(this.parents.get(e)?.children ?? [e])];
  getText = (e: XmlElement): string => e.text;

  /** Elements none of whose ancestors is among them. */
  removeSubsets = (elements: XmlElement[]): XmlElement[] =>
    elements.filter((e) => {
      for (let up = this.getParent(e); up; up = this.getParent(up)) if (elements.includes(up)) return false;
      return true;
    });

  existsOne = (test: (e: XmlElement) => boolean, elements: XmlElement[]): boolean =>
    this.findOne(test, elements) !== null;

  findOne = (test: (e: XmlElement) => boolean, elements: readonly XmlElement[]): XmlElement | null => {
    for (const e of elements) {
      const found = test(e) ? e : this.findOne(test, e.children);
      if (found) return found;
    }
    return null;
  };

  findAll = (test: (e: XmlElement) => boolean, elements: readonly XmlElement[]): XmlElement[] =>
    elements.flatMap((e) => [...(test(e) ? [e] : []), ...this.findAll(test, e.children)]);
}
