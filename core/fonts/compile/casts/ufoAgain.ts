// Unified Font Object 3 (unifiedfontobject.org): sources that were opened are written again with what was changed, and nothing else.
import { strFromU8, unzipSync } from 'fflate';
import type { Doc } from '../../../project/document/schema';
import { projectOf } from '../../../project/document/newProject';
import { isDict, readPlist, type Plist, type PlistDict } from '../../open/ufo/plist';
import { openUfo, readUfo, type ReadUfo } from '../../open/ufo/openUfo';
import type { UfoFiles } from '../../open/ufo/ufoSources';
import { fontData, type FontData } from '../fontData';
import { NO_PICTURES, type PictureBytes } from '../pictures';
import { ufoFiles } from './ufo';
import { writePlist } from './writePlist';

type Files = Map<string, string | Uint8Array>;
/** Files as they would be written of the sources as they were opened, and of the project as it is now. */
interface Versions {
  /** Whether all that the sources' features text says is in the project's rules. */
  readonly isTextRead: boolean;
  readonly original: UfoFiles;
  readonly before: ReadonlyMap<string, string | Uint8Array>;
  readonly now: ReadonlyMap<string, string | Uint8Array>;
}

/**
 * The files of a style that was opened from a UFO: glyphs, facts, kerning and features that weren't changed are those of the sources, byte by
 * byte, and so is all that isn't worked on here (data, other layers, notes). A style of other origin is written anew.
 */
export function ufoOf(font: FontData, doc: Doc, bytes: PictureBytes = NO_PICTURES): Files {
  const now = ufoFiles(font, doc, bytes);
  const original = sourcesOf(font, bytes);
  const ufo = original && readUfo(original);
  if (!original || !ufo?.ok) return now;
  const isTextRead = ufo.value.text.setting !== null && ufo.value.text.leftOut.length === 0;
  return patched({ original, isTextRead, before: asOpened(ufo.value), now });
}

function sourcesOf({ style }: FontData, bytes: PictureBytes): UfoFiles | null {
  const zip = style.sources ? bytes(style.sources) : null;
  return zip && new Map(Object.entries(unzipSync(zip)));
}

/** What would be written of the sources if nothing were changed. */
function asOpened(ufo: ReadUfo): Files {
  const { doc } = openUfo(ufo, { id: 'as opened', family: ufo.licence.family, nowMs: 0 });
  return ufoFiles(fontData(doc, projectOf(doc).styleId), doc);
}

const text = (files: ReadonlyMap<string, string | Uint8Array>, path: string): string => {
  const found = files.get(path);
  return found === undefined ? '' : typeof found === 'string' ? found : strFromU8(found);
};

const dictAt = (files: ReadonlyMap<string, string | Uint8Array>, path: string): PlistDict => {
  const read = files.has(path) ? readPlist(text(files, path), path) : null;
  return read?.ok && isDict(read.value) ? read.value : {};
};

const CONTENTS = 'glyphs/contents.plist';
const LIB = 'lib.plist';
const ORDER = 'public.glyphOrder';

function patched(v: Versions): Files {
  const out: Files = new Map(v.original);
  const contents = patchGlyphs(v, out);
  if (contents) {
    out.set(CONTENTS, writePlist(contents));
    out.set(LIB, withOrder(v, Object.keys(contents)));
  }
  patchFacts(v, out);
  const otherGroups = Object.entries(dictAt(v.original, 'groups.plist')).filter(([k]) => !k.startsWith('public.kern'));
  if (text(v.now, 'groups.plist') !== text(v.before, 'groups.plist') || text(v.now, 'kerning.plist') !== text(v.before, 'kerning.plist')) {
    out.set('groups.plist', writePlist({ ...Object.fromEntries(otherGroups), ...dictAt(v.now, 'groups.plist') }));
    out.set('kerning.plist', text(v.now, 'kerning.plist'));
  }
  // A text that says more than is read here stays as it is.
  const isRead = !v.original.has('features.fea') || v.isTextRead;
  if (isRead && rulesIn(v.now) !== rulesIn(v.before))
    out.set('features.fea', text(v.now, 'features.fea'));
  for (const [path, file] of v.now) if (!out.has(path) && !v.before.has(path) && !path.startsWith('glyphs/')) out.set(path, file);
  return out;
} // prettier-ignore

/** Features text without places of cursors, which follow the letters' widths. */
const rulesIn = (files: ReadonlyMap<string, string | Uint8Array>): string =>
  text(files, 'features.fea').replace(/table GDEF \{[^}]*\} GDEF;\s*/, '');

/** Puts glyphs that were changed or came, and takes those that went; their new list, or null where that stays. */
function patchGlyphs({ original, before, now }: Versions, out: Files): PlistDict | null {
  const files = dictAt(original, CONTENTS);
  const [was, is] = [dictAt(before, CONTENTS), dictAt(now, CONTENTS)];
  const glif = (of: ReadonlyMap<string, string | Uint8Array>, list: PlistDict, name: string) =>
    Object.hasOwn(list, name) ? text(of, `glyphs/${String(list[name])}`) : null;
  const list: Record<string, Plist> = {};
  for (const [name, file] of Object.entries(files)) {
    const path = `glyphs/${String(file)}`;
    const gone = Object.hasOwn(was, name) && !Object.hasOwn(is, name);
    if (gone) out.delete(path);
    else list[name] = file;
    const drawn = glif(now, is, name);
    if (!gone && drawn !== null && drawn !== glif(before, was, name)) out.set(path, withRest(drawn, text(original, path)));
  }
  const taken = new Set(Object.values(list).map((f) => String(f).toLowerCase()));
  for (const name of Object.keys(is)) {
    if (Object.hasOwn(files, name) || Object.hasOwn(was, name)) continue;
    let file = String(is[name]);
    for (let k = 1; taken.has(file.toLowerCase()); k++) file = String(is[name]).replace(/\.glif$/, `${k}.glif`);
    taken.add(file.toLowerCase());
    list[name] = file;
    out.set(`glyphs/${file}`, glif(now, is, name) ?? '');
  }
  return Object.keys(list).join('\n') === Object.keys(files).join('\n') ? null : list;
} // prettier-ignore

/** Notes and data of other programs that a glyph had, kept in the drawing that takes its place. */
function withRest(drawn: string, original: string): string {
  const rest = ['note', 'lib'].flatMap((tag) => {
    const [found] = new RegExp(`[ \\t]*<${tag}[ >][^]*?</${tag}>\\n?`).exec(original) ?? [];
    return found === undefined ? [] : [found.endsWith('\n') ? found : `${found}\n`];
  });
  const declaration = /^<\?xml[^>]*\?>/.exec(original)?.[0];
  const whole = declaration ? drawn.replace(/^<\?xml[^>]*\?>/, declaration) : drawn;
  return whole.replace(/<\/glyph>\s*$/, () => `${rest.join('')}</glyph>\n`);
}

/** The library with the new order of glyphs; data of other programs stays as it was written. */
function withOrder({ original, now }: Versions, names: readonly string[]): string {
  const before = dictAt(original, LIB)[ORDER];
  const known = Array.isArray(before) ? (before as readonly Plist[]).map(String) : [];
  const order = [...known.filter((n) => names.includes(n)), ...names.filter((n) => !known.includes(n))];
  const list = writePlist({ [ORDER]: order });
  const entry = /<key>public\.glyphOrder<\/key>\s*<array>[^]*?<\/array>/;
  const found = entry.exec(list)?.[0] ?? '';
  const lib = text(original, LIB);
  if (lib === '') return text(now, LIB);
  return entry.test(lib)
    ? lib.replace(entry, () => found)
    : lib.replace(/<\/dict>\s*<\/plist>/, () => `${found}\n</dict>\n</plist>`);
}

/** Facts that were changed take the place of those that the sources had; others stay. */
function patchFacts({ original, before, now }: Versions, out: Files): void {
  const path = 'fontinfo.plist';
  const [was, is] = [dictAt(before, path), dictAt(now, path)];
  const keys = [...new Set([...Object.keys(was), ...Object.keys(is)])];
  const changed = keys.filter((k) => JSON.stringify(was[k]) !== JSON.stringify(is[k]));
  if (changed.length === 0) return;
  const facts: Record<string, Plist> = { ...dictAt(original, path) };
  for (const k of changed) {
    const value = is[k];
    if (value === undefined) delete facts[k];
    else facts[k] = value;
  }
  out.set(path, writePlist(facts));
}
