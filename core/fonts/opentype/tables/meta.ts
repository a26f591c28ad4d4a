// OpenType 1.9.1, 'meta': what scripts a font was designed for and what it can set, as BCP 47 script tags.
import { ByteWriter } from '../bytes';

/** `data`: texts by their tags ("dlng", "slng"). */
export function buildMeta(data: ReadonlyMap<string, string>): Uint8Array {
  const maps = [...data].sort(([a], [b]) => (a < b ? -1 : 1));
  const w = new ByteWriter().uint32(1).uint32(0).uint32(0).uint32(maps.length);
  let at = 16 + 12 * maps.length;
  for (const [tag, text] of maps) {
    w.tag(tag).uint32(at).uint32(text.length);
    at += text.length;
  }
  for (const [, text] of maps) w.bytes([...text].map((c) => c.charCodeAt(0)));
  return w.done();
}
