import { zip, type AsyncZippable } from 'fflate';
import { create } from 'zustand';
import { lettersToTake, type TakingLetters } from '../../core/fonts/open/lettersOfFont';
import { looksLikeSvgFont } from '../../core/fonts/open/svgFont';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { inFile } from '../../core/foundations/problems/problem';
import { takeLetters } from '../../core/project/document/commands/glyphs/takeLetters';
import type { Doc } from '../../core/project/document/schema';
import type { fonts } from '../workers/fontsClient';
import type { Session } from './styleSession';

/** A font that was brought to a project, until it is known what is wanted of it. */
export interface BroughtFont {
  readonly session: Session;
  readonly fileName: string;
  readonly seen: FontSeen;
  /** Its letters, as a project would have them. */
  readonly from: Doc;
}

export const useBroughtFont = create<{ readonly font: BroughtFont | null }>(() => ({ font: null }));

/** Where a zip's list of its files is looked for, bytes from its end. */
const LIST_BYTES = 200_000;

/** Whether a file is a font: by its name, a zip by whether a UFO is in it, an SVG by whether a font is. */
export async function isFontFile(file: File): Promise<boolean> {
  if (/\.svg$/i.test(file.name)) return looksLikeSvgFont(await file.text());
  if (!/\.zip$/i.test(file.name)) return /\.(otf|ttf|woff2?)$/i.test(file.name);
  const list = await file.slice(-LIST_BYTES).text();
  return list.includes('metainfo.plist') && list.includes('.glif');
}

/** Where a dropped file lay, with the folders above it. */
const pathOf = (file: File & { readonly path?: string }): string =>
  (file.path ?? (file.webkitRelativePath || file.name)).replace(/^\.?\//, '');

/** A UFO that was dropped as a folder, as one file; null when these are no UFO. */
export async function ufoOfFolder(files: readonly File[]): Promise<File | null> {
  const meta = files.map(pathOf).find((p) => p.split('/').at(-1) === 'metainfo.plist');
  if (meta === undefined) return null;
  const entries: AsyncZippable = {};
  for (const file of files) entries[pathOf(file)] = new Uint8Array(await file.arrayBuffer());
  const name = meta.split('/').at(-2) ?? 'Font.ufo';
  const packed = await new Promise<Uint8Array>((resolve, reject) =>
    zip(entries, { level: 1 }, (error, bytes) => (error ? reject(error) : resolve(bytes))),
  );
  return new File([packed as Uint8Array<ArrayBuffer>], `${name}.zip`);
}

/** Looks at a font that was brought to a project; what is wrong with it is told there. */
export async function bringFont(
  session: Session,
  file: File,
  read: (typeof fonts)['fontDoc'],
): Promise<void> {
  const letGo = session.use();
  try {
    const font = await read(file);
    session.tell(inFile(font.problems, file.name));
    if (font.ok) useBroughtFont.setState({ font: { session, fileName: file.name, ...font.value } });
  } finally {
    letGo();
  }
}

export const leaveFont = (): void => useBroughtFont.setState({ font: null });

/** Takes letters of the font that was brought, as one step in the project that it was brought to. */
export function takeFromFont({ session, from }: BroughtFont, how: TakingLetters): void {
  leaveFont();
  const { letters } = lettersToTake(session.doc, from, how);
  session.commit(takeLetters(session.doc, letters));
}
