// OpenType 1.9.1, 'GPOS' and "Common table formats": one lookup a feature, for scripts DFLT and latn.
import { ByteWriter } from '../bytes';
import { kernSubtables, type Kerning } from './gposKern';
import { markSubtable, type Marks } from './gposMark';

interface Feature {
  readonly tag: string;
  /** Lookup type: 2 pair adjustment, 4 mark to base. */
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

/** The whole table; null when there is neither kerning nor a mark. */
export function buildGpos(kerning: Kerning, marks: Marks): Uint8Array | null {
  const features: Feature[] = [];
  const kern = kernSubtables(kerning);
  // Features stand in the order of their tags.
  if (kern.length > 0) features.push({ tag: 'kern', type: 2, subtables: kern });
  const mark = markSubtable(marks);
  if (mark) features.push({ tag: 'mark', type: 4, subtables: [mark] });
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
