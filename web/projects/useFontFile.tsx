import { useState, type ReactNode } from 'react';
import type { FontSeen } from '../../core/fonts/open/openFont';
import type { Problem } from '../../core/foundations/problems/problem';
import { importFont, lookAt } from '../store/projectFiles';
import { FontDialog } from './FontDialog';
import type { Enter } from './useEntering';

/** Fonts brought to the list of projects: looked at first, and opened as a project once that is asked for. */
export function useFontFile(
  enter: Enter,
  tell: (problems: readonly Problem[]) => void,
): { readonly ask: (file: File) => Promise<void>; readonly dialog: ReactNode } {
  const [asked, setAsked] = useState<{ readonly file: File; readonly seen: FontSeen } | null>(null);
  const ask = async (file: File) => {
    const seen = await lookAt(file);
    tell(seen.problems);
    if (seen.ok) setAsked({ file, seen: seen.value });
  };
  const leave = () => setAsked(null);
  const dialog = asked && (
    <FontDialog
      fileName={asked.file.name}
      seen={asked.seen}
      onLeave={leave}
      onOpen={(family) => {
        leave();
        void enter('Opening the font', (options) => importFont(asked.file, family, options), '/name');
      }}
    />
  );
  return { ask, dialog };
}
