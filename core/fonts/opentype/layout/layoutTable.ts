// OpenType 1.9.1, "Common table formats": script, feature and lookup lists of 'GPOS' and 'GSUB'.
import { ByteWriter } from '../bytes';

export interface Feature {
  readonly tag: string;
  /** Lookup type: in 'GPOS' 2 pair adjustment, 4 mark to base; in 'GSUB' 1 single, 3 alternate, 4 ligature. */
  readonly type: number;
  readonly subtables: readonly Uint8Array[];
}

/** Offsets to parts that follow each other, after a head of `base` bytes. */
function list(base: number, parts: readonly Uint8Array[]): ByteWriter {
  const w = new ByteWriter();
  let offset = base + 2 * parts.length;
  for (const p of parts) {
    w.uint16(offset);
    offset += p.length;
  }
  for (const p of parts) w.bytes(p);
  return w;
}

function buildScripts(features: number): Uint8Array {
  // A script without languages: its default language system has all features.
  const script = new ByteWriter().uint16(4).uint16(0).uint16(0).uint16(0xffff).uint16(features);
  for (let i = 0; i < features; i++) script.uint16(i);
  return new ByteWriter().uint16(2).tag('DFLT').uint16(14).tag('latn').uint16(14).bytes(script.done()).done();
}

function buildFeatures(features: readonly Feature[]): Uint8Array {
  const w = new ByteWriter().uint16(features.length);
  features.forEach((f, i) => w.tag(f.tag).uint16(2 + 6 * features.length + 6 * i));
  features.forEach((_, i) => w.uint16(0).uint16(1).uint16(i));
  return w.done();
}

function buildLookup({ type, subtables }: Feature): Uint8Array {
  return new ByteWriter()
    .uint16(type)
    .uint16(0)
    .uint16(subtables.length)
    .bytes(list(6, subtables).done())
    .done();
}

/** A whole layout table with one lookup a feature, for scripts DFLT and latn; null without features. Tags ascending. */
export function buildLayout(features: readonly Feature[]): Uint8Array | null {
  if (features.length === 0) return null;
  const scripts = buildScripts(features.length);
  const tags = buildFeatures(features);
  const lookups = new ByteWriter()
    .uint16(features.length)
    .bytes(list(2, features.map(buildLookup)).done())
    .done();
  return new ByteWriter()
    .uint16(1)
    .uint16(0)
    .uint16(10)
    .uint16(10 + scripts.length)
    .uint16(10 + scripts.length + tags.length)
    .bytes(scripts)
    .bytes(tags)
    .bytes(lookups)
    .done();
}
