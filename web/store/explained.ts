import { useEffect, useState } from 'react';
import { projectOf } from '../../core/project/document/newProject';
import type { Explained } from '../../core/fonts/features/explain';
import { compileClient } from '../workers/compileClient';
import { useDoc } from './projectStore';

/** What the font does with its letters, found aside; what was known before while an edit is looked at. Null until then. */
export function useExplained(): readonly Explained[] | null {
  const doc = useDoc();
  const [told, setTold] = useState<readonly Explained[] | null>(null);
  useEffect(() => {
    let asked = true;
    void compileClient.explain(projectOf(doc).styleId).then((result) => {
      if (asked && result.ok) setTold(result.value);
    });
    return () => {
      asked = false;
    };
  }, [doc]);
  return told;
}
