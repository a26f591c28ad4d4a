import { create } from 'zustand';
import { lettersToTake, type TakingLetters } from '../../core/fonts/open/lettersOfFont';
import type { FontSeen } from '../../core/fonts/open/openFont';
import { inFile } from '../../core/foundations/problems/problem';
import { takeLetters } from '../../core/project/document/commands/glyphs/takeLetters';
import type { Doc } from '../../core/project/document/schema';
import type { archive } from '../workers/archiveClient';
import type { Session } from './session';

/** A font that was brought to a project, until it is known what is wanted of it. */
export interface BroughtFont {
  readonly session: Session;
  readonly fileName: string;
  readonly seen: FontSeen;
  /** Its letters, as a project would have them. */
  readonly from: Doc;
}

export const useBroughtFont = create<{ readonly font: BroughtFont | null }>(() => ({ font: null }));

export const isFontFile = (file: Pick<File, 'name'>): boolean => /\.(otf|ttf|woff2?)$/i.test(file.name);

/** Looks at a font that was brought to a project; what is wrong with it is told there. */
export async function bringFont(
  session: Session,
  file: File,
  read: (typeof archive)['fontDoc'],
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
