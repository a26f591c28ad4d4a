import { useEffect, useState } from 'react';
import type { Agreement } from '../../core/fonts/compile/variable/agreement';
import { askAside } from './askAside';
import { useWhole } from './projectStore';
import { world } from './world';

/** What of the family varies with its weight, found aside; what was found last while it is looked for again. Null before. */
export function useAgreement(): Agreement | null {
  const { glyphs, styles, project, casting, features } = useWhole();
  const [found, setFound] = useState<Agreement | null>(null);
  useEffect(() => {
    if (Object.keys(styles).length < 2) return setFound(null);
    const rest = { sheets: {}, recipes: {}, pieces: {}, kerning: {}, groups: {} };
    const doc = { ...rest, glyphs, styles, project, casting, features };
    return askAside(
      (signal) => world.workers.dress.run<Agreement>((api) => api.agreement(doc), { signal }),
      setFound,
    );
  }, [glyphs, styles, project, casting, features]);
  return found;
}
