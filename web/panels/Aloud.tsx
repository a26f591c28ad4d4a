import { VisuallyHidden } from '@chakra-ui/react';
import { useEffect } from 'react';
import { say, useSaid } from '../ui/aloud';
import { useProject } from '../store/projectStore';
import { newlyLifted } from '../text/aloud';

/** Says when letters of a sheet were found. */
function useLiftedAloud(): void {
  useEffect(
    () =>
      // All styles: to take another one in hand brings no letters.
      useProject.subscribe(({ whole, projectId }, before) => {
        if (!whole || !before.whole || projectId !== before.projectId) return;
        const lifted = newlyLifted(whole, before.whole);
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
