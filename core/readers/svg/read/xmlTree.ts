import { SaxesParser } from 'saxes';
import { fail, ok, type Result } from '../../../foundations/problems/problem';
import { readEntities } from './entities';

/** An element of a document; names without their namespace prefix. */
export interface XmlElement {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly XmlElement[];
  readonly text: string;
}

/** Deeper or larger documents are refused: no drawing needs them, and they would stop everything else. */
const LIMITS = { depth: 200, elements: 150_000, bytes: 60e6 };

interface Open {
  readonly name: string;
  readonly attributes: Record<string, string>;
  readonly children: XmlElement[];
  text: string;
}

/** Names are compared without prefixes; `xlink:href` stays apart from a plain `href`, which wins over it. */
const bare = (name: string): string => (name.startsWith('xlink:') ? name : name.slice(name.indexOf(':') + 1));

/**
 * Text of an XML document to its elements. Entities are XML's own five and those of its document type (entities.ts); nothing
 * outside the file is ever read. `hasText`: elements whose text is wanted. Fails with 'svg-broken' or 'svg-too-large'.
 */
export function readXml(
  text: string,
  hasText: (name: string) => boolean = (name) => name === 'style' || name === 'title',
): Result<XmlElement> {
  if (text.length > LIMITS.bytes) return fail({ code: 'svg-too-large', limit: `${LIMITS.bytes / 1e6} MB` });
  const entities = readEntities(text);
  if (!entities.ok) return entities;
  const parser = new SaxesParser();
  Object.assign(parser.ENTITIES, entities.value);
  const stack: Open[] = [];
  let root: XmlElement | null = null;
  let count = 0;
  let stop: Result<XmlElement> | null = null;
  const halt = (result: Result<XmlElement>) => {
    stop ??= result;
    throw new Error('stop');
  };
  parser.on('error', (e) => halt(fail({ code: 'svg-broken', reason: e.message.replace(/^\d+:\d+: /, '') })));
  parser.on('opentag', (tag) => {
    count++;
    if (count > LIMITS.elements) halt(fail({ code: 'svg-too-large', limit: `${LIMITS.elements} elements` }));
    if (stack.length >= LIMITS.depth) halt(fail({ code: 'svg-too-large', limit: `${LIMITS.depth} levels` }));
    // Without a prototype: what a file calls "constructor" is an attribute like any other.
    const attributes = Object.create(null) as Record<string, string>;
    for (const [name, value] of Object.entries(tag.attributes)) attributes[bare(name)] = String(value);
    stack.push({ name: bare(tag.name), attributes, children: [], text: '' });
  });
  const say = (t: string) => {
    const top = stack[stack.length - 1];
    if (top && hasText(top.name)) top.text += t;
  };
  parser.on('text', say);
  parser.on('cdata', say);
  parser.on('closetag', () => {
    const done = stack.pop()!;
    const parent = stack[stack.length - 1];
    if (parent) parent.children.push(done);
    else root = done;
  });
  try {
    parser.write(text).close();
  } catch (error) {
    if (stop) return stop;
    return fail({ code: 'svg-broken', reason: (error as Error).message });
  }
  return root ? ok(root) : fail({ code: 'svg-broken', reason: 'it holds no element' });
}
