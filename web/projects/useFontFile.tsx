import { useState, type ReactNode } from 'react';
import type { FontSeen } from '../../core/fonts/open/lookAtFont';
import { importFonts, lookAt } from '../store/projectFiles';
import { FontDialog } from './FontDialog';
import type { Problem, Result } from '../../core/foundations/problems/problem';
import type { Enter, Wait } from './useEntering';

interface Asked {
  readonly files: readonly File[];
  readonly seen: readonly FontSeen[];
}

/** Fonts brought to the list of projects: looked at first, and opened as one project once that is asked for. */
export function useFontFile({
  enter,
  wait,
  tell,
}: {
  readonly enter: Enter;
  readonly wait: Wait;
  readonly tell: (problems: readonly Problem[]) => void;
}): { readonly ask: (files: readonly File[]) => Promise<void>; readonly dialog: ReactNode } {
  const [asked, setAsked] = useState<Asked | null>(null);
  const ask = async (files: readonly File[]) => {
    const looked = await wait(
      files.length > 1 ? 'Looking at the fonts' : 'Looking at the font',
      async ({ signal, onProgress }) => {
        const seen: Result<FontSeen>[] = [];
        for (const file of files) {
          if (files.length > 1) onProgress('look', seen.length / files.length);
          seen.push(await lookAt(file, { signal }));
        }
        return seen;
      },
    );
    if (!looked) return;
    tell(looked.flatMap((l) => l.problems));
    // What can't be read is told; the others are asked about.
    const good = looked.flatMap((l, i) => {
      const file = files[i];
      return l.ok && file ? [{ file, seen: l.value }] : [];
    });
    if (good.length > 0) setAsked({ files: good.map((g) => g.file), seen: good.map((g) => g.seen) });
  };
  const leave = () => setAsked(null);
  const dialog = asked && (
    <FontDialog
      fileName={asked.files[0]?.name ?? ''}
      seen={asked.seen}
      onLeave={leave}
      onOpen={(as) => {
        leave();
        void enter('Opening the font', (options) => importFonts(asked.files, as, options), '/name');
      }}
    />
  );
  return { ask, dialog };
}
