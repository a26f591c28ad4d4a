// Designspace, version 4.1 (an open format documented with the fontTools library, "designspaceLib"), with UFO sources.
import { strFromU8 } from 'fflate';
import { nth } from '../../../foundations/lists/nth';
import { describeProblem } from '../../../foundations/problems/describe';
import { fail, inFile, ok, type Problem, type Result } from '../../../foundations/problems/problem';
import type { Doc } from '../../../project/document/schema';
import { readXml, type XmlElement } from '../../../readers/svg/read/xmlTree';
import { joinStyles } from '../joinStyles';
import type { FontSeen } from '../lookAtFont';
import type { OpenAs, OpenedFont } from '../openFont';
import { lookAtUfo, openUfo, readUfo, type ReadUfo } from './openUfo';
import type { UfoFiles } from './ufoSources';

/** A source of a family: its UFO, what its style is called, and its weight where the family has an axis for it. */
interface Source {
  readonly ufo: ReadUfo;
  readonly style: string;
  readonly weight: number | null;
}

/** A family that was read: its sources in their order. */
export interface ReadDesignspace {
  readonly sources: readonly Source[];
  readonly problems: readonly Problem[];
}

/** Path of the designspace among files; the outermost of several, null for none. */
export const designspacePath = (paths: Iterable<string>): string | null =>
  [...paths]
    .filter((p) => p.endsWith('.designspace') && !p.startsWith('__MACOSX'))
    .sort((a, b) => a.split('/').length - b.split('/').length || (a < b ? -1 : 1))[0] ?? null;

const named = (e: XmlElement | undefined, name: string): XmlElement[] =>
  (e?.children ?? []).filter((c) => c.name === name);

/** The axis of weights: what it is called in locations, and its design values with what people see of them, ascending. */
interface Weights {
  readonly name: string;
  readonly map: readonly (readonly [design: number, seen: number])[];
}

function weightsOf(root: XmlElement): Weights | null {
  const axis = named(named(root, 'axes')[0], 'axis').find((a) => a.attributes['tag'] === 'wght');
  if (!axis) return null;
  const map = named(axis, 'map').map(
    (m) => [Number(m.attributes['output']), Number(m.attributes['input'])] as const,
  );
  return { name: axis.attributes['name'] ?? '', map: map.sort((a, b) => a[0] - b[0]) };
}

/** What people see of a design value, straight between the places that the axis names. */
function seenWeight({ map }: Weights, design: number): number {
  const above = map.findIndex(([d]) => d >= design);
  if (map.length === 0) return design;
  if (above <= 0) return nth(map, above < 0 ? map.length - 1 : 0)[1];
  const [[d0, s0], [d1, s1]] = [nth(map, above - 1), nth(map, above)];
  return d1 === d0 ? s1 : s0 + ((design - d0) / (d1 - d0)) * (s1 - s0);
}

/** Where a source lies among the files, by a path that is relative to the designspace. RangeError for one that leads out of them. */
function resolved(base: string, relative: string): string {
  const parts = base.split('/').slice(0, -1);
  for (const part of relative.split('/')) {
    if (part === '' || part === '.') continue;
    if (part !== '..') parts.push(part);
    else if (parts.pop() === undefined) throw new RangeError(`${relative} leads out of the files`);
  }
  return parts.join('/');
}

/**
 * Reads a family. Sources that can't be read, and layers of sources (which hold single letters for places between), are told and left out; fails when
 * none is left.
 */
export function readDesignspace(files: UfoFiles, path: string): Result<ReadDesignspace> {
  const unreadable = (reason: string) => fail({ code: 'font-unreadable', reason: `${path}: ${reason}` });
  const read = readXml(strFromU8(files.get(path) ?? new Uint8Array()));
  if (!read.ok) return unreadable(read.problems.map(describeProblem).join(' '));
  if (read.value.name !== 'designspace') return unreadable('it is no designspace');
  const weights = weightsOf(read.value);
  const problems: Problem[] = [];
  const sources: Source[] = [];
  for (const source of named(named(read.value, 'sources')[0], 'source')) {
    const { filename = '', layer, stylename } = source.attributes;
    if (layer !== undefined) continue;
    const folder = resolved(path, filename);
    const own = new Map(
      [...files].flatMap(([p, data]) =>
        p.startsWith(`${folder}/`) ? [[p.slice(folder.length + 1), data] as const] : [],
      ),
    );
    const ufo = own.size > 0 ? readUfo(own) : unreadable(`${filename} is missing`);
    if (!ufo.ok) {
      problems.push(...inFile(ufo.problems, filename).map((p) => ({ ...p, severity: 'warning' as const })));
      continue;
    }
    const place = named(named(source, 'location')[0], 'dimension').find(
      (d) => d.attributes['name'] === weights?.name,
    );
    const weight = weights && place ? seenWeight(weights, Number(place.attributes['xvalue'])) : null;
    sources.push({ ufo: ufo.value, style: stylename?.trim() ?? '', weight });
  }
  if (sources.length === 0) return unreadable('none of its sources can be read');
  return ok({ sources, problems });
}

export const lookAtDesignspace = ({ sources }: ReadDesignspace): FontSeen => {
  const seen = sources.map((s) => lookAtUfo(s.ufo));
  return {
    ...nth(seen, 0),
    glyphs: seen.reduce((n, s) => n + s.glyphs, 0),
    leftOut: [...new Set(seen.flatMap((s) => s.leftOut))],
    style: sources.map((s, i) => s.style || nth(seen, i).style).join(', '),
  };
};

/** A family as one project, each source a style of it. */
export function openDesignspace({ sources, problems }: ReadDesignspace, as: OpenAs): OpenedFont {
  const opened = sources.map(({ ufo, ...source }, k) => {
    const made = openUfo(ufo, { ...as, id: `${as.id} ${k}` });
    return { ...made, doc: styled(made.doc, source) };
  });
  const told = new Map(
    [...opened.flatMap((o) => o.problems), ...problems].map((p) => [JSON.stringify(p), p]),
  );
  const files = new Map(opened.flatMap((o) => [...(o.files ?? [])]));
  return { doc: joinStyles(opened.map((o) => o.doc), as.id), problems: [...told.values()], files }; // prettier-ignore
}

/** The one style of a UFO as the family calls it. */
function styled(doc: Doc, { style: name, weight }: Omit<Source, 'ufo'>): Doc {
  const styles = Object.values(doc.styles).map((s) => ({
    ...s,
    name: name || s.name,
    weightClass: weight === null ? s.weightClass : Math.min(1000, Math.max(1, Math.round(weight))),
  }));
  return { ...doc, styles: Object.fromEntries(styles.map((s) => [s.id, s])) };
}
