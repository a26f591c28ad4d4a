import { useMemo } from 'react';
import useSWRImmutable from 'swr/immutable';
import { create } from 'zustand';
import { changeProject } from '../../core/project/document/commands/font/project';
import { contoursBox } from '../../core/foundations/geometry/measure';
import {
  styleBeneath,
  underlayLetter,
  underlayOfStyle,
  underlayScale,
  type UnderlayFont,
} from '../../core/fonts/open/underlay';
import { inFile, type Result } from '../../core/foundations/problems/problem';
import { projectOf } from '../../core/project/document/newProject';
import { inStyle } from '../../core/project/document/queries/styles';
import type { Doc, ProjectRow, StyleRow } from '../../core/project/document/schema';
import type { PictureStore } from '../persistence/pictures';
import { storage } from '../persistence/projects';
import type { FontId } from '../workers/fonts.worker';
import { fonts } from '../workers/fontsClient';
import { runFor } from './jobs';
import { currentSession, useDoc, useWhole } from './projectStore';
import type { Session } from './styleSession';
import { world, type World } from './world';

type Choice = NonNullable<ProjectRow['underlay']>;

/** A font behind one's own letters, as it is shown now. */
export interface Underlay {
  readonly font: UnderlayFont;
  /** What its units are multiplied by. */
  readonly scale: number;
  /** 0 to 1. */
  readonly strength: number;
}

/** Whether the key that shows it alone is held down. */
export const useLooking = create(() => ({ held: false }));

const FIRST = { size: 'x-height', strength: 0.25, fileId: null, styleId: null, name: '' } as const;

/** Another font, size or strength in a project; null takes it away. */
function change(session: Session, wanted: Partial<Choice> | null, continues = false): void {
  const now = projectOf(session.doc).underlay;
  const next = wanted && { ...FIRST, ...now, ...wanted };
  session.commit(
    changeProject(session.doc, { underlay: next }, next ? 'Lay a font beneath' : 'No font beneath'),
    continues,
  );
}

interface UnderlayWorld extends Pick<World, 'current' | 'jobs'> {
  readonly pictures: Pick<PictureStore, 'keep'>;
  /** What a font's file is known by, and the font's name; reads it aside. */
  readonly look: (file: Blob) => Promise<Result<FontId>>;
}

/** Fonts behind letters, read aside; each goes beneath the project that it was brought to. */
export function createUnderlays({ current, jobs, pictures, look }: UnderlayWorld) {
  /** Lays a font behind the letters of the project that is shown; its file stays in this browser. */
  async function layBeneath(file: Blob, name: string): Promise<void> {
    const session = current();
    if (!session) return;
    const run = async () => {
      const seen = await look(file);
      session.tell(inFile(seen.problems, name));
      if (!seen.ok) return;
      const { fileId, family } = seen.value;
      await pictures.keep(session.projectId, fileId, file);
      change(session, { fileId, styleId: null, name: family || name });
    };
    await runFor(session, { name, lane: 'underlay', stage: 'Reading the font', run }, jobs).ended;
  }
  return { layBeneath };
}

export const { layBeneath } = createUnderlays({
  ...world,
  pictures: storage.pictures,
  look: fonts.fontId,
});

/** Another font, size or strength in the project that is shown; null takes it away. */
export function changeUnderlay(wanted: Partial<Choice> | null, continues = false): void {
  const session = currentSession();
  if (session) change(session, wanted, continues);
}

/** Lays another style of the family behind the letters of the one in hand, at the same em. */
export const layStyleBeneath = ({ id, name }: Pick<StyleRow, 'id' | 'name'>): void =>
  changeUnderlay({ styleId: id, fileId: null, name, size: 'em' });

/** Characters that letters of the project have, and those to fill. */
const charactersOf = (doc: Doc): string =>
  projectOf(doc).bill +
  Object.values(doc.glyphs)
    .map((g) => String.fromCodePoint(...g.codePoints))
    .join('');

async function load([, fileId, characters]: readonly [string, string, string]): Promise<UnderlayFont | null> {
  const blob = await storage.pictures.blob(fileId);
  const read = blob && (await fonts.letters(blob, characters));
  return read?.ok ? read.value : null;
}

/** The letters of another style of the family that lies beneath the one in hand; null when none does. */
function useStyleBeneath(): UnderlayFont | null {
  const whole = useWhole();
  const inHand = projectOf(useDoc()).styleId;
  return useMemo(() => {
    const id = styleBeneath(whole, inHand);
    return id === null ? null : underlayOfStyle(inStyle(whole, id));
  }, [whole, inHand]);
}

/** The font that lies behind the letters; undefined while it is read, null when there is none or its file isn't in this browser. */
export function useUnderlay(): Underlay | null | undefined {
  const doc = useDoc();
  const choice = projectOf(doc).underlay;
  const held = useLooking((s) => s.held);
  const characters = useMemo(() => charactersOf(doc), [doc]);
  const fileId = choice?.fileId ?? null;
  const { data: fromFile } = useSWRImmutable(
    fileId === null ? null : (['underlay', fileId, characters] as const),
    load,
    { keepPreviousData: true },
  );
  const fromStyle = useStyleBeneath();
  const data = choice?.styleId ? fromStyle : fromFile;
  return useMemo(() => {
    if (!choice) return null;
    if (!data) return data;
    return { font: data, scale: underlayScale(doc, data, choice.size), strength: held ? 1 : choice.strength };
  }, [choice, data, doc, held]);
}

interface Reach {
  readonly low: number;
  readonly high: number;
}

/** Lowest and highest point of the letter beneath each letter, em units, by glyph. */
export function useReachBeneath(): (glyphId: string) => Reach | null {
  const doc = useDoc();
  const underlay = useUnderlay();
  const [font, scale] = [underlay?.font, underlay?.scale];
  return useMemo(() => {
    const known = new Map<string, Reach | null>();
    return (glyphId) => {
      const glyph = doc.glyphs[glyphId];
      const letter = glyph && font && scale !== undefined ? underlayLetter(font, glyph, scale) : null;
      const box = letter && contoursBox(letter.contours);
      // A bar is only drawn again when what lies beneath it is another.
      const reach = known.get(glyphId) ?? (box ? { low: box.yMin, high: box.yMax } : null);
      known.set(glyphId, reach);
      return reach;
    };
  }, [doc.glyphs, font, scale]);
}
