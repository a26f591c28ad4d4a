import { VisuallyHidden } from '@chakra-ui/react';
import { useEffect } from 'react';
import { isDoubtful } from '../../core/project/document/queries/sheets';
import type { Doc } from '../../core/project/document/schema';
import { say, useSaid } from '../ui/aloud';
import { useProject } from '../store/projectStore';
import { liftedAloud } from '../text/aloud';

/** Sheets whose letters have been found since, with how many and how many are doubtful. */
function newlyLifted(now: Doc, before: Doc): string[] {
  if (now.sheets === before.sheets) return [];
  return Object.values(now.sheets).flatMap((sheet) => {
    if (sheet.state !== 'lifted' || before.sheets[sheet.id]?.state !== 'added') return [];
    const pieces = Object.values(now.pieces).filter((p) => p.sheetId === sheet.id && p.state !== 'dropped');
    return [liftedAloud(sheet.name, pieces.length, pieces.filter(isDoubtful).length)];
  });
}

/** Says when letters of a sheet were found. */
function useLiftedAloud(): void {
  useEffect(
    () =>
      useProject.subscribe(({ doc, projectId }, before) => {
        if (!doc || !before.doc || doc === before.doc || projectId !== before.projectId) return;
        const lifted = newlyLifted(doc, before.doc);
        if (lifted.length > 0) say(lifted.join(' '));
      }),
    [],
  );
}

/** What is said, for those who don't see it. Two places take turns, so that the same words are said again. */
export function Aloud() {
  const { text, count } = useSaid();
  useLiftedAloud();
  return (
    <VisuallyHidden>
      <p role="status" data-testid="said">
        {count % 2 === 0 ? text : ''}
      </p>
      <p role="status" data-testid="said">
        {count % 2 === 1 ? text : ''}
      </p>
    </VisuallyHidden>
  );
}
