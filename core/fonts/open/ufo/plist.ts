// Property lists as UFO 3 uses them (unifiedfontobject.org, "Property list"): XML, version 1.0.
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import { describeProblem } from '../../../foundations/problems/describe';
import { readXml, type XmlElement } from '../../../readers/svg/read/xmlTree';

export type Plist = string | number | boolean | readonly Plist[] | PlistDict;
export interface PlistDict {
  readonly [key: string]: Plist;
}

const TEXTS = new Set(['key', 'string', 'integer', 'real']);

/** A property list's value; 'font-unreadable' names the file and what is wrong with it. */
export function readPlist(text: string, path: string): Result<Plist> {
  const read = readXml(text, (name) => TEXTS.has(name));
  const [top] = read.ok ? read.value.children : [];
  if (top) return ok(valueOf(top));
  const reason = read.ok ? 'it is empty' : read.problems.map(describeProblem).join(' ');
  return fail({ code: 'font-unreadable', reason: `${path}: ${reason}` });
}

function valueOf(e: XmlElement): Plist {
  switch (e.name) {
    case 'integer':
    case 'real':
      return Number(e.text.trim());
    case 'true':
    case 'false':
      return e.name === 'true';
    case 'array':
      return e.children.map(valueOf);
    case 'dict':
      return dictOf(e.children);
    default:
      return e.text;
  }
}

/** Without a prototype: a key that is called "constructor" is one like any other. */
function dictOf(children: readonly XmlElement[]): PlistDict {
  const out = Object.create(null) as Record<string, Plist>;
  children.forEach((c, i) => {
    const value = children[i + 1];
    if (c.name === 'key' && value && value.name !== 'key') out[c.text] = valueOf(value);
  });
  return out;
}

export const isDict = (v: Plist | undefined): v is PlistDict =>
  typeof v === 'object' && v !== null && !Array.isArray(v);
